/// The whole window: the bar on top, its regions, and the panels over them.
package helvo.desktop.window;
