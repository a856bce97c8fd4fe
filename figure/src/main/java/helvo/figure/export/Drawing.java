package helvo.figure.export;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.results.FigureDescription;
import helvo.core.style.FigureText;
import helvo.figure.canvas.DrawingCanvas;
import helvo.figure.canvas.MeasuringCanvas;
import helvo.figure.layout.PanelFrame;
import helvo.figure.layout.SheetMetrics;
import helvo.figure.paint.FigureDrawing;
import helvo.figure.paint.SheetDrawing;
import java.util.List;
import java.util.Optional;

/// What is drawn on a page of its own and written into a file: one figure, or a sheet of several.
public sealed interface Drawing {
    /// In points (1/72 inch).
    double width();

    double height();

    /// Without markup, as `description` is.
    String title();

    /// What it shows, for somebody who does not see it.
    String description();

    /// Its points as CSV.
    String points();

    /// As "#FFFFFF"; empty for none, through which the page is seen.
    Optional<String> background();

    /// Its text and lines.
    SheetMetrics metrics();

    /// At one unit a point from the origin; the caller scales.
    ///
    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    void draw(DrawingCanvas canvas, Progress progress);

    /// What does not fit, or has no picture in its font, in sentences.
    List<String> notices();

    default double widthMm() {
        return width() / PanelFrame.points(1);
    }

    default double heightMm() {
        return height() / PanelFrame.points(1);
    }

    static Drawing of(FigureAnalysis figure) {
        return new OfFigure(figure);
    }

    static Drawing of(SheetAnalysis sheet, Progress progress) {
        return new OfSheet(sheet, SheetDrawing.of(sheet, progress));
    }

    record OfFigure(FigureAnalysis figure) implements Drawing {
        @Override
        public double width() {
            return FigureDrawing.widthPoints(figure);
        }

        @Override
        public double height() {
            return FigureDrawing.heightPoints(figure);
        }

        @Override
        public double widthMm() {
            return figure.figure().widthMm();
        }

        @Override
        public double heightMm() {
            return figure.figure().heightMm();
        }

        @Override
        public String title() {
            return FigureText.plain(figure.title());
        }

        @Override
        public String description() {
            return FigureText.plain(FigureDescription.of(figure));
        }

        @Override
        public String points() {
            return PointList.csv(figure);
        }

        @Override
        public Optional<String> background() {
            return figure.figure().style().sheet().background();
        }

        @Override
        public SheetMetrics metrics() {
            return new SheetMetrics(figure.figure().style().sheet(), figure.numbers());
        }

        @Override
        public void draw(DrawingCanvas canvas, Progress progress) {
            FigureDrawing.draw(figure, canvas, progress);
        }

        @Override
        public List<String> notices() {
            return FigureDrawing.notices(figure);
        }
    }

    /// @param drawing of the sheet, arranged
    record OfSheet(SheetAnalysis sheet, SheetDrawing drawing) implements Drawing {
        @Override
        public double width() {
            return drawing.layout().width();
        }

        @Override
        public double height() {
            return drawing.layout().height();
        }

        @Override
        public String title() {
            return FigureText.plain(sheet.sheet().name());
        }

        @Override
        public String description() {
            return FigureText.plain(FigureDescription.of(sheet));
        }

        @Override
        public String points() {
            return PointList.csv(sheet);
        }

        @Override
        public Optional<String> background() {
            return sheet.background();
        }

        @Override
        public SheetMetrics metrics() {
            return drawing.metrics();
        }

        @Override
        public void draw(DrawingCanvas canvas, Progress progress) {
            drawing.draw(canvas, progress);
        }

        @Override
        public List<String> notices() {
            var canvas = new MeasuringCanvas();
            draw(canvas, Progress.none());
            return FigureDrawing.notices(drawing.layout().notices(), canvas);
        }
    }
}
