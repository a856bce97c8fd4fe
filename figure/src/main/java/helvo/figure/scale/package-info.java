/// Axes: limits, ticks and labels, for numbers, logarithms and dates.
package helvo.figure.scale;
