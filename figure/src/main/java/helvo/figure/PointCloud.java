package helvo.figure;

import helvo.core.Progress;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;

/// Draws very many points: each pixel that holds the middle of a marker gets the marker's antialiased mask once, however
/// many points lie there. The cost grows with the pixels, hardly with the points.
final class PointCloud {
    /// Above this many, vector files of single markers grow unwieldy.
    static final int MANY = 20_000;
    /// Above this many, markers drawn one by one into pixels are slower than masks by pixel.
    private static final int MANY_IN_PIXELS = 2_000;

    private PointCloud() {}

    static boolean serves(Pen pen, int points) {
        return points > (pen.pixels() ? MANY_IN_PIXELS : MANY);
    }

    /// @param place x and y of a point on the sheet, by its index
    interface Place {
        double x(int point);

        double y(int point);
    }

    static void draw(Pen pen, Rectangle2D plot, int count, Place place, Marker marker, double radius, Color color, Progress progress) {
        double scale = pen.pixelsPerPoint();
        int width = (int) Math.ceil(plot.getWidth() * scale);
        int height = (int) Math.ceil(plot.getHeight() * scale);
        if (width <= 0 || height <= 0) {
            return;
        }
        boolean[] middle = middles(plot, count, place, scale, width, height, progress);
        BufferedImage image = stamp(middle, width, height, mask(marker, radius * scale), color);
        pen.image(image, new Rectangle2D.Double(plot.getX(), plot.getY(), width / scale, height / scale));
    }

    private static boolean[] middles(Rectangle2D plot, int count, Place place, double scale, int width, int height, Progress progress) {
        boolean[] middle = new boolean[width * height];
        for (int i = 0; i < count; i++) {
            if ((i & 0x3ffff) == 0) {
                progress.reached((double) i / count);
            }
            int px = (int) Math.floor((place.x(i) - plot.getX()) * scale);
            int py = (int) Math.floor((place.y(i) - plot.getY()) * scale);
            if (px >= 0 && px < width && py >= 0 && py < height) {
                middle[py * width + px] = true;
            }
        }
        return middle;
    }

    /// The marker's coverage of the pixels around the one that holds its middle, 0 to 255.
    private static int[][] mask(Marker marker, double radius) {
        int reach = Math.max(1, (int) Math.ceil(radius * 1.5));
        int size = 2 * reach + 1;
        var image = new BufferedImage(size, size, BufferedImage.TYPE_INT_ARGB);
        Graphics2D g = image.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
        g.setColor(Color.BLACK);
        g.fill(marker.at(reach + 0.5, reach + 0.5, radius));
        g.dispose();
        int[][] mask = new int[size][size];
        for (int y = 0; y < size; y++) {
            for (int x = 0; x < size; x++) {
                mask[y][x] = image.getRGB(x, y) >>> 24;
            }
        }
        return mask;
    }

    private static BufferedImage stamp(boolean[] middle, int width, int height, int[][] mask, Color color) {
        var image = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        int[] pixels = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
        int reach = mask.length / 2;
        int rgb = color.getRGB() & 0xffffff;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                if (middle[y * width + x]) {
                    cover(pixels, width, height, x - reach, y - reach, mask, rgb);
                }
            }
        }
        return image;
    }

    /// Each pixel keeps the strongest coverage of any marker.
    private static void cover(int[] pixels, int width, int height, int left, int top, int[][] mask, int rgb) {
        for (int y = Math.max(0, -top); y < mask.length && top + y < height; y++) {
            int[] line = mask[y];
            for (int x = Math.max(0, -left); x < line.length && left + x < width; x++) {
                int at = (top + y) * width + left + x;
                if (line[x] > pixels[at] >>> 24) {
                    pixels[at] = line[x] << 24 | rgb;
                }
            }
        }
    }
}
