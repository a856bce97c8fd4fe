/// Columns and tables that follow others: formulas, groups, averages, tables in another shape.
package helvo.core.derive;
