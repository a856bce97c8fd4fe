/// The region with the results.
package helvo.desktop.results;
