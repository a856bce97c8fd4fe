/// Reports for word processors: DOCX and ODT.
package helvo.report.office;
