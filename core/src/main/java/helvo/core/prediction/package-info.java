/// Values read off a fitted curve, in both directions, with their limits; limits of detection.
package helvo.core.prediction;
