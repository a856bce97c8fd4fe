/// Reports of a study in all their forms, and what is put on the clipboard.
package helvo.report;
