package helvo.figure;

import helvo.core.Progress;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.util.stream.IntStream;

/// Draws very many points: they are counted by pixel, and each pixel gets the marker's antialiased mask once, the stronger
/// the more points lie there. The cost grows with the pixels, little with the points.
final class PointCloud {
    /// Above this many, vector files of single markers grow unwieldy, and density is shown.
    static final int MANY = 20_000;
    /// Above this many, markers drawn one by one into pixels are slower than masks by pixel.
    private static final int MANY_IN_PIXELS = 2_000;
    /// Threads only pay above this many.
    private static final int WORTH_A_THREAD = 100_000;
    private static final int BLOCK = 1 << 18;
    /// How much of the ground a single point covers, where density is shown.
    private static final double WEAKEST = 0.3;

    /// Strengths of ink for sums of coverage are looked up: so many, so many for a point.
    private static final int INKS = 1 << 14;
    private static final int INKS_A_COUNT = 16;

    private PointCloud() {}

    static boolean serves(Pen pen, int points) {
        return points > (pen.pixels() ? MANY_IN_PIXELS : MANY);
    }

    /// @param strength of a single marker, 0 to 1
    static void draw(Pen pen, Plot plot, double[] xs, double[] ys, Marker marker, double radius, Color color, double strength, Progress progress) {
        double scale = pen.pixelsPerPoint();
        Rectangle2D area = plot.area();
        int width = (int) Math.ceil(area.getWidth() * scale);
        int height = (int) Math.ceil(area.getHeight() * scale);
        if (width <= 0 || height <= 0) {
            return;
        }
        int[] counts = counts(plot, xs, ys, scale, width, height, progress);
        float[][] mask = mask(marker, radius * scale);
        BufferedImage image = xs.length > MANY || strength < 1 ? density(counts, width, height, mask, color, strength) : stamped(counts, width, height, mask, color);
        pen.image(image, new Rectangle2D.Double(area.getX(), area.getY(), width / scale, height / scale));
    }

    /// How many points lie in each pixel.
    private static int[] counts(Plot plot, double[] xs, double[] ys, double scale, int width, int height, Progress progress) {
        int n = xs.length;
        var across = new Across(plot.x(), plot.area().getWidth() * scale, false, 0);
        var down = new Across(plot.y(), plot.area().getHeight() * scale, true, plot.area().getHeight() * scale);
        int threads = n < WORTH_A_THREAD ? 1 : Math.min(4, Runtime.getRuntime().availableProcessors());
        int[][] parts = new int[threads][];
        IntStream.range(0, threads).parallel().forEach(thread -> {
            int[] counts = new int[width * height];
            int to = (int) ((long) n * (thread + 1) / threads);
            for (int from = (int) ((long) n * thread / threads); from < to; from += BLOCK) {
                progress.reached((double) from / n);
                count(xs, ys, from, Math.min(to, from + BLOCK), across, down, counts, width, height);
            }
            parts[thread] = counts;
        });
        for (int thread = 1; thread < threads; thread++) {
            for (int i = 0; i < parts[0].length; i++) {
                parts[0][i] += parts[thread][i];
            }
        }
        return parts[0];
    }

    private static void count(double[] xs, double[] ys, int from, int to, Across across, Across down, int[] counts, int width, int height) {
        if (across.straight && down.straight) {
            double ax = across.slope;
            double bx = across.offset;
            double ay = down.slope;
            double by = down.offset;
            for (int i = from; i < to; i++) {
                double px = xs[i] * ax + bx;
                double py = ys[i] * ay + by;
                if (px >= 0 && px < width && py >= 0 && py < height) {
                    counts[(int) py * width + (int) px]++;
                }
            }
            return;
        }
        for (int i = from; i < to; i++) {
            double px = across.at(xs[i]);
            double py = down.at(ys[i]);
            if (px >= 0 && px < width && py >= 0 && py < height) {
                counts[(int) py * width + (int) px]++;
            }
        }
    }

    /// From values to pixels, by one product and sum where the axis is a straight one.
    private static final class Across {
        private final Axis axis;
        private final double length;
        private final boolean downwards;
        private final boolean straight;
        private final double slope;
        private final double offset;

