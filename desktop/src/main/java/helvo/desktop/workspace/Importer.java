package helvo.desktop.workspace;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.derive.Reshaping;
import helvo.core.importing.TableStacking;
import helvo.core.study.Edit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.study.TableUpdate;
import helvo.core.table.DerivedTable;
import helvo.core.table.Heading;
import helvo.core.table.ImportOptions;
import helvo.core.table.ImportReport;
import helvo.core.table.Table;
import helvo.core.table.TablePreview;
import helvo.desktop.task.BackgroundTasks;
import helvo.desktop.task.BackgroundTasks.Outcome;
import helvo.files.UnreadableFile;
import helvo.files.study.StudyFile;
import helvo.files.table.TableImport;
import helvo.files.table.TableReading;
import helvo.files.text.PastedText;
import helvo.files.text.TextTable;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/// Reads tables from files and the clipboard into the study. What cannot be read is said and changes nothing.
public final class Importer {
    /// Tables of one file that one press opens.
    private static final int MOST_OFFERED = 20;
    /// Of a table that is read in several ways, so much is shown of each.
    private static final int PREVIEW_COLUMNS = 4;
    private static final int PREVIEW_ROWS = 3;
    /// Characters that are read as cells within a frame or two.
    private static final int SHORT_TEXT = 50_000;

    private final Workspace workspace;
    private final FileDialogs dialogs;
    private final StudyOpener opener;
    private final FileReadingQueue reading;
    private final ReadOnlyObjectWrapper<Optional<Question>> question = new ReadOnlyObjectWrapper<>(Optional.empty());
    /// Readings of tables between which a person may choose, each known by its report: another study has other
    /// tables of the same numbers.
    private final IdentityHashMap<ImportReport, List<TableReading>> open = new IdentityHashMap<>();

    /// What only the person can tell before something is opened.
    public sealed interface Question {
        record WhichSheets(Path file, List<String> sheets) implements Question {}

        record HowSeveral(List<Path> files) implements Question {}

        /// How a table that is open already is to be read.
        ///
        /// @param why it is asked
        record HowToRead(String asked, String why, List<Way> ways) implements Question {
            /// @param take reads the table so
            public record Way(String name, TablePreview preview, Runnable take) {}
        }
    }

    public Importer(Workspace workspace, FileDialogs dialogs, Studies studies) {
        this.workspace = workspace;
        this.dialogs = dialogs;
        reading = new FileReadingQueue(workspace);
        opener = new StudyOpener(workspace, reading, studies);
    }

    /// A file of curves that a person wants to take.
    public Optional<Path> fileOfCurves() {
        return dialogs.curves();
    }

    /// Opens studies; what is opened here goes there if it is one.
    public StudyOpener opener() {
        return opener;
    }

    public ReadOnlyObjectProperty<Optional<Question>> question() {
        return question.getReadOnlyProperty();
    }

    /// Asks which files to open, and opens them.
    public void open() {
        open(dialogs.files());
    }

    /// Opens studies, and reads other files into tables of the study; asks how where there are several, or
    /// several sheets in one.
    public void open(List<Path> files) {
        workspace.messages().dismiss();
        files.stream().filter(StudyFile::isStudy).forEach(opener::openFile);
        List<Path> tables =
                files.stream().filter(file -> !StudyFile.isStudy(file)).toList();
        if (tables.size() > 1) {
            ask(new Question.HowSeveral(tables));
        } else if (!tables.isEmpty()) {
            openEach(tables);
        }
    }

    /// Opens one file, and says when there is its table, a question about it, or a sentence why there is neither.
    public void open(Path file, Runnable then) {
        open(List.of(file));
        reading.afterwards(then);
    }

    private void ask(Question asked) {
        question.set(Optional.empty());
        question.set(Optional.of(asked));
    }

    /// Reads files one after the other; of workbooks with several sheets the person chooses when there is but one
    /// file, else the first is taken.
    public void openEach(List<Path> files) {
        openEach(files, files.size() == 1);
    }

