/// The sample study.
package helvo.files.samples;