        Across(Axis axis, double length, boolean downwards, double end) {
            this.axis = axis;
            this.length = length;
            this.downwards = downwards;
            double perUnit = (axis.fraction(axis.high()) - axis.fraction(axis.low())) / (axis.high() - axis.low()) * length * (downwards ? -1 : 1);
            boolean log = axis instanceof LogScale || axis instanceof Reversed(LogScale _);
            slope = perUnit;
            offset = (downwards ? end : 0) + axis.fraction(axis.low()) * length * (downwards ? -1 : 1) - axis.low() * perUnit;
            straight = !log && Double.isFinite(slope) && slope != 0 && Double.isFinite(offset) && Math.abs(offset) < 1e9;
        }

        double at(double value) {
            double fraction = axis.fraction(value);
            return (downwards ? 1 - fraction : fraction) * length;
        }
    }

    /// The marker's coverage of the pixels around the one that holds its middle, 0 to 1.
    private static float[][] mask(Marker marker, double radius) {
        int reach = Math.max(1, (int) Math.ceil(radius * 1.5));
        int size = 2 * reach + 1;
        var image = new BufferedImage(size, size, BufferedImage.TYPE_INT_ARGB);
        Graphics2D g = image.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
        g.setColor(Color.BLACK);
        g.fill(marker.at(reach + 0.5, reach + 0.5, radius));
        g.dispose();
        float[][] mask = new float[size][size];
        for (int y = 0; y < size; y++) {
            for (int x = 0; x < size; x++) {
                mask[y][x] = (image.getRGB(x, y) >>> 24) / 255f;
            }
        }
        return mask;
    }

    /// Each pixel keeps the strongest coverage of any marker.
    private static BufferedImage stamped(int[] counts, int width, int height, float[][] mask, Color color) {
        return image(covered(counts, width, height, mask, false), width, height, color);
    }

    /// Coverage adds up as that of weak, clear inks over one another.
    private static BufferedImage density(int[] counts, int width, int height, float[][] mask, Color color, double strength) {
        float[] sum = covered(counts, width, height, mask, true);
        double usual = usualCount(counts);
        double one = Math.min(strength, 0.999) * Math.max(WEAKEST, Math.min(1, 3 / usual));
        double rate = Math.log1p(-Math.min(one, 0.97)) / Math.max(1, usual / 3);
        float[] inks = new float[INKS + 1];
        for (int i = 0; i <= INKS; i++) {
            inks[i] = (float) -Math.expm1(rate * i / INKS_A_COUNT);
        }
        for (int i = 0; i < sum.length; i++) {
            sum[i] = inks[(int) Math.min(INKS, sum[i] * INKS_A_COUNT)];
        }
        return image(sum, width, height, color);
    }

    /// @param adds whether masks that overlap add up; else the strongest counts
    private static float[] covered(int[] counts, int width, int height, float[][] mask, boolean adds) {
        float[] covered = new float[width * height];
        int reach = mask.length / 2;
        for (int y = 0; y < height; y++) {
            int top = Math.max(0, reach - y);
            int bottom = Math.min(mask.length, height + reach - y);
            for (int x = 0; x < width; x++) {
                int count = counts[y * width + x];
                if (count == 0) {
                    continue;
                }
                int left = Math.max(0, reach - x);
                int right = Math.min(mask.length, width + reach - x);
                for (int my = top; my < bottom; my++) {
                    float[] line = mask[my];
                    int at = (y + my - reach) * width + x - reach;
                    if (adds) {
                        for (int mx = left; mx < right; mx++) {
                            covered[at + mx] += line[mx] * count;
                        }
                    } else {
                        for (int mx = left; mx < right; mx++) {
                            covered[at + mx] = Math.max(covered[at + mx], line[mx]);
                        }
                    }
                }
            }
        }
        return covered;
    }

    /// The mean count of points around a point.
    private static double usualCount(int[] counts) {
        double points = 0;
        double squares = 0;
        for (int count : counts) {
            points += count;
            squares += (double) count * count;
        }
        return points == 0 ? 1 : Math.max(1, squares / points);
    }

    private static BufferedImage image(float[] coverage, int width, int height, Color color) {
        var image = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        int[] pixels = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        int rgb = color.getRGB() & 0xffffff;
        for (int i = 0; i < pixels.length; i++) {
            pixels[i] = (int) (coverage[i] * 255 + 0.5f) << 24 | rgb;
        }
        return image;
    }
}
