package helvo.core.bounds;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.commons.numbers.core.DD;
import org.jspecify.annotations.Nullable;

/// All straight lines of slope m ≥ 0 that meet all error bars, as a region of slopes and intercepts. Its corners
/// are where the box that limits it changes.
///
/// @param corners in order of rising slope; two at the same slope and one intercept where only one line is left
/// @param endless whether the slopes have no greatest: a vertical line goes through all boxes
record FeasibleLines(List<Corner> corners, boolean endless) {
    /// @param upper the intercept of the highest line of this slope, `lower` of the lowest
    /// @param top    the box that limits the highest line, `bottom` the lowest
    record Corner(DD slope, DD upper, DD lower, int top, int bottom) {
        /// The intercept of a line of this slope between both, for the only one that is left.
        DD middle() {
            return upper.add(lower).multiply(0.5);
        }
    }

    /// @return empty when no line of slope m ≥ 0 passes through all boxes
    static Optional<FeasibleLines> of(BarBoxes boxes) {
        return new Walk(
                        boxes,
                        ConvexLayers.tops(boxes, 1).getFirst(),
                        ConvexLayers.bottoms(boxes, 1).getFirst())
                .corridor();
    }

    Corner shallowest() {
        return corners.getFirst();
    }

    Corner steepest() {
        return corners.getLast();
    }

    /// The greatest y of these lines at an x.
    double highest(double x) {
        return corners.stream()
                .mapToDouble(
                        corner -> corner.slope.multiply(x).add(corner.upper).hi())
                .max()
                .orElseThrow();
    }

    double lowest(double x) {
        return corners.stream()
                .mapToDouble(
                        corner -> corner.slope.multiply(x).add(corner.lower).hi())
                .min()
                .orElseThrow();
    }

    /// From slope 0 to ever steeper lines: which corner of the upper hull and which of the lower limit the
    /// intercept.
    private static final class Walk {
        private final BarBoxes boxes;
        private final int[] tops;
        private final int[] bottoms;
        private final List<Corner> found = new ArrayList<>();
        private int p;
        private int q;

        Walk(BarBoxes boxes, int[] tops, int[] bottoms) {
            this.boxes = boxes;
            this.tops = tops;
            this.bottoms = bottoms;
        }

        Optional<FeasibleLines> corridor() {
            q = bottoms.length - 1;
            while (p < tops.length - 1 && topEdge().hi() < 0) {
                p++;
            }
            while (q > 0 && bottomEdge().hi() < 0) {
                q--;
            }
            DD slope = DD.ZERO;
            boolean endless = false;
            boolean last = false;
            while (!last) {
                boolean topNext = p < tops.length - 1 && (q == 0 || less(topEdge(), bottomEdge()));
                last = p == tops.length - 1 && q == 0;
                @Nullable DD next = last ? null : topNext ? topEdge() : bottomEdge();
                endless = take(slope, next);
                if (next != null) {
                    slope = next;
                    if (topNext) {
                        p++;
                    } else {
                        q--;
                    }
                }
            }
            return found.isEmpty() ? Optional.empty() : Optional.of(new FeasibleLines(List.copyOf(found), endless));
        }

        private static boolean less(DD a, DD b) {
            return a.hi() < b.hi() || a.hi() == b.hi() && a.lo() < b.lo();
        }

        private DD topEdge() {
            int a = tops[p];
            int b = tops[p + 1];
            return boxes.top(b).subtract(boxes.top(a)).divide(boxes.leftEnd(b).subtract(boxes.leftEnd(a)));
        }

        private DD bottomEdge() {
            int a = bottoms[q - 1];
            int b = bottoms[q];
            return boxes.bottom(b)
                    .subtract(boxes.bottom(a))
                    .divide(boxes.rightEnd(b).subtract(boxes.rightEnd(a)));
        }

        /// The part of the slopes from one to the next that leaves room between the two limits: gap − slope · width
        /// ≥ 0.
        ///
        /// @param to null for without end
        /// @return whether there is room without end
        private boolean take(DD from, @Nullable DD to) {
            DD gap = boxes.top(tops[p]).subtract(boxes.bottom(bottoms[q]));
            DD width = boxes.leftEnd(tops[p]).subtract(boxes.rightEnd(bottoms[q]));
            DD low = from;
            DD high = to;
            if (width.hi() == 0) {
                if (gap.hi() < 0) {
                    return false;
                }
            } else {
                DD root = gap.divide(width);
                if (width.hi() > 0) {
                    high = high == null || less(root, high) ? root : high;
                } else {
                    low = less(low, root) ? root : low;
                }
            }
            if (high != null && less(high, low)) {
                return false;
            }
            add(low);
            if (high != null) {
                add(high);
            }
            return high == null;
        }

        private void add(DD slope) {
            int top = tops[p];
            int bottom = bottoms[q];
            found.add(new Corner(
                    slope,
                    boxes.top(top).subtract(slope.multiply(boxes.leftEnd(top))),
                    boxes.bottom(bottom).subtract(slope.multiply(boxes.rightEnd(bottom))),
                    top,
                    bottom));
        }
    }
}
