/// Controls and forms that several regions and panels use.
package helvo.desktop.controls;
