package helvo.desktop.figure;

import static helvo.desktop.controls.Controls.button;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.style.CurveStyle;
import helvo.core.style.LegendStyle;
import helvo.core.style.SeriesStyle;
import helvo.core.table.SeriesKey;
import helvo.desktop.controls.Form;
import helvo.desktop.workspace.Workspace;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/// The legend: when and where it is shown, and its entries.
final class LegendForm extends PartForm {
    private static final int MAX_ENTRIES = 24;
    private static final List<CurveStyle.Spot> CORNERS = List.of(
            new CurveStyle.Spot(0.02, 0.02),
            new CurveStyle.Spot(1, 0.02),
            new CurveStyle.Spot(1, 0.97),
            new CurveStyle.Spot(0.02, 0.97));

    LegendForm(Workspace workspace, FigureView view, Form form) {
        super(workspace, view, form);
    }

    @Override
    String heading() {
        return "Legend";
    }

    private LegendStyle legend() {
        return style().legend();
    }

    @Override
    void build() {
        form.row(
                "Shown",
                form.choice(
                        "legend-shown",
                        "When the legend is shown",
                        List.of(LegendStyle.Shown.values()),
                        shown -> switch (shown) {
                            case FOR_SEVERAL -> "for two series or more";
                            case ALWAYS -> "always";
                            case NEVER -> "never";
                        },
                        () -> legend().shown(),
                        shown -> set(legend().withShown(shown))));
        form.row(
                "Place",
                button("legend-own-place", "Where no point lies", () -> set(legend().withAt(Optional.empty()))),
                button("legend-corner", "Next corner", this::nextCorner));
        form.row(
                "From left",
                PlotPositionField.across(
                        form, "legend-across", () -> legend().at(), at -> set(legend().withAt(Optional.of(at)))));
        form.row(
                "From top",
                PlotPositionField.down(
                        form, "legend-down", () -> legend().at(), at -> set(legend().withAt(Optional.of(at)))));
        List<SeriesAnalysis> series = allSeries();
        for (int i = 0; i < Math.min(series.size(), MAX_ENTRIES); i++) {
            entry(i, series.get(i));
        }
    }

    private void entry(int place, SeriesAnalysis of) {
        SeriesKey key = of.key();
        Supplier<SeriesStyle> style = () -> style().series(key);
        var shown = form.tick(
                "legend-entry-" + place,
                "",
                () -> style.get().inLegend(),
                in -> setSeries(key, style.get().withInLegend(in)));
        shown.setAccessibleText("Show " + of.label() + " in the legend");
        var name = form.text(
                "legend-name-" + place,
                "Name of " + of.label() + " in the legend",
                () -> style.get().name().orElse(of.label()),
                text -> setSeries(
                        key,
                        style.get()
                                .withName(
                                        text.isEmpty() || text.equals(of.label())
                                                ? Optional.empty()
                                                : Optional.of(text))));
        name.setPrefColumnCount(11);
        form.row(place == 0 ? "Entries" : "", shown, name, button("legend-up-" + place, "Up", () -> earlier(key)));
    }

    private void nextCorner() {
        int now = legend().at().map(CORNERS::indexOf).orElse(-1);
        set(legend().withAt(Optional.of(CORNERS.get((now + 1) % CORNERS.size()))));
    }

    private void earlier(SeriesKey key) {
        List<SeriesKey> all = allSeries().stream().map(SeriesAnalysis::key).toList();
        List<SeriesKey> order =
                new ArrayList<>(legend().order().stream().filter(all::contains).toList());
        all.stream().filter(each -> !order.contains(each)).forEach(order::add);
        int at = order.indexOf(key);
        if (at > 0) {
            Collections.swap(order, at, at - 1);
            set(legend().withOrder(order));
        }
    }
}
