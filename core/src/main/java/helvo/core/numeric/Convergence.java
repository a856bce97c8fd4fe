package helvo.core.numeric;

/// How the search for a least sum of squares came to its end.
///
/// @param starts   how many searches began
/// @param ended    how many of them ended at this least
/// @param steps    how many of Newton's the last of them ended with
/// @param lastStep the most that the last step changed a coefficient by, as a part of it
public record Convergence(int starts, int ended, int steps, double lastStep) {}
