/// Points with their error bars and weights, and points scaled for computing.
package helvo.core.points;
