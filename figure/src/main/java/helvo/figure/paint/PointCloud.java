package helvo.figure.paint;

import helvo.core.Progress;
import helvo.core.task.ForkedTask;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.Marker;
import helvo.figure.layout.PlotArea;
import helvo.figure.scale.Axis;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.util.List;

/// Draws very many points by counting them per pixel. The cost grows with the pixels, little with the points.
public final class PointCloud {
    /// Above this many, vector files of single markers grow unwieldy, and density is shown.
    public static final int MANY = 20_000;
    /// Above this many, markers drawn one by one into pixels are slower than masks by pixel.
    private static final int MANY_IN_PIXELS = 2_000;
    /// Threads only pay above this many.
    private static final int WORTH_A_THREAD = 100_000;
    private static final int BLOCK = 1 << 18;
    /// How much of the ground a single point covers, where density is shown.
    private static final double WEAKEST = 0.3;

    /// Strengths of ink for sums of coverage are looked up: so many, up to so many times the usual sum.
    private static final int INKS = 1 << 14;
    private static final double FULL = 64;

    private PointCloud() {}

    static boolean serves(DrawingCanvas canvas, int points) {
        return points > (canvas.pixels() ? MANY_IN_PIXELS : MANY);
    }

    /// @param strength of a single marker, 0 to 1
    static void draw(
            DrawingCanvas canvas,
            PlotArea plot,
            double[] xs,
            double[] ys,
            Marker marker,
            double radius,
            Color color,
            double strength,
            Progress progress) {
        PixelGrid grid = PixelGrid.over(plot, canvas);
        if (grid.width <= 0 || grid.height <= 0) {
            return;
        }
        int[] counts = counts(grid, xs, ys, progress);
        Mask mask = Mask.of(marker, radius * canvas.pixelsAcross());
        BufferedImage image = xs.length > MANY || strength < 1
                ? density(counts, grid, mask, color, strength)
                : stamped(counts, grid, mask, color);
        canvas.image(image, grid.place);
    }

    /// The whole pixels that a plot touches, and how its values lie on them.
    private record PixelGrid(Rectangle2D place, int width, int height, Along x, Along y) {
        static PixelGrid over(PlotArea plot, DrawingCanvas canvas) {
            Rectangle2D area = plot.area();
            double across = canvas.pixelsAcross();
            double down = canvas.pixelsDown();
            double left = Math.floor(area.getMinX() * across);
            double top = Math.floor(area.getMinY() * down);
            int width = (int) (Math.ceil(area.getMaxX() * across) - left);
            int height = (int) (Math.ceil(area.getMaxY() * down) - top);
            var place = new Rectangle2D.Double(left / across, top / down, width / across, height / down);
            return new PixelGrid(
                    place,
                    width,
                    height,
                    Along.of(plot.x(), area.getMinX() * across - left, area.getWidth() * across),
                    Along.of(plot.y(), area.getMaxY() * down - top, -area.getHeight() * down));
        }
    }

    /// How many points lie in each pixel.
    private static int[] counts(PixelGrid grid, double[] xs, double[] ys, Progress progress) {
        int n = xs.length;
        int threads = n < WORTH_A_THREAD ? 1 : Math.min(4, Runtime.getRuntime().availableProcessors());
        List<int[]> parts = ForkedTask.all(threads, thread -> {
            int[] counts = new int[grid.width * grid.height];
            int to = (int) ((long) n * (thread + 1) / threads);
            for (int from = (int) ((long) n * thread / threads); from < to; from += BLOCK) {
                progress.reached((double) from / n);
                count(xs, ys, from, Math.min(to, from + BLOCK), grid, counts);
            }
            return counts;
        });
        int[] all = parts.getFirst();
        for (int[] part : parts.subList(1, threads)) {
            for (int i = 0; i < all.length; i++) {
                all[i] += part[i];
            }
        }
        return all;
    }

    private static void count(double[] xs, double[] ys, int from, int to, PixelGrid grid, int[] counts) {
        int width = grid.width;
        int height = grid.height;
        if (grid.x.straight && grid.y.straight) {
            double ax = grid.x.slope;
            double bx = grid.x.offset;
            double ay = grid.y.slope;
            double by = grid.y.offset;
            for (int i = from; i < to; i++) {
                double px = xs[i] * ax + bx;
                double py = ys[i] * ay + by;
                if (px >= 0 && px < width && py >= 0 && py < height) {
                    counts[((int) py) * width + ((int) px)]++;
                }
            }
            return;
        }
        for (int i = from; i < to; i++) {
            double px = grid.x.at(xs[i]);
            double py = grid.y.at(ys[i]);
            if (px >= 0 && px < width && py >= 0 && py < height) {
                counts[((int) py) * width + ((int) px)]++;
            }
        }
    }

    /// From values to pixels, by one product and sum where the axis is a straight one.
    private record Along(Axis axis, double start, double length, boolean straight, double slope, double offset) {
        /// @param start  the pixel of the axis's beginning
        /// @param length in pixels; below 0 for an axis that runs upwards
        static Along of(Axis axis, double start, double length) {
            double slope =
                    (axis.fraction(axis.high()) - axis.fraction(axis.low())) / (axis.high() - axis.low()) * length;
            double offset = start + axis.fraction(axis.low()) * length - axis.low() * slope;
            return new Along(
                    axis,
                    start,
                    length,
                    !axis.isLogarithmic()
                            && Double.isFinite(slope)
                            && slope != 0
                            && Double.isFinite(offset)
                            && Math.abs(offset) < 1e9,
                    slope,
                    offset);
        }

