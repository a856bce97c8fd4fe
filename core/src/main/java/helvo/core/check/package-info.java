/// What the residuals of a fit say against it: tests, and the diagnosis that is made of them.
package helvo.core.check;
