/// A person's own page or document, filled by a report.
package helvo.report.template;