    private void openEach(List<Path> files, boolean alone) {
        if (files.isEmpty()) {
            return;
        }
        Path file = files.getFirst();
        List<Path> rest = files.subList(1, files.size());
        reading.open(
                String.valueOf(file.getFileName()),
                progress -> {
                    List<String> sheets = TableImport.sheets(file);
                    return sheets.size() > 1 && alone
                            ? new Found.Sheets(sheets)
                            : new Found.One(TableImport.read(file, progress));
                },
                new Outcome<>(
                        found -> {
                            switch (found) {
                                case Found.One(TableImport table) -> opened(table);
                                case Found.Sheets(List<String> sheets) -> ask(new Question.WhichSheets(file, sheets));
                            }
                            openEach(rest, alone);
                        },
                        fault -> {
                            reading.failed(fault);
                            openEach(rest, alone);
                        },
                        reading::stopped));
    }

    /// What a file holds: a table, or sheets to choose from.
    private sealed interface Found {
        record One(TableImport table) implements Found {}

        record Sheets(List<String> names) implements Found {}
    }

    /// Reads sheets of a workbook one after the other into tables of the study.
    public void openSheets(Path file, List<String> sheets) {
        if (sheets.isEmpty()) {
            return;
        }
        List<String> rest = sheets.subList(1, sheets.size());
        reading.open(
                sheets.getFirst(),
                progress -> TableImport.read(file, Optional.of(sheets.getFirst()), ImportOptions.NONE, progress),
                new Outcome<>(
                        read -> {
                            opened(read);
                            openSheets(file, rest);
                        },
                        fault -> {
                            reading.failed(fault);
                            openSheets(file, rest);
                        },
                        reading::stopped));
    }

    /// Reads files into one table, under one another, with a column that names the file of each row.
    public void openStacked(List<Path> files) {
        reading.open(
                RootLocale.format("%d files", files.size()),
                progress -> {
                    var tables = new ArrayList<Table>();
                    var notices = new ArrayList<String>();
                    for (int i = 0; i < files.size(); i++) {
                        TableImport read = TableImport.read(
                                files.get(i), progress.part((double) i / files.size(), (i + 1.0) / files.size()));
                        tables.add(read.table());
                        notices.addAll(read.notices());
                    }
                    return new TableImport(
                            TableStacking.of(
                                    tables.getFirst().name() + RootLocale.format(" and %d more", files.size() - 1),
                                    "File",
                                    tables),
                            notices);
                },
                this::opened);
    }

    private void opened(TableImport read) {
        add(read.table());
        workspace.table().filter(_ -> !read.readings().isEmpty()).ifPresent(table -> {
            table.importReport().ifPresent(how -> open.put(how, read.readings()));
            askHowToRead(table);
        });
        int others = others(read.table());
        if (others > 0) {
            Table table = workspace.table().orElseThrow();
            workspace
                    .messages()
                    .offer(
                            String.join(" ", read.notices()),
                            new Messages.Offer(
                                    others == 1
                                            ? "Open the other too"
                                            : RootLocale.format("Open the other %d too", others),
                                    () -> openOthers(table)));
        } else if (!read.notices().isEmpty()) {
            workspace.messages().show(String.join(" ", read.notices()));
        } else if (read.table().columns().size() == 1) {
            workspace
                    .messages()
                    .warn(RootLocale.format(
                            "“%s” has one column only; a scatter needs two. Another delimiter may be right: see below "
                                    + "its name.",
                            read.table().name()));
        }
    }

    /// How many more tables are offered of the file or sheet that a table is the first of.
    private static int others(Table table) {
        return table.importReport()
                .filter(how ->
                        table.source().isPresent() && how.choices().table().orElse(1) == 1)
                .map(how -> Math.min(how.tables(), MOST_OFFERED) - 1)
                .orElse(0);
    }

    private void openOthers(Table table) {
        ImportOptions choices = table.importReport().orElseThrow().choices();
        for (int number = 2; number <= others(table) + 1; number++) {
            openAlso(table, choices.withTable(Optional.of(number)));
        }
    }

    /// Opens a table that ships with the program.
    public void openShipped(String name, byte[] text) {
        try {
            add(TextTable.readText(text, name, ImportOptions.NONE).table());
        } catch (UnreadableFile e) {
            throw new IllegalArgumentException("what ships with the program can be read", e);
        }
    }

    /// Into the blank table of a new study, else as a table more.
    private void add(Table read) {
        Optional<Table> blank = workspace.table().filter(Table::isBlank);
        boolean first = workspace.study().isBlank();
        workspace.perform(
                blank.isPresent()
                        ? new StudyEdit.ReplaceTable(read.withId(blank.get().id()))
                        : StudyEdit.AddTable.to(workspace.study(), read));
        if (first) {
            workspace.perform(new StudyEdit.Rename(read.name()));
        }
    }

