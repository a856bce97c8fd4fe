/// Least squares of any smooth curve, without starting values.
package helvo.core.nonlinear;
