package helvo.core.results;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.fit.Polynomial;
import helvo.core.number.DecimalMark;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.style.CurveStyle;
import helvo.core.table.BarMeaning;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.core.table.UniformBarLength;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class FigureDescriptionTest {
    private static final Study STUDY = study();

    /// Two cords of which one stretches twice as much.
    private static Study study() {
        List<Cell> cords = IntStream.range(0, 10)
                .<Cell>mapToObj(i -> new Cell.Text(i < 5 ? "dry" : "wet"))
                .toList();
        var columns = List.of(
                new Column(1, new Heading("Cord", ""), Kind.TEXT, Role.BY, 0, Cells.of(cords)),
                new Column(2, new Heading("Load", "N"), Kind.NUMBER, Role.X, 0, numbers(1, 2, 3, 4, 5, 1, 2, 3, 4, 5)),
                new Column(
                        3,
                        new Heading("Stretch", "mm"),
                        Kind.NUMBER,
                        Role.Y,
                        1,
                        numbers(1.1, 1.9, 3, 4.1, 4.9, 2.1, 3.9, 6, 8.1, 9.9)));
        return StudyEdit.AddTable.to(
                        Study.EMPTY,
                        new Table(1, "Cords", DecimalMark.POINT, Optional.empty(), columns, ExcludedRows.NONE))
                .apply(Study.EMPTY);
    }

    private static Cells numbers(double... values) {
        return Cells.of(Arrays.stream(values).<Cell>mapToObj(Cell.Number::new).toList());
    }

    private static FigureAnalysis figure(Edit... edits) {
        Study study = STUDY;
        for (Edit edit : edits) {
            study = edit.apply(study);
        }
        return Analysis.of(study, Analysis.EMPTY, Progress.none()).figure(1);
    }

    /// By hand: slopes 9.8/10 and 19.8/10, R² 9.604/9.64 and 39.204/39.24; Fieller's limits with t of 6 degrees of
    /// freedom.
    @Test
    void tellsWhatIsDrawnAndHowTheGroupsCompare() {
        assertThat(FigureDescription.of(figure()))
                .isEqualTo("Scatter chart of Stretch in mm against Load in N: 10 points in 2 series, dry and wet. "
                        + "dry: 5 points, Load from 1 to 5, Stretch from 1.1 to 4.9; rises, line Stretch = 0.98 Load "
                        + "+ 0.06, R² 0.9963. "
                        + "wet: 5 points, Load from 1 to 5, Stretch from 2.1 to 9.9; rises, line Stretch = 1.98 Load "
                        + "+ 0.06, R² 0.9991. "
                        + "The slope of wet is 2.02 times that of dry (95 %: 1.84 to 2.23).");
    }

    @Test
    void doesNotTellCurvesThatAreNotDrawn() {
        Edit[] hidden = List.of("dry", "wet").stream()
                .map(group ->
                        new FigureEdit.SetCurveStyle(1, SeriesKey.group(3, group), CurveStyle.DEFAULT.withShown(false)))
                .toArray(Edit[]::new);
        assertThat(FigureDescription.of(figure(hidden)))
                .contains("Stretch from 2.1 to 9.9.")
                .doesNotContain("R²", "slope", "line");
    }

    @Test
    void aCaptionSaysWhatBarsAndShadesMean() {
        Edit[] shown = {
            new ColumnEdit.SetOwnBars(1, 3, new UniformBarLength(0.5, false)),
            new ColumnEdit.SetBarMeaning(1, 3, BarMeaning.STANDARD_ERROR),
            new FigureEdit.Show(1, Layer.BOUNDS, true),
            new FigureEdit.Show(1, Layer.CONFIDENCE_BAND, true),
            new TableEdit.ExcludeRows(1, List.of(0), "slipped")
        };
        assertThat(FigureDescription.caption(figure(shown)))
                .isEqualTo("Stretch against Load. Bars: ± 0.5 mm, one standard error. Dashed: the "
                        + "steepest and the shallowest line through all bars; shaded: every line that meets "
                        + "them all; circled: the points whose bars limit them. Shaded along a curve: where "
                        + "its mean lies with 95 % confidence; thin lines bound one more measurement. "
                        + "Hollow: excluded.");
        assertThat(FigureDescription.caption(figure())).isEqualTo("Stretch against Load.");
        Edit ends = new FigureEdit.SetTitle(1, Optional.of("Does it stretch?"));
        assertThat(FigureDescription.caption(figure(ends))).isEqualTo("Does it stretch?");
    }

    @Test
    void aPersonsOwnWordsGoFirstAndACurveThatBendsIsNotSaidToRise() {
        FigureAnalysis own = figure(new FigureEdit.Describe(1, Optional.of("Two cords."), Optional.of("Both rise.")));
        assertThat(FigureDescription.caption(own)).isEqualTo("Two cords.");
        assertThat(FigureDescription.of(own)).isEqualTo("Both rise.");
        assertThat(FigureDescription.of(
                        figure(new FigureEdit.ChooseCurve(1, SeriesKey.group(3, "dry"), new Polynomial(2)))))
                .contains("Stretch from 1.1 to 4.9; quadratic Stretch = ");
    }
}
