/// Straight lines through error bars: the steepest, the shallowest, all of them, and by how much bars must be
/// scaled where none passes.
package helvo.core.bounds;
