/// What is said of an analysis, in words and numbers: the window, the command line and reports have the same
/// sentences.
package helvo.core.results;
