/// The program and its windows.
package helvo.desktop.app;
