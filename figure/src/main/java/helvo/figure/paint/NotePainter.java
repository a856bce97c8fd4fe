package helvo.figure.paint;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.results.Results;
import helvo.core.style.Note;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.DrawingPart;
import helvo.figure.canvas.Palette;
import helvo.figure.canvas.RichText;
import helvo.figure.canvas.Typeface;
import helvo.figure.layout.FigureLayout;
import helvo.figure.layout.HitTarget;
import helvo.figure.layout.PlotArea;
import helvo.figure.layout.ReadingPlace;
import helvo.figure.layout.SheetMetrics;
import helvo.figure.scale.Axis;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Shape;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/// Draws the annotations of a figure.
final class NotePainter {
    private static final Color SPAN = new Color(0x7A, 0x4E, 0x9E, 30);
    private static final double GRIP = 5;

    private final DrawingCanvas canvas;
    private final PlotArea plot;
    private final SheetMetrics metrics;
    private final List<FigureLayout.Part> parts;
    private final List<Shape> taken = new ArrayList<>();
    private final List<FigureLayout.Part> tips = new ArrayList<>();

    NotePainter(DrawingCanvas canvas, PlotArea plot, SheetMetrics metrics, List<FigureLayout.Part> parts) {
        this.canvas = canvas;
        this.plot = plot;
        this.metrics = metrics;
        this.parts = parts;
    }

    /// Spans lie behind the points.
    void spans(List<Note> notes) {
        for (Note note : notes) {
            if (note instanceof Note.Span span) {
                canvas.part(new DrawingPart.Enlarged(true), () -> span(span));
            }
        }
    }

    void inFront(List<Note> notes, FigureAnalysis figure, List<SeriesPainter> painters) {
        for (Note note : notes) {
            canvas.part(new DrawingPart.Enlarged(true), () -> inFront(note, figure, painters));
        }
    }

    private void inFront(Note note, FigureAnalysis figure, List<SeriesPainter> painters) {
        switch (note) {
            case Note.Text text -> text(text);
            case Note.Result quoted ->
                text(new Note.Text(quoted.id(), said(quoted, figure), quoted.x(), quoted.y(), Optional.empty()));
            case Note.Rule rule -> rule(rule);
            case Note.ReadingMarker drop -> drop(drop, painters);
            case Note.Span span -> label(span, painters);
        }
    }

    /// What labels keep away from: words and lines.
    List<Shape> taken() {
        return taken;
    }

    /// The tips of arrows: in front of all else, so that one that lies on a label can be dragged away.
    List<FigureLayout.Part> tips() {
        return tips;
    }

    private void span(Note.Span span) {
        Rectangle2D area = plot.area();
        double a = span.ofY() ? plot.pyWithin(span.from()) : plot.pxWithin(span.from());
        double b = span.ofY() ? plot.pyWithin(span.to()) : plot.pxWithin(span.to());
        double least = Math.min(a, b);
        double size = Math.abs(b - a);
        var box = span.ofY()
                ? new Rectangle2D.Double(area.getX(), least, area.getWidth(), size)
                : new Rectangle2D.Double(least, area.getY(), size, area.getHeight());
        canvas.clipped(area, () -> canvas.fill(box, SPAN));
        part(new HitTarget.NoteOf(span.id(), 0), box);
        part(new HitTarget.NoteOf(span.id(), 1), grip(span.ofY(), a));
        part(new HitTarget.NoteOf(span.id(), 2), grip(span.ofY(), b));
    }

    /// At the upper or right end, or at the other where points lie there.
    private void label(Note.Span span, List<SeriesPainter> painters) {
        if (span.label().isEmpty()) {
            return;
        }
        Rectangle2D area = plot.area();
        var text = new RichText(span.label(), metrics.label());
        double tall = metrics.length(12);
        double middle = span.ofY()
                ? plot.pyWithin(span.from() / 2 + span.to() / 2)
                : plot.pxWithin(span.from() / 2 + span.to() / 2);
        var usual = span.ofY()
                ? new Rectangle2D.Double(
                        area.getMaxX() - text.width() - metrics.length(5), middle - tall / 2, text.width(), tall)
                : new Rectangle2D.Double(middle - text.width() / 2, area.getMinY() + 2, text.width(), tall);
        var other = span.ofY()
                ? new Rectangle2D.Double(area.getMinX() + metrics.length(5), usual.y, usual.width, tall)
                : new Rectangle2D.Double(usual.x, area.getMaxY() - tall - metrics.length(3), usual.width, tall);
        Rectangle2D at = covers(usual, painters) && !covers(other, painters) ? other : usual;
        canvas.heldAt(
                at.getX(),
                at.getY(),
                () -> text.draw(canvas, Palette.INK, at.getX(), at.getY() + metrics.length(9.5), 0));
        taken.add(at);
    }

