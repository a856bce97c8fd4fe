package helvo.desktop.figure;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.muted;
import static helvo.desktop.controls.Controls.setShown;

import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.PartOfPoints;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Coefficient;
import helvo.core.fit.Fit;
import helvo.core.number.NumberNotation;
import helvo.core.results.EquationText;
import helvo.core.results.Results;
import helvo.core.results.Results.Line;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.table.SeriesKey;
import helvo.desktop.controls.ValueTable;
import helvo.desktop.workspace.Workspace;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

/// The curve of a part of the points beside that of all, while nothing is kept: a second curve that is only tried.
final class PartOfPointsBox extends VBox {
    private final Workspace workspace;
    private final Label note = muted("");
    private final VBox numbers = new VBox();
    private final Button keep;
    private Optional<PartOfPoints> part = Optional.empty();
    private SeriesKey tried = SeriesKey.whole(0);

    /// @param done runs after something was kept
    PartOfPointsBox(Workspace workspace, Runnable done) {
        super(6);
        this.workspace = workspace;
        setId("part-of-points");
        note.setId("part-says");
        keep = button("part-keep", "Keep as a second curve", () -> {
            workspace.keepPreview();
            done.run();
        });
        getChildren().addAll(note, numbers, keep);
        workspace.analysis().subscribe(_ -> show());
    }

    /// Tries the curve of these rows; hides where they are too few.
    void about(int[] rows) {
        part = workspace
                .figure()
                .flatMap(figure -> PartOfPoints.of(figure, rows))
                .filter(of -> of.points() < of.series().points().size());
        setShown(this, part.isPresent());
        numbers.getChildren().clear();
        part.ifPresent(of -> {
            Figure figure = workspace.figureInView().orElseThrow();
            tried = figure.nextFurther(of.series().key());
            workspace
                    .document()
                    .preview(new FigureEdit.AddCurve(
                            figure.id(), tried, of.series().chosen().curve(), of.only()));
            note.setText(
                    of.exact()
                            ? RootLocale.format(
                                    "These %,d points alone, beside all %,d:",
                                    of.points(), of.series().points().size())
                            : RootLocale.format(
                                    "The smallest box around them holds %,d points; these alone, beside all %,d:",
                                    of.points(), of.series().points().size()));
            show();
        });
    }

    /// What is not known yet is an ellipsis, so that the panel keeps its height.
    private void show() {
        Optional<FigureAnalysis> figure = workspace.figure();
        Optional<SeriesAnalysis> all =
                part.flatMap(of -> figure.flatMap(now -> now.series(of.series().key())));
        Optional<SeriesAnalysis> these = figure.flatMap(of -> of.series(tried));
        if (!isVisible() || all.isEmpty()) {
            return;
        }
        NumberNotation format = figure.orElseThrow().numbers();
        keep.setDisable(these.flatMap(SeriesAnalysis::fit).isEmpty());
        Optional<Fit> shape =
                these.flatMap(SeriesAnalysis::fit).or(() -> all.get().fit());
        if (shape.isEmpty() || these.isPresent() && these.get().fit().isEmpty()) {
            numbers.getChildren().setAll(muted("No curve of this shape goes through these."));
            return;
        }
        var rows = new ArrayList<Line.Table.Row>();
        List<Coefficient> coefficients = shape.get().coefficients();
        for (int i = coefficients.size() - 1; i >= 0; i--) {
            int place = i;
            rows.add(row(
                    shape.get().curve().label(coefficients.get(i).name()),
                    of -> text(of.fit().map(fit -> fit.coefficients().get(place)), format),
                    these,
                    all.get()));
        }
        rows.add(row("R²", of -> share(of, format), these, all.get()));
        rows.add(row("s", of -> scatter(of, format), these, all.get()));
        var table = new Line.Table(List.of("these", "all"), rows);
        var shown = new ValueTable(table);
        shown.show(table);
        numbers.getChildren().setAll(shown, muted(Results.STANDARD_ERROR));
    }

    private static Line.Table.Row row(
            String label, Function<SeriesAnalysis, String> text, Optional<SeriesAnalysis> these, SeriesAnalysis all) {
        List<String> cells = List.of(these.map(text).orElse("…"), text.apply(all));
        return new Line.Table.Row(label, cells, cells);
    }

    private static String text(Optional<Coefficient> of, NumberNotation format) {
        return of.map(each -> format.withUncertainty(each.value(), EquationText.standardError(each)))
                .orElse("–");
    }

    private static String share(SeriesAnalysis of, NumberNotation format) {
        OptionalDouble r2 = of.fit().map(fit -> fit.quality().r2()).orElse(OptionalDouble.empty());
        return r2.isPresent() ? format.share(r2.getAsDouble()) : "–";
    }

    private static String scatter(SeriesAnalysis of, NumberNotation format) {
        OptionalDouble s =
                of.fit().map(fit -> fit.quality().residualStandardDeviation()).orElse(OptionalDouble.empty());
        return s.isPresent() ? format.significant(s.getAsDouble(), 3) : "–";
    }
}
