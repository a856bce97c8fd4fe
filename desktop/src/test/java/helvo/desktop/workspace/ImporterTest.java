package helvo.desktop.workspace;

import static helvo.desktop.FxThread.on;
import static helvo.desktop.FxThread.until;
import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.number.DecimalMark;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.core.table.ImportOptions;
import helvo.core.table.Table;
import helvo.desktop.OneStudy;
import helvo.desktop.document.StudyDocument;
import helvo.files.samples.SampleStudy;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.framework.junit5.ApplicationExtension;

/// The way from files and the clipboard into the study, without a window over it.
@ExtendWith(ApplicationExtension.class)
class ImporterTest {
    @TempDir
    private Path folder;

    private StudyDocument document;
    private Workspace workspace;
    private Importer importer;

    @AfterEach
    void close() {
        on(workspace::close);
        on(document::close);
    }

    @Test
    void theFirstFileTakesTheBlankTablesPlaceAndNamesTheStudy() throws IOException {
        begin(Study.blank());
        open(file("cords.csv", "Load,Stretch\n1,2\n2,3\n3,5\n"));
        assertThat(workspace.study().tables()).extracting(Table::name).containsExactly("cords");
        assertThat(workspace.study().figures()).hasSize(1);
        assertThat(workspace.study().name()).isEqualTo("cords");
        open(file("more.csv", "a,b\n1,2\n2,5\n"));
        assertThat(workspace.study().tables()).extracting(Table::name).containsExactly("cords", "more");
        assertThat(workspace.table().orElseThrow().name()).isEqualTo("more");
        assertThat(workspace.study().name()).isEqualTo("cords");
        on(workspace::undo);
        assertThat(workspace.table().orElseThrow().name()).isEqualTo("cords");
    }

    @Test
    void ofSeveralFilesABadOneIsSaidAndTheOthersOpen() throws IOException {
        begin(Study.blank());
        List<Path> files = List.of(
                file("a.csv", "x,y\n1,2\n2,3\n"), folder.resolve("missing.csv"), file("c.csv", "x,y\n1,2\n2,3\n"));
        open(files.toArray(Path[]::new));
        assertThat(importer.question().get()).contains(new Importer.Question.HowSeveral(files));
        on(() -> importer.openEach(files));
        rest();
        assertThat(workspace.study().tables()).extracting(Table::name).containsExactly("a", "c");
    }

    @Test
    void whatCannotBeOpenedChangesNothingAndSaysWhy() throws IOException {
        begin(SampleStudy.study());
        Study before = workspace.study();
        for (String[] bad : new String[][] {
            {"empty.csv", "", "is empty"},
            {"head.csv", "a,b\n", "headings only"},
            {"wide.csv", "1,".repeat(5000), "more than 1,000 columns"}
        }) {
            open(file(bad[0], bad[1]));
            assertThat(workspace.messages().notice().get().orElseThrow().text()).contains(bad[0], bad[2]);
            assertThat(workspace.messages().notice().get().orElseThrow().warns())
                    .isTrue();
        }
        open(folder);
        assertThat(workspace.messages().notice().get().orElseThrow().text()).contains("is a folder");
        assertThat(workspace.study()).isSameAs(before);
        assertThat(workspace.history().get().steps()).isEmpty();
    }

    @Test
    void oneColumnOpensWithAHintAndIsReadInAnotherWay() throws IOException {
        begin(Study.blank());
        open(file("odd.csv", "1\n2\n"));
        assertThat(workspace.messages().notice().get().orElseThrow().text()).contains("has one column only");
        open(file("comma.csv", "1,5;2\n2,7;4\n"));
        Table table = workspace.table().orElseThrow();
        assertThat(table.decimalMark()).isEqualTo(DecimalMark.COMMA);
        var source = (Table.Source.Text) table.source().orElseThrow();
        on(() -> importer.reread(
                table, ImportOptions.NONE.withSeparator(Optional.of(',')).withDecimal(Optional.of(DecimalMark.POINT))));
        rest();
        assertThat(workspace.table().orElseThrow().columns())
                .extracting(column -> column.cells().cell(0).exactText())
                .containsExactly("1", "5;2");
        Files.delete(Path.of(source.file()));
        Study before = workspace.study();
        on(() -> importer.reread(table, ImportOptions.NONE));
        rest();
        assertThat(workspace.messages().notice().get().orElseThrow().text()).contains("There is no file");
        assertThat(workspace.study()).isSameAs(before);
    }

