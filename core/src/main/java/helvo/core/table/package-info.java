/// Tables, columns and cells, what a person decided about them, and which rows a figure uses.
package helvo.core.table;
