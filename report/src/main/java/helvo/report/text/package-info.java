/// Reports as plain text formats: LaTeX, Markdown, JSON.
package helvo.report.text;
