/// The validation of an installation: known answers compared with what the program gives, and the protocol of it.
package helvo.report.validation;