    /// Whether there are readings of a table to choose from.
    public boolean hasReadings(Table table) {
        return table.importReport()
                .filter(how -> how.question().isPresent())
                .filter(how -> open.containsKey(how) || table.source().isPresent())
                .isPresent();
    }

    /// Asks how a table is to be read of which that is open; its file is read once more where need be.
    public void askHowToRead(Table table) {
        table.importReport()
                .flatMap(how -> Optional.ofNullable(open.get(how)))
                .ifPresentOrElse(
                        known -> ask(table, known),
                        () -> reading.again(
                                progress -> TableImport.again(table, progress), read -> ask(table, read.readings())));
    }

    private void ask(Table table, List<TableReading> readings) {
        ask(new Question.HowToRead(
                table.importReport().flatMap(ImportReport::question).orElse(""),
                "It holds words and numbers, or numbers that go on evenly: names of columns, or values like those "
                        + "below.",
                readings.stream()
                        .map(each -> way(each.name(), each.shown(), () -> use(table, each)))
                        .toList()));
    }

    private static Question.HowToRead.Way way(String name, Table shown, Runnable take) {
        return new Question.HowToRead.Way(name, TablePreview.of(shown, PREVIEW_COLUMNS, PREVIEW_ROWS), take);
    }

    /// Takes a table as it is read in the way that was chosen. Undo asks again: of a file that is read once more, of
    /// what was pasted the readings are kept.
    private void use(Table table, TableReading chosen) {
        table.source().flatMap(_ -> table.importReport()).ifPresent(open::remove);
        Table taken = chosen.table().withId(table.id());
        workspace.perform(new StudyEdit.ReplaceTable(taken));
        chosen.turn().ifPresent(form -> turn(taken, form));
    }

    /// Asks whether a table is to be brought into another shape, or stays.
    public void askHowToTurn(Table table, DerivedTable.Form form) {
        boolean wide = form == DerivedTable.Form.ONE_ROW_EACH;
        ask(new Question.HowToRead(
                wide ? "One row for each value, or as it stands?" : "Rows as columns, or as it stands?",
                wide
                        ? "The columns are named by numbers, as of one quantity at several times or doses."
                        : "The rows are named, as if the table lay on its side.",
                List.of(
                        way(
                                wide ? "One row for each value" : "Rows as columns",
                                Reshaping.of(0, table.name(), table, form, List.of()),
                                () -> turn(table, form)),
                        way("As it stands", table, () -> {}))));
    }

    /// Makes a table in another shape that follows a table.
    public void turn(Table table, DerivedTable.Form form) {
        Reshaping.refused(table, form, List.of())
                .ifPresentOrElse(
                        workspace.messages()::show,
                        () -> workspace.perform(new StudyEdit.Reshape(table.id(), table.name() + ", turned", form)));
    }

    /// Reads a table's file again in another way.
    public void reread(Table old, ImportOptions choices) {
        reading.again(
                progress -> TableImport.again(old, choices, progress),
                read -> workspace.perform(
                        new StudyEdit.ReplaceTable(read.table().withId(old.id()))));
    }

    /// Reads another table of the same file or sheet into one more.
    public void openAlso(Table table, ImportOptions choices) {
        reading.open(
                table.source().map(Table.Source::name).orElse(""),
                progress -> TableImport.again(table, choices, progress),
                this::opened);
    }

    /// Asks for a file and takes its rows for the table in view; all that was chosen for the table stays.
    public void useOtherData() {
        workspace.table().ifPresent(table -> dialogs.data(table.name()).ifPresent(file -> useData(table, file)));
    }

    private void useData(Table old, Path file) {
        workspace.messages().dismiss();
        reading.open(String.valueOf(file.getFileName()), progress -> TableImport.read(file, progress), read -> {
            switch (TableUpdate.of(old, read.table())) {
                case TableUpdate.Outcome.DoesNotFit(List<String> why) ->
                    workspace
                            .messages()
                            .warn("“" + file.getFileName() + "” does not fit the table “" + old.name()
                                    + "”, and nothing was changed: " + String.join("; ", why) + ".");
                case TableUpdate.Outcome.Fits(Table fresh, List<String> notices) -> {
                    workspace.perform(new StudyEdit.UseData(fresh));
                    Stream.concat(read.notices().stream(), notices.stream())
                            .reduce((a, b) -> a + " " + b)
                            .ifPresent(workspace.messages()::show);
                }
            }
        });
    }

