/// Studies, edits and results as JSON.
package helvo.files.json;
