/// Cells that need a look, and columns that could be read in more than one way.
package helvo.core.quality;