    // ---- the clipboard ----

    /// A picture cannot be pasted as numbers, and that is said.
    private boolean refusesPicture() {
        boolean picture = SystemClipboard.holdsPictureOnly();
        if (picture) {
            workspace
                    .messages()
                    .warn("The clipboard holds a picture, not numbers: copy the cells themselves, or type the "
                            + "values that the picture shows.");
        }
        return picture;
    }

    /// Makes what is on the clipboard a table.
    public void pasteTable() {
        if (!refusesPicture()) {
            pasteTable(SystemClipboard.text());
        }
    }

    void pasteTable(String text) {
        parse(text, () -> _ -> read(PastedText.of(text)), this::opened);
    }

    private static TableImport read(PastedText pasted) throws UnreadableFile {
        return TableImport.of(pasted, "Pasted");
    }

    /// Reads what is on the clipboard: at once where that is little, else beside the interface thread, where all
    /// that is done meanwhile waits for it.
    private <T> void parse(String text, Supplier<BackgroundTasks.Work<T>> work, Consumer<T> done) {
        workspace.messages().dismiss();
        if (text != null && text.length() > SHORT_TEXT) {
            workspace
                    .document()
                    .changeAfter(
                            "Pasting …",
                            progress -> work.get().run(progress),
                            new Outcome<>(done, reading::failed, () -> workspace
                                    .messages()
                                    .show("Pasting was stopped; nothing was changed.")));
            return;
        }
        try {
            done.accept(work.get().run(Progress.none()));
        } catch (Exception e) {
            reading.failed(e);
        }
    }

    /// Puts what is on the clipboard over the cells of the table in view; with headings into a blank table, as a
    /// table.
    ///
    /// @param row    of the upper left cell, 0 is the first
    /// @param column its place among the columns, 0 is the first
    public void pasteOver(int row, int column) {
        if (!refusesPicture()) {
            pasteOver(SystemClipboard.text(), row, column);
        }
    }

    void pasteOver(String text, int row, int column) {
        workspace
                .table()
                .ifPresent(table -> parse(
                        text,
                        () -> {
                            Study now = workspace.document().study();
                            return _ -> over(PastedText.of(text), now.table(table.id()), row, column);
                        },
                        pasted -> {
                            switch (pasted) {
                                case Pasted.Whole(TableImport read) -> opened(read);
                                case Pasted.Block(Edit edit) -> workspace.perform(edit);
                            }
                        }));
    }

    /// What pasting over cells comes to.
    private sealed interface Pasted {
        /// In the place of a blank table.
        record Whole(TableImport read) implements Pasted {}

        record Block(Edit edit) implements Pasted {}
    }

    private static Pasted over(PastedText pasted, Table into, int row, int column) throws UnreadableFile {
        if (into.isBlank() && (pasted.headings() || pasted.isOpen() || pasted.mark() != into.decimalMark())) {
            return new Pasted.Whole(read(pasted));
        }
        int width = pasted.rows().stream().mapToInt(List::size).max().orElse(0);
        if (column + width > Table.MOST_COLUMNS) {
            throw new UnreadableFile(RootLocale.format(
                    "The clipboard holds %,d columns; from here on there is room for %,d, since a table has %,d at "
                            + "most. Nothing was pasted.",
                    width, Table.MOST_COLUMNS - column, Table.MOST_COLUMNS));
        }
        List<List<String>> rows = pasted.writtenWith(into.decimalMark());
        boolean named = pasted.headings() && namesColumns(rows.getFirst(), into, column);
        return new Pasted.Block(
                new TableEdit.SetBlock(into.id(), row, column, named ? rows.subList(1, rows.size()) : rows));
    }

    /// Whether a row that is pasted repeats the headings of the columns that it would fall into.
    private static boolean namesColumns(List<String> row, Table into, int column) {
        return column + row.size() <= into.columns().size()
                && IntStream.range(0, row.size()).allMatch(i -> Heading.of(row.get(i))
                        .equals(into.columns().get(column + i).heading()));
    }
}
