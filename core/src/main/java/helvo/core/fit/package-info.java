/// The shapes of curves, and how each is fitted to points by least squares.
package helvo.core.fit;
