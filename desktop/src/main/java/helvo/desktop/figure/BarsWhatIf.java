package helvo.desktop.figure;

import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.field;
import static helvo.desktop.controls.Controls.mainButton;
import static helvo.desktop.controls.Controls.muted;
import static helvo.desktop.controls.Controls.setShown;
import static helvo.desktop.controls.Controls.strong;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.bounds.ErrorBarLines;
import helvo.core.number.NumberText;
import helvo.desktop.workspace.Workspace;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/// The what-if of error bars: what would follow if they were longer or shorter, which changes nothing until it is
/// accepted.
final class BarsWhatIf extends VBox {
    private static final double MAX_FACTOR = 3;

    private final Workspace workspace;
    private final Consumer<String> error;
    private final Slider slider = new Slider(0, MAX_FACTOR, 1);
    private final TextField size = field("bars-what-if", "Length to try", 6);
    private final Label unit = new Label();
    private final Label verdict = muted("");
    private final Button accept;
    private BarsOfSeries bars;
    /// The half length at factor 1; empty where bars differ and a factor is tried.
    private Optional<Double> length = Optional.empty();

    /// @param error    gets what is wrong with what was typed
    /// @param accepted runs after what was tried is done
    @SuppressWarnings("NullAway.Init") // set before it is read
    BarsWhatIf(Workspace workspace, Consumer<String> error, Runnable accepted) {
        super(6);
        this.workspace = workspace;
        this.error = error;
        slider.setId("bars-slider");
        slider.setAccessibleText("How long bars would be, in parts of what they are");
        slider.setBlockIncrement(0.05);
        slider.setPrefWidth(130);
        slider.valueProperty().subscribe((_, now) -> {
            if (!Double.isNaN(now.doubleValue()) && (slider.isFocused() || slider.isValueChanging())) {
                slid(now.doubleValue());
            }
        });
        size.setOnAction(_ -> typed());
        size.textProperty().subscribe((_, _) -> {
            if (size.isFocused()) {
                typed();
            }
        });
        verdict.setId("bars-verdict");
        accept = mainButton("bars-accept", "Use these bars", () -> {
            if (workspace.preview().get().isPresent()) {
                workspace.keepPreview();
                accepted.run();
            }
        });
        var trying = new HBox(8, slider, size, unit);
        trying.setAlignment(Pos.CENTER_LEFT);
        getChildren()
                .addAll(
                        strong("What if"),
                        trying,
                        verdict,
                        new FlowPane(8, 6, accept, button("bars-back", "As in the table", () -> begin(bars))));
    }

    /// Begins at the lengths that bars have.
    void begin(BarsOfSeries of) {
        bars = of;
        workspace.document().endPreview();
        boolean any = !(bars.source() instanceof BarsOfSeries.Source.Nothing);
        setShown(this, any);
        accept.setDisable(bars.isDerived());
        length = bars.length();
        unit.setText(length.isEmpty() ? "times" : bars.unit());
        slider.setValue(1);
        size.setText(workspace.study().numbers().plain(length.orElse(1.0)));
        update();
    }

    private void typed() {
        double typed = NumberText.number(
                        size.getText().replace('−', '-'), bars.table().decimalMark())
                .orElse(Double.NaN);
        double factor = typed / length.orElse(1.0);
        if (!(factor >= 0) || !Double.isFinite(factor)) {
            error.accept("Type a length of 0 or more.");
            return;
        }
        error.accept("");
        bars.tryOut(factor);
        if (!slider.isFocused()) {
            slider.setValue(Math.min(MAX_FACTOR, factor));
        }
    }

    private void slid(double factor) {
        double rounded = Math.round(factor * 200) / 200.0;
        size.setText(workspace.study().numbers().significant(rounded * length.orElse(1.0), 4));
        bars.tryOut(rounded);
    }

    /// What the bars as they are shown allow.
    void update() {
        Optional<ErrorBarLines> bounds = bars.series().flatMap(SeriesAnalysis::bounds);
        verdict.setText(bounds.map(bars::verdict).orElse("No point has a bar."));
        verdict.getStyleClass().removeAll("warning");
        if (bounds.filter(each -> !each.exist()).isPresent()) {
            verdict.getStyleClass().add("warning");
        }
    }
}
