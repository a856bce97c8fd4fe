/// Reports as HTML, and equations as MathML.
package helvo.report.web;
