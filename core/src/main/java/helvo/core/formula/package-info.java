/// Formulas over the columns of a table, and their derivatives.
package helvo.core.formula;
