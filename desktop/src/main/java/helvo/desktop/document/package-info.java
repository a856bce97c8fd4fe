/// The open study: its commits, what is previewed, and its analysis. It knows no view and no file.
package helvo.desktop.document;
