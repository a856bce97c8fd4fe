/// Tables from files of every kind, and into them.
package helvo.files.table;
