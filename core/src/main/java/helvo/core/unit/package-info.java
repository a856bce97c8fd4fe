/// Units of measurement: what a spelling means, and what one is in another.
package helvo.core.unit;
