/// Everything that follows from a study: the points of each series, fits, residuals, checks, readings. A pure
/// function of the study.
package helvo.core.analysis;
