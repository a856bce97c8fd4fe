package helvo.files.json;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.curve.Curve;
import helvo.core.curve.FixedInterceptLine;
import helvo.core.curve.Line;
import helvo.core.curve.Polynomial;
import helvo.core.study.ColumnEdit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.SeriesKey;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.number.DateText;
import helvo.core.table.BarMeaning;
import helvo.core.table.Cell;
import helvo.core.table.Decision;
import helvo.core.table.Format;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Problem;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.Statistics;
import helvo.core.table.Table;
import helvo.core.table.TimeUnit;
import helvo.files.samples.SampleStudy;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class StudyJsonTest {
    private static final Study SAMPLE = SampleStudy.study();
    private static final Table STRETCH = SAMPLE.tables().getFirst();
    private static final List<Edit> ONE_OF_EACH = List.of(
            new StudyEdit.Rename("Cords, “wet”"),
            new StudyEdit.Begin(SAMPLE),
            new StudyEdit.AddTable(STRETCH, SAMPLE.figures().getFirst()),
            new StudyEdit.RemoveTable(2),
            new StudyEdit.RenameTable(1, "Pulls"),
            new StudyEdit.Summarise(1, "Means", List.of(2), List.of(3), List.of(Statistics.MEAN, Statistics.STANDARD_DEVIATION)),
            new StudyEdit.Together("Straighten", List.of(new ColumnEdit.AddColumn(1), new StudyEdit.RenameTable(1, "a"))),
            new ColumnEdit.UseAsFurtherX(1, 3),
            new ColumnEdit.SetKind(1, 2, Kind.DATE, DateText.Order.MONTH_FIRST),
            new ColumnEdit.SetFormat(1, 2, new Format.Dates(DateText.Form.MINUTE, DateText.Order.DAY_FIRST, TimeUnit.HOUR)),
            new ColumnEdit.SetBarMeaning(1, 4, BarMeaning.INTERVAL_95),
            new ColumnEdit.MoveColumn(1, 2, 0),
            new ColumnEdit.Derive(1, new Heading("Load²", "N²"), "{2}^2", Role.X, true),
            new ColumnEdit.SetFormula(1, 5, new Heading("Load³", "N³"), "{2}^3"),
            new ColumnEdit.NameSet(1, 1, "wet", List.of(new Cell.Text("salt"), new Cell.Number(3)), "others"),
            new DecisionEdit.Decide(1, 3, List.of(7), Problem.Sort.NOT_A_NUMBER, Decision.Choice.SET_ASIDE, "blurred"),
            new DecisionEdit.TakeBack(1, 3, List.of(7)),
            new TableEdit.SetAsideWhere(1, List.of(new RowCondition.OneOf(1, List.of(new Cell.Text("salt")))), "old cord"),
            new TableEdit.MoveRows(1, 3, 2, -1),
            new StudyEdit.ReplaceTable(STRETCH.withSource(new Table.Source.Text("a.csv", "UTF-8", ';', true))),
            new TableEdit.SetCell(1, 2, 3, "about 7,6"),
            new ColumnEdit.SetRole(1, 2, Role.Y_BAR),
            new ColumnEdit.SetHeading(1, 2, new Heading("Load", "N")),
            new TableEdit.SetRowsAside(1, List.of(3, 5), "slipped"),
            new TableEdit.BringRowsBack(1, List.of(3)),
            new TableEdit.SetBlock(1, 2, 0, List.of(List.of("1", "2,5"), List.of("n/a"))),
            new ColumnEdit.AddColumn(1),
            new ColumnEdit.RemoveColumn(1, 2),
            new TableEdit.InsertRows(1, 3, 2),
            new TableEdit.RemoveRows(1, List.of(0, 4)),
            new TableEdit.Sort(1, 2, false),
            new TableEdit.FillSeries(1, 2, 0, 0.5, 0.1, 12),
            new FigureEdit.SetTitle(1, Optional.of("A title")),
            new FigureEdit.Show(1, Layer.GUIDE_GRID, true),
            new FigureEdit.ChooseCurve(1, new SeriesKey(3, "dry"), new Polynomial(3)),
            new FigureEdit.Resize(1, 85, 60.5),
            new FigureEdit.UseOnly(1, List.of(new RowCondition.Is(1, new Cell.Text("dry")), new RowCondition.Is(2, new Cell.Number(0.1)),
                    new RowCondition.Is(2, Cell.EMPTY), new RowCondition.Between(2, -1, 1e300))));

    @Test
    void everyEditReadsBackAsItWas() {
        assertThat(StudyJson.text(new StudyEdit.Begin(Study.blank()))).doesNotContain("blank");
        assertThat(ONE_OF_EACH).allSatisfy(edit -> assertThat(StudyJson.edit(StudyJson.text(edit))).isEqualTo(edit));
        assertThat(StudyJson.edit(StudyJson.text(new FigureEdit.SetTitle(1, Optional.empty())))).isEqualTo(new FigureEdit.SetTitle(1, Optional.empty()));
    }

    @Test
    void noKindOfEditIsForgotten() {
        assertThat(ONE_OF_EACH.stream().<Class<?>>map(Edit::getClass).toList()).containsExactlyInAnyOrderElementsOf(kinds(Edit.class).toList());
    }

    private static Stream<Class<?>> kinds(Class<?> family) {
        return family.isSealed() ? Arrays.stream(family.getPermittedSubclasses()).flatMap(StudyJsonTest::kinds) : Stream.of(family);
    }

    /// Everything that a table can hold: derived columns, dates, decisions, a summary.
    @Test
    void aStudyThatWasWorkedOnReadsBackAsItWas() {
        Study worked = SAMPLE;
        for (Edit edit : List.of(
                new ColumnEdit.Derive(1, new Heading("Load²", "N²"), "{2}^2", Role.X, true),
                new ColumnEdit.NameSet(1, 1, "wet", List.of(new Cell.Text("salt-soaked")), "dry"),
                new DecisionEdit.Decide(1, 3, List.of(7), Problem.Sort.NOT_A_NUMBER, Decision.Choice.NUMBER_USED, ""),
                new StudyEdit.Summarise(1, "Means", List.of(1, 2), List.of(3), List.of(Statistics.MEAN, Statistics.STANDARD_ERROR)),
                new TableEdit.SetBlock(2, 0, 3, List.of(List.of("2026-03-05"), List.of("5 Mar 2026 14:30"))),
                new ColumnEdit.SetKind(2, 4, Kind.DATE, DateText.Order.DAY_FIRST))) {
            worked = edit.apply(worked);
        }
        Edit edit = new StudyEdit.Begin(worked);
        assertThat(StudyJson.edit(StudyJson.text(edit))).isEqualTo(edit);
    }

    @Test
    void everyCurveReadsBackAsItWas() {
        for (Curve curve : List.of(new Line(), new FixedInterceptLine(-2.5), new Polynomial(10))) {
            Edit edit = new FigureEdit.ChooseCurve(1, new SeriesKey(3, ""), curve);
            assertThat(StudyJson.edit(StudyJson.text(edit))).isEqualTo(edit);
        }
    }

    @Test
    void theFormIsPlain() {
        assertThat(StudyJson.text(new TableEdit.SetCell(1, 2, 3, "about 7,6"))).isEqualTo("{\"do\":\"set cell\",\"table\":1,\"column\":2,\"row\":3,\"typed\":\"about 7,6\"}");
    }

    /// A journal is untrusted: it names edits, never classes.
    @Test
    void whatIsNoEditIsRefused() {
        for (String json : List.of("", "{}", "[]", "{\"do\":\"java.lang.Runtime\"}", "{\"do\":\"set cell\",\"table\":\"x\"}",
                "{\"do\":\"choose curve\",\"figure\":1,\"series\":{\"yColumn\":1,\"group\":\"\"},\"curve\":{\"curve\":\"spiral\"}}",
                "{\"do\":\"resize\",\"figure\":1,\"widthMm\":\"wide\"}")) {
            assertThatThrownBy(() -> StudyJson.edit(json)).as(json).isInstanceOf(IllegalArgumentException.class);
        }
    }
}
