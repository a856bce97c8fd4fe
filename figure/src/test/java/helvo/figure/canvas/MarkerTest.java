package helvo.figure.canvas;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.Shape;
import java.awt.geom.Area;
import org.junit.jupiter.api.Test;

class MarkerTest {
    private static final double R = 1;
    private static final double CELL = 0.01;

    /// By counting the middles of small squares within.
    private static double area(Shape shape) {
        int within = 0;
        for (double x = -2 + CELL / 2; x < 2; x += CELL) {
            for (double y = -2 + CELL / 2; y < 2; y += CELL) {
                within += shape.contains(x, y) ? 1 : 0;
            }
        }
        return within * CELL * CELL;
    }

    /// None looks heavier than another, and no two are nearly the same patch.
    @Test
    void allCoverAboutTheSameAreaAndNoTwoTheSamePlace() {
        for (Marker marker : Marker.values()) {
            assertThat(area(marker.at(0, 0, R)) / (Math.PI * R * R))
                    .as("%s against a circle", marker)
                    .isCloseTo(1, within(0.2));
            for (Marker other : Marker.values()) {
                var differ = new Area(marker.at(0, 0, R));
                differ.exclusiveOr(new Area(other.at(0, 0, R)));
                if (marker != other) {
                    assertThat(area(differ) / Math.PI)
                            .as("%s and %s", marker, other)
                            .isGreaterThan(0.08);
                }
            }
        }
    }
}
