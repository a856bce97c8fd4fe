/// Draws a figure and its parts.
package helvo.figure.paint;
