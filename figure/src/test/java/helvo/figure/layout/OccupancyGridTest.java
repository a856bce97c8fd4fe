package helvo.figure.layout;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.util.List;
import org.junit.jupiter.api.Test;

/// Where labels find room: a free place first, then over lines rather than points, and over points rather than
/// labels.
class OccupancyGridTest {
    private static final Rectangle2D AREA = new Rectangle2D.Double(10, 20, 120, 60);

    private static Rectangle2D at(double x, double y, double width, double height) {
        return new Rectangle2D.Double(x, y, width, height);
    }

    @Test
    void theFirstFreePlaceIsTaken() {
        var occupancy = new OccupancyGrid(AREA);
        occupancy.reservePoint(30, 40, 4);
        OccupancyGrid.Place place = occupancy.best(List.of(at(25, 35, 12, 9), at(70, 35, 12, 9), at(90, 35, 12, 9)));
        assertThat(place).isEqualTo(new OccupancyGrid.Place(at(70, 35, 12, 9), 0));
        occupancy.reservePlace(place);
        assertThat(occupancy.covered()).isZero();
        assertThat(occupancy.best(List.of(at(70, 35, 12, 9), at(90, 35, 12, 9))).at())
                .as("taken by the label")
                .isEqualTo(at(90, 35, 12, 9));
    }

    @Test
    void whereAllThatWasWishedForIsTakenTheNearestFreePlaceIs() {
        var occupancy = new OccupancyGrid(AREA);
        occupancy.reserveShape(at(10, 20, 60, 60));
        OccupancyGrid.Place place = occupancy.best(List.of(at(20, 40, 12, 9)));
        assertThat(place.cost()).isZero();
        assertThat(place.at().getX()).as("just behind what is taken").isBetween(68.0, 80.0);
        assertThat(place.at().getY()).isBetween(34.0, 46.0);
        assertThat(AREA.contains(place.at())).isTrue();
    }

    @Test
    void aLineIsCoveredRatherThanAPointAndAPointRatherThanALabel() {
        var full = new OccupancyGrid(at(0, 0, 30, 30));
        var path = new Path2D.Double();
        path.moveTo(0, 2);
        path.lineTo(30, 2);
        full.reserveLine(path);
        full.reservePoint(15, 15, 4);
        full.reservePlace(new OccupancyGrid.Place(at(0, 22, 30, 8), 0));
        Rectangle2D overLine = at(1, 0.5, 28, 5);
        Rectangle2D overPoint = at(1, 11, 28, 8);
        Rectangle2D overLabel = at(1, 22, 28, 7);
        assertThat(full.best(List.of(overLabel, overPoint, overLine)).at()).isEqualTo(overLine);
        assertThat(full.free(List.of(overPoint, overLabel)))
                .as("neither points nor labels")
                .isEmpty();
        OccupancyGrid before = full.copy();
        assertThat(full.free(List.of(overPoint, at(3, 5, 20, 2)))).hasValue(at(3, 5, 20, 2));
        assertThat(before.free(List.of(at(3, 5, 20, 2))))
                .as("a copy knows nothing of it")
                .isPresent();
        assertThat(full.free(List.of(at(3, 5, 20, 2)))).isEmpty();
        OccupancyGrid.Place forced = full.best(List.of(at(0.5, 0.5, 29, 29)));
        full.reservePlace(forced);
        assertThat(full.covered()).isEqualTo(forced.cost()).isPositive();
    }

    @Test
    void aPlaceOutOfTheAreaIsNone() {
        var occupancy = new OccupancyGrid(AREA);
        assertThat(occupancy
                        .best(List.of(at(125, 40, 12, 9), at(50, 40, 12, 9)))
                        .at())
                .isEqualTo(at(50, 40, 12, 9));
        assertThat(AREA.contains(occupancy.best(List.of(at(125, 40, 12, 9))).at()))
                .as("moved inside")
                .isTrue();
        assertThat(occupancy.free(List.of(at(-50, 0, 12, 9)))).isEmpty();
    }
}