    /// The first of several tables in a file opens; one press brings the others, each as a table of its own.
    @Test
    void otherTablesOfAFileAreOneOfferedPressAway() throws IOException {
        begin(Study.blank());
        open(file("two.csv", "Load (N),Stretch (mm)\n1,2\n2,3\n3,5\n\nLoad (N),Width (mm)\n1,9\n2,8\n3,6\n"));
        assertThat(workspace.study().tables()).hasSize(1);
        Messages.Notice notice = workspace.messages().notice().get().orElseThrow();
        assertThat(notice.text()).contains("holds 2 tables");
        on(notice.offer().orElseThrow().action());
        rest();
        assertThat(workspace.study().tables())
                .extracting(table -> table.columns().get(1).name())
                .containsExactly("Stretch", "Width");
        assertThat(workspace.messages().notice().get().flatMap(Messages.Notice::offer))
                .as("the second offers nothing more")
                .isEmpty();
    }

    /// A second batch of files waits for the first; it does not take its place.
    @Test
    void filesThatAreOpenedMeanwhileWaitTheirTurn() throws IOException {
        begin(Study.blank());
        List<Path> first = List.of(file("a.csv", "x,y\n1,2\n2,3\n"), file("b.csv", "x,y\n1,2\n2,3\n"));
        List<Path> second = List.of(file("c.csv", "x,y\n1,2\n2,3\n"), file("d.csv", "x,y\n1,2\n2,3\n"));
        on(() -> {
            importer.openEach(first);
            importer.openEach(second);
        });
        rest();
        assertThat(workspace.study().tables()).extracting(Table::name).containsExactlyInAnyOrder("a", "b", "c", "d");
    }

    @Test
    void pastingWithoutATableInViewMakesOne() {
        begin(Study.EMPTY);
        on(() -> importer.pasteTable("Time (s)\tWay (m)\n1\t2\n2\t4,5\n3\t5,5\n"));
        rest();
        assertThat(workspace.table().orElseThrow().columns())
                .extracting(Column::unit)
                .containsExactly("s", "m");
        assertThat(workspace.series().orElseThrow().fit()).isPresent();
        on(() -> workspace.perform(new StudyEdit.RemoveTable(workspace.tableId().get())));
        rest();
        assertThat(workspace.table()).isEmpty();
        assertThat(workspace.series()).isEmpty();
        on(workspace::undo);
        rest();
        assertThat(workspace.series()).isPresent();
    }

    /// A copied table goes over itself without its headings becoming cells; others' headings stay what they are.
    @Test
    void headingsThatTheColumnsHaveAlreadyAreNotPasted() {
        begin(Study.blank());
        on(() -> workspace.messages().warn("The clipboard held nothing."));
        on(() -> importer.pasteOver("Load (N)\tStretch (mm)\n5\t1,31\n10\t2,35\n", 0, 0));
        rest();
        assertThat(workspace.messages().notice().get())
                .as("the earlier sentence is gone")
                .isEmpty();
        on(() -> importer.pasteOver("Load (N)\tStretch (mm)\n6\t1,5\n12\t2,5\n", 1, 0));
        rest();
        Table table = workspace.table().orElseThrow();
        assertThat(IntStream.range(0, 3).mapToDouble(table.columns().get(0).cells()::number))
                .containsExactly(5.0, 6.0, 12.0);
        assertThat(IntStream.range(0, 3).mapToDouble(table.columns().get(1).cells()::number))
                .containsExactly(1.31, 1.5, 2.5);
        on(() -> importer.pasteOver("Mass (g)\tStretch (mm)\n7\t3\n", 3, 0));
        rest();
        assertThat(workspace
                        .table()
                        .orElseThrow()
                        .columns()
                        .getFirst()
                        .cells()
                        .cell(3)
                        .exactText())
                .isEqualTo("Mass (g)");
    }

    private void begin(Study study) {
        on(() -> {
            var one = new OneStudy(study);
            document = one.document;
            workspace = new Workspace(document, one.keeper, one);
            importer = new Importer(workspace, new SystemDialogs(null, Optional::empty), one);
        });
        rest();
    }

    private void open(Path... files) {
        on(() -> importer.open(List.of(files)));
        rest();
    }

    private Path file(String name, String text) throws IOException {
        return Files.writeString(folder.resolve(name), text);
    }

    private void rest() {
        until(
                "the workspace comes to rest",
                () -> workspace.isIdle() && workspace.analysis().get().study() == workspace.study());
    }
}
