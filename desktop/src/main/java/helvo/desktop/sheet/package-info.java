/// Sheets of several figures: which figures stand on them, where, and how they agree.
package helvo.desktop.sheet;
