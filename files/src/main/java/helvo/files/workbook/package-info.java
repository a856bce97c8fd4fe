/// Tables in workbooks: XLSX and ODS.
package helvo.files.workbook;
