/// The command line. It knows no window.
package helvo.cli;
