/// The document, its edits and its history.
package helvo.core.study;
