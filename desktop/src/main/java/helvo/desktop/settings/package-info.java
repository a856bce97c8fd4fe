/// What a person sets for the program.
package helvo.desktop.settings;