    private static boolean covers(Rectangle2D box, List<SeriesPainter> painters) {
        var near = new Rectangle2D.Double(box.getX() - 4, box.getY() - 4, box.getWidth() + 8, box.getHeight() + 8);
        return painters.stream().filter(painter -> !painter.style().hidden()).anyMatch(painter -> {
            var points = painter.series().points();
            return java.util.stream.IntStream.range(0, Math.min(points.size(), 5000))
                    .anyMatch(i -> near.contains(
                            painter.plot().px(points.x()[i]), painter.plot().py(points.y()[i])));
        });
    }

    private void rule(Note.Rule rule) {
        Rectangle2D area = plot.area();
        double at = rule.atY() ? plot.py(rule.at()) : plot.px(rule.at());
        if (Double.isNaN(at)) {
            return;
        }
        var line = rule.atY()
                ? new Line2D.Double(area.getMinX(), at, area.getMaxX(), at)
                : new Line2D.Double(at, area.getMinY(), at, area.getMaxY());
        canvas.clipped(
                area,
                () -> canvas.draw(
                        line, Palette.MUTED, metrics.weight(1), (float) metrics.length(4), (float) metrics.length(3)));
        boolean inside = rule.atY()
                ? at >= area.getMinY() && at <= area.getMaxY()
                : at >= area.getMinX() && at <= area.getMaxX();
        if (inside && !rule.label().isEmpty()) {
            var text = new RichText(rule.label(), metrics.label());
            boolean right = !rule.atY() && at + metrics.length(4) + text.width() < area.getMaxX();
            double x = rule.atY() ? area.getMaxX() - metrics.length(5) : at + (right ? 1 : -1) * metrics.length(4);
            boolean above = at - metrics.length(12) > area.getMinY();
            double baseline = rule.atY()
                    ? at + (above ? -metrics.length(3.5) : metrics.length(11))
                    : area.getMinY() + metrics.length(11);
            canvas.heldAt(
                    rule.atY() ? x : at,
                    rule.atY() ? at : baseline,
                    () -> text.draw(canvas, Palette.INK, x, baseline, right ? 0 : 1));
            taken.add(new Rectangle2D.Double(
                    right ? x : x - text.width(), baseline - metrics.length(9), text.width(), metrics.length(12)));
        }
        Rectangle2D grip = grip(rule.atY(), at);
        part(new HitTarget.NoteOf(rule.id(), 0), grip);
        taken.add(grip);
    }

    private Rectangle2D grip(boolean ofY, double at) {
        Rectangle2D area = plot.area();
        return ofY
                ? new Rectangle2D.Double(area.getX(), at - GRIP, area.getWidth(), 2 * GRIP)
                : new Rectangle2D.Double(at - GRIP, area.getY(), 2 * GRIP, area.getHeight());
    }

    /// What its line says now; a line that is gone says so.
    private static String said(Note.Result quoted, FigureAnalysis figure) {
        return figure.series(quoted.series())
                .map(series -> Results.of(figure, series).quotable().get(quoted.label()))
                .orElse(quoted.label() + ": –");
    }

    private void text(Note.Text note) {
        double x = plot.px(note.x());
        double y = plot.py(note.y());
        if (Double.isNaN(x) || Double.isNaN(y)) {
            return;
        }
        Font font = metrics.label();
        List<String> lines = note.text().lines().toList();
        double line = metrics.length(12);
        double width = Math.max(
                metrics.length(8),
                lines.stream()
                        .mapToDouble(each -> new RichText(each, font).width())
                        .max()
                        .orElse(0));
        var box = new Rectangle2D.Double(
                x - metrics.length(2),
                y - metrics.length(9),
                width + metrics.length(4),
                lines.size() * line + metrics.length(1));
        note.to().ifPresent(to -> arrow(note, box, plot.px(to.x()), plot.py(to.y())));
        canvas.heldAt(x, y, () -> {
            for (int i = 0; i < lines.size(); i++) {
                new RichText(lines.get(i), font).draw(canvas, Palette.INK, x, y + i * line, 0);
            }
        });
        part(new HitTarget.NoteOf(note.id(), 0), box);
        taken.add(box);
    }

