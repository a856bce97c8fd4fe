/// Tables as text: CSV and its kin.
package helvo.files.text;
