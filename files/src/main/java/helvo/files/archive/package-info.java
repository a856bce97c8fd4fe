/// Zip archives, read with care and written so that the same content gives the same bytes.
package helvo.files.archive;
