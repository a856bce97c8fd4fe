/// Numerical methods that know nothing of curves: roots, minima, sorting, small matrices, double-double arithmetic.
package helvo.core.numeric;
