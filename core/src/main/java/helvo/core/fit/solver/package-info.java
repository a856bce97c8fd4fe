/// What the fits have in common: sums of powers, polynomials in double-double arithmetic, profiles over an
/// amplitude or a step, fitted functions.
package helvo.core.fit.solver;
