/// The colours and the size of text of all windows.
package helvo.desktop.theme;
