/// What keeps a study: its journal, its file, its status; the files that tables follow; preferences.
package helvo.desktop.persistence;
