/// What a person chose of how a figure looks.
package helvo.core.style;
