package helvo.core.nonlinear;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.apache.commons.numbers.core.DD;

/// Which of the coefficients of one fit each point's curve has: of several groups of points, those that all share
/// and those of its own group.
///
/// @param ends   behind the last point of each group
/// @param places of each group, where each coefficient of the formula stands among all
record CoefficientGroups(int[] ends, int[][] places) {
    /// All points have one curve.
    static CoefficientGroups one(int points, int coefficients) {
        return new CoefficientGroups(
                new int[] {points},
                new int[][] {IntStream.range(0, coefficients).toArray()});
    }

    boolean isOne() {
        return ends.length == 1;
    }

    /// The group of a point.
    int of(int point) {
        int group = 0;
        while (ends[group] <= point) {
            group++;
        }
        return group;
    }

    /// Behind the last point of a group.
    int end(int group) {
        return ends[group];
    }

    /// The coefficients of a group's formula.
    double[] select(double[] all, int group) {
        return isOne()
                ? all
                : Arrays.stream(places[group]).mapToDouble(i -> all[i]).toArray();
    }

    DD[] select(DD[] all, int group) {
        return isOne()
                ? all
                : Arrays.stream(places[group]).mapToObj(i -> all[i]).toArray(DD[]::new);
    }

    /// Which coefficient of a group's formula stands at a place among all; -1 for none.
    int coefficient(int place, int group) {
        if (isOne()) {
            return place;
        }
        for (int k = 0; k < places[group].length; k++) {
            if (places[group][k] == place) {
                return k;
            }
        }
        return -1;
    }
}
