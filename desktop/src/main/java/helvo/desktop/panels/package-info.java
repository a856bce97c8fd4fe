/// Panels over the window, and the commands that the finder finds.
package helvo.desktop.panels;
