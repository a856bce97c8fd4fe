/// Straight lines through several groups of points, compared with one another.
package helvo.core.compare;
