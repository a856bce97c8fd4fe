/// The region with the figure: its view, the pointer, the keyboard, and the panels of its parts.
package helvo.desktop.figure;
