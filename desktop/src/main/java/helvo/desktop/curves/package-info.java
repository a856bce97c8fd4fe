/// The strip of curves beside one another.
package helvo.desktop.curves;
