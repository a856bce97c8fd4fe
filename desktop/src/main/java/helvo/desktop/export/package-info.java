/// The panel in which figure, report, table and numbers are exported, and its preview.
package helvo.desktop.export;
