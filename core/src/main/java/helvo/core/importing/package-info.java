/// From texts to a table: what columns hold, which are x and y, which rows are no measurements.
package helvo.core.importing;
