/// Where things stand on a sheet, in points of 1/72 inch, and what the pointer can hit there.
package helvo.figure.layout;
