/// A report as blocks that say what is there and not how it looks.
package helvo.report.model;
