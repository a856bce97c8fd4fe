/// The region with the tables: the grid, its panels, and cells that need a look.
package helvo.desktop.measurements;