        double at(double value) {
            return start + axis.fraction(value) * length;
        }
    }

    /// The marker's coverage of the pixels around the one that holds its middle, 0 to 1 and 0 to 255, and the
    /// columns of each line that it covers.
    private record Mask(int reach, float[][] lines, int[][] alphas, int[] from, int[] to) {
        static Mask of(Marker marker, double radius) {
            int reach = Math.max(1, (int) Math.ceil(radius * 1.5));
            int size = 2 * reach + 1;
            var image = new BufferedImage(size, size, BufferedImage.TYPE_INT_ARGB);
            Graphics2D g = image.createGraphics();
            g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
            g.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
            g.setColor(Color.BLACK);
            g.fill(marker.at(reach + 0.5, reach + 0.5, radius));
            g.dispose();
            var mask = new Mask(reach, new float[size][size], new int[size][size], new int[size], new int[size]);
            for (int y = 0; y < size; y++) {
                mask.from[y] = size;
                for (int x = 0; x < size; x++) {
                    mask.alphas[y][x] = image.getRGB(x, y) >>> 24;
                    mask.lines[y][x] = mask.alphas[y][x] / 255f;
                    if (mask.lines[y][x] > 0) {
                        mask.from[y] = Math.min(mask.from[y], x);
                        mask.to[y] = x + 1;
                    }
                }
            }
            return mask;
        }

        /// Adds the mask up around each pixel, as often as points lie there.
        float[] sums(int[] counts, int width, int height) {
            float[] sums = new float[width * height];
            for (int y = 0; y < height; y++) {
                for (int x = 0; x < width; x++) {
                    int count = counts[y * width + x];
                    if (count > 0) {
                        add(x, y, count, sums, width, height);
                    }
                }
            }
            return sums;
        }

        private void add(int x, int y, int times, float[] sums, int width, int height) {
            int bottom = Math.min(lines.length, height + reach - y);
            for (int row = Math.max(0, reach - y); row < bottom; row++) {
                float[] line = lines[row];
                int at = (y + row - reach) * width + x - reach;
                int right = Math.min(to[row], width + reach - x);
                for (int column = Math.max(from[row], reach - x); column < right; column++) {
                    sums[at + column] += line[column] * times;
                }
            }
        }

        /// The strongest coverage of each pixel by any mask, 0 to 255.
        void strongest(int[] counts, int width, int height, int[] covered) {
            for (int y = 0; y < height; y++) {
                for (int x = 0; x < width; x++) {
                    if (counts[y * width + x] > 0) {
                        cover(x, y, covered, width, height);
                    }
                }
            }
        }

        private void cover(int x, int y, int[] covered, int width, int height) {
            int bottom = Math.min(alphas.length, height + reach - y);
            for (int row = Math.max(0, reach - y); row < bottom; row++) {
                int[] line = alphas[row];
                int at = (y + row - reach) * width + x - reach;
                int right = Math.min(to[row], width + reach - x);
                for (int column = Math.max(from[row], reach - x); column < right; column++) {
                    covered[at + column] = Math.max(covered[at + column], line[column]);
                }
            }
        }
    }

    /// Each pixel keeps the strongest coverage of any marker.
    private static BufferedImage stamped(int[] counts, PixelGrid grid, Mask mask, Color color) {
        var image = new BufferedImage(grid.width, grid.height, BufferedImage.TYPE_INT_ARGB);
        int[] pixels = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        mask.strongest(counts, grid.width, grid.height, pixels);
        int rgb = color.getRGB() & 0xffffff;
        for (int i = 0; i < pixels.length; i++) {
            pixels[i] = pixels[i] << 24 | rgb;
        }
        return image;
    }

    /// Coverage adds up as that of weak, clear inks over one another.
    private static BufferedImage density(int[] counts, PixelGrid grid, Mask mask, Color color, double strength) {
        float[] sums = mask.sums(counts, grid.width, grid.height);
        double usual = usualCount(counts);
        double one = Math.min(strength, 0.999) * Math.max(WEAKEST, Math.min(1, 3 / usual));
        double rate = Math.log1p(-Math.min(one, 0.97)) / Math.max(1, usual / 3);
        double inksACount = INKS / (FULL * Math.max(usual, 1));
        float[] inks = new float[INKS + 1];
        for (int i = 0; i <= INKS; i++) {
            inks[i] = (float) -Math.expm1(rate * i / inksACount);
        }
        for (int i = 0; i < sums.length; i++) {
            sums[i] = inks[(int) Math.min(INKS, sums[i] * inksACount)];
        }
        return image(sums, grid, color);
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

    private static BufferedImage image(float[] coverage, PixelGrid grid, Color color) {
        var image = new BufferedImage(grid.width, grid.height, BufferedImage.TYPE_INT_ARGB);
        int[] pixels = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        int rgb = color.getRGB() & 0xffffff;
        for (int i = 0; i < pixels.length; i++) {
            pixels[i] = (int) (coverage[i] * 255 + 0.5f) << 24 | rgb;
        }
        return image;
    }
}
