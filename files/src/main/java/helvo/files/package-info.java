/// Limits of what is read, and what reading may end in.
package helvo.files;