    private void arrow(Note.Text note, Rectangle2D box, double toX, double toY) {
        if (Double.isNaN(toX) || Double.isNaN(toY)) {
            return;
        }
        double fromX = Math.clamp(toX, box.getMinX(), box.getMaxX());
        double fromY = Math.clamp(toY, box.getMinY(), box.getMaxY());
        double length = Math.hypot(toX - fromX, toY - fromY);
        if (length > 1) {
            double ux = (toX - fromX) / length;
            double uy = (toY - fromY) / length;
            double head = metrics.length(5);
            canvas.line(fromX, fromY, toX - ux * head, toY - uy * head, Palette.INK, metrics.weight(0.9));
            var tip = new Path2D.Double();
            tip.moveTo(toX, toY);
            tip.lineTo(toX - ux * head - uy * head * 0.4, toY - uy * head + ux * head * 0.4);
            tip.lineTo(toX - ux * head + uy * head * 0.4, toY - uy * head - ux * head * 0.4);
            tip.closePath();
            canvas.heldAt(toX, toY, () -> canvas.fill(tip, Palette.INK));
        }
        tips.add(new FigureLayout.Part(
                new HitTarget.NoteOf(note.id(), 1),
                new Rectangle2D.Double(toX - GRIP, toY - GRIP, 2 * GRIP, 2 * GRIP)));
    }

    /// From the axis to the curve and down, with what is read off at the end.
    private void drop(Note.ReadingMarker drop, List<SeriesPainter> painters) {
        Optional<SeriesPainter> of = painters.stream()
                .filter(each -> each.series().key().equals(drop.series()))
                .findFirst();
        Optional<ReadingPlace> at = of.flatMap(each -> ReadingPlace.of(drop, each.series()));
        if (at.isEmpty()) {
            return;
        }
        SeriesPainter painter = of.orElseThrow();
        double x = at.get().x();
        double y = at.get().y();
        PlotArea on = painter.plot();
        double px = on.px(x);
        double py = on.py(y);
        if (Double.isNaN(px) || Double.isNaN(py) || !on.area().intersects(px - 1, py - 1, 2, 2)) {
            return;
        }
        boolean rightAxis = painter.isOnRight();
        double side = rightAxis ? on.area().getMaxX() : on.area().getMinX();
        var path = new Path2D.Double();
        path.moveTo(side, py);
        path.lineTo(px, py);
        path.lineTo(px, on.area().getMaxY());
        var mark = painter.marker().at(px, py, metrics.length(3.3));
        String read = drop.fromY() ? "x = " + read(x, on.x()) : "y = " + read(y, on.y());
        Font font = metrics.strong();
        Rectangle2D box = roomFor(Typeface.width(font, read), drop.fromY(), rightAxis, px, py, on.area(), painters);
        painter.part(() -> {
            canvas.draw(
                    path, painter.color(), metrics.weight(1), (float) metrics.length(3), (float) metrics.length(2.5));
            canvas.heldAt(px, py, () -> {
                canvas.fill(mark, Palette.SHEET);
                canvas.draw(mark, painter.color(), metrics.weight(1.1));
            });
            canvas.heldAt(px, py, () -> {
                canvas.fill(box, new Color(255, 255, 255, 210));
                canvas.text(read, font, painter.color(), box.getX() + 1, box.getY() + metrics.length(8.5), 0);
            });
        });
        taken.add(box);
        Shape along = new BasicStroke((float) (2 * GRIP)).createStrokedShape(path);
        part(new HitTarget.NoteOf(drop.id(), 0), along);
        taken.add(along);
    }

    /// Beside the line that leads to the axis where it is read off, where no point and no other words lie; if there
    /// is no such place, where one looks first.
    private Rectangle2D roomFor(
            double width,
            boolean onX,
            boolean rightAxis,
            double px,
            double py,
            Rectangle2D area,
            List<SeriesPainter> painters) {
        double gap = metrics.length(4);
        double tall = metrics.length(11);
        double foot = area.getMaxY() - metrics.length(13.5);
        double beside = px - gap - width - 2;
        double right = Math.min(px + gap, area.getMaxX() - width - 3);
        double end = rightAxis ? area.getMaxX() - width - gap - 2 : area.getMinX() + gap;
        double[][] places = onX
                ? new double[][] {{right, foot}, {beside, foot}, {right, foot - tall}, {beside, foot - tall}}
                : new double[][] {{end, py - gap - metrics.length(8.5)}, {end, py + metrics.length(2)}};
        List<Rectangle2D> boxes = Arrays.stream(places)
                .<Rectangle2D>map(at -> new Rectangle2D.Double(at[0], at[1], width + 2, tall))
                .toList();
        return boxes.stream()
                .filter(area::contains)
                .filter(box -> taken.stream().noneMatch(other -> other.intersects(box)) && !covers(box, painters))
                .findFirst()
                .orElse(boxes.getFirst());
    }

    /// As exactly as it can be seen on an axis.
    private String read(double value, Axis along) {
        return metrics.numbers().rounded(value, OptionalDouble.of((along.high() / 2 - along.low() / 2) / 100));
    }

    private void part(HitTarget part, Shape area) {
        parts.add(new FigureLayout.Part(part, area));
    }
}
