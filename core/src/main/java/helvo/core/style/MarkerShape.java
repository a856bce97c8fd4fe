package helvo.core.style;

/// Shapes of markers, so that no two series differ by colour alone.
public enum MarkerShape {
    CIRCLE,
    DIAMOND,
    SQUARE,
    TRIANGLE,
    PENTAGON,
    TRIANGLE_DOWN,
    STAR,
    CROSS
}
