package helvo.desktop.figure;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.AxisStyle;
import helvo.core.style.CurveStyle;
import helvo.core.style.FigureStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.SeriesStyle;
import helvo.core.table.SeriesKey;
import helvo.desktop.controls.Form;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.DefaultSeriesStyle;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.IntFunction;

/// The controls of one kind of part of the figure, as rows of a form that shows what the study has and changes it.
abstract class PartForm {
    final Workspace workspace;
    final FigureView view;
    final Form form;

    PartForm(Workspace workspace, FigureView view, Form form) {
        this.workspace = workspace;
        this.view = view;
        this.form = form;
    }

    /// What stands above the form.
    abstract String heading();

    /// Puts the rows into the form.
    abstract void build();

    /// Whether what it is about is no longer there.
    boolean isGone() {
        return false;
    }

    final FigureStyle style() {
        return workspace.figureInView().orElseThrow().style();
    }

    /// Does an edit of the figure in view, unless what it has is what it would get.
    final void set(Function<FigureStyle, ?> part, Object wanted, IntFunction<Edit> edit) {
        workspace
                .figureInView()
                .filter(figure -> !part.apply(figure.style()).equals(wanted))
                .ifPresent(figure -> workspace.perform(edit.apply(figure.id())));
    }

    final void setAxis(AxisPlace place, AxisStyle style) {
        set(all -> all.axis(place), style, figure -> new FigureEdit.SetAxis(figure, place, style));
    }

    final void set(LegendStyle style) {
        set(FigureStyle::legend, style, figure -> new FigureEdit.SetLegend(figure, style));
    }

    final void setSeries(SeriesKey key, SeriesStyle style) {
        set(all -> all.series(key), style, figure -> new FigureEdit.SetSeriesStyle(figure, key, style));
    }

    final void setCurve(SeriesKey key, CurveStyle style) {
        set(all -> all.curve(key), style, figure -> new FigureEdit.SetCurveStyle(figure, key, style));
    }

    final List<SeriesAnalysis> allSeries() {
        return workspace.figure().map(FigureAnalysis::series).orElse(List.of());
    }

    final Optional<SeriesAnalysis> series(SeriesKey key) {
        return workspace.figure().flatMap(figure -> figure.series(key));
    }

    final String label(SeriesKey key) {
        return series(key).map(SeriesAnalysis::label).orElse("");
    }

    /// How the program draws a series that nobody chose a style for.
    final DefaultSeriesStyle automatic(SeriesKey key) {
        return DefaultSeriesStyle.of(series(key).map(SeriesAnalysis::slot).orElse(0));
    }
}
