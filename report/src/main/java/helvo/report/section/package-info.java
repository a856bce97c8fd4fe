/// The sections of a report, and the report that is built of them.
package helvo.report.section;
