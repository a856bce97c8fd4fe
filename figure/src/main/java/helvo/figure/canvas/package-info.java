/// What is drawn on: pixels, SVG, PDF, or nothing but measures; markers, colours and type.
package helvo.figure.canvas;
