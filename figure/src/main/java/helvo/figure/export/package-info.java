/// A figure as a file: PNG, SVG, PDF, and whether it stays legible in print.
package helvo.figure.export;
