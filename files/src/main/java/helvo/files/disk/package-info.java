/// The one way of writing a file, and whose files are touched.
package helvo.files.disk;
