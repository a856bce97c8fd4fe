/// The study file and its journal.
package helvo.files.study;
