package helvo.core.study;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.fit.Line;
import helvo.core.style.SheetStyle;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Heading;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/// Which steps are told where a report says what was done to the data, and which change looks only.
class AboutDataTest {
    @Test
    void whatChangesTheDataOrWhichOfThemCountIsAboutData() {
        assertThat(List.<Edit>of(
                        new TableEdit.SetCell(1, 1, 0, "5"),
                        new TableEdit.ExcludeRows(1, List.of(1), "slipped"),
                        new ColumnEdit.Derive(1, new Heading("a", ""), "{1}", Role.NONE, false),
                        new ColumnEdit.SetRole(1, 1, Role.X),
                        new FigureEdit.SetConditions(1, List.of()),
                        new StudyEdit.RemoveTable(1),
                        new StudyEdit.Begin(Study.EMPTY),
                        new StudyEdit.UseData(Study.blank().table(1)),
                        new StudyEdit.ReplaceTable(Study.blank().table(1)),
                        new StudyEdit.Compound(
                                "both", List.of(new StudyEdit.Rename("a"), new TableEdit.SetCell(1, 1, 0, "5")))))
                .allMatch(Edit::isAboutData);
    }

    @Test
    void looksNamesAndCurvesAreNot() {
        assertThat(List.<Edit>of(
                        new ColumnEdit.SetFormat(1, 1, new ColumnFormat.Rounded(2)),
                        new ColumnEdit.MoveColumn(1, 1, 0),
                        new FigureEdit.SetSheet(1, SheetStyle.DEFAULT),
                        new FigureEdit.ChooseCurve(1, SeriesKey.whole(2), new Line()),
                        new FigureEdit.SetTitle(1, Optional.of("a")),
                        new StudyEdit.Rename("a"),
                        new StudyEdit.AddFigure(1),
                        new StudyEdit.Compound("both", List.of(new StudyEdit.Rename("a"), new StudyEdit.AddFigure(1)))))
                .noneMatch(Edit::isAboutData);
        assertThat(new FigureEdit.SetTitle(1, Optional.of("a")).isStyle()).isTrue();
        assertThat(new FigureEdit.Show(1, Layer.BARS, true).isStyle()).isTrue();
        assertThat(new FigureEdit.Show(1, Layer.POOLED, true).isStyle())
                .as("it adds a fit")
                .isFalse();
        assertThat(new FigureEdit.ChooseCurve(1, SeriesKey.whole(2), new Line()).isStyle())
                .isFalse();
        assertThat(new StudyEdit.Rename("a").isStyle()).isFalse();
    }
}
