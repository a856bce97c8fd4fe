/// What one window shows of a study, its messages, and its ways to files and the clipboard.
package helvo.desktop.workspace;
