/// Reports as tagged PDF.
package helvo.report.pdf;
