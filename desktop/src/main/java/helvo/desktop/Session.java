package helvo.desktop;

import helvo.core.Progress;
import helvo.core.Phrase;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.Figure;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableChange;
import helvo.core.study.TableEdit;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Stacking;
import helvo.core.table.Table;
import helvo.desktop.work.Background;
import helvo.desktop.work.Background.Outcome;
import helvo.files.CannotRead;
import helvo.files.ReadTable;
import helvo.files.text.PastedText;
import helvo.files.text.TextLayout;
import helvo.files.text.TextTable;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;

/// The study that a window shows: its history, its last finished analysis, and which table and series are in view. Views
/// read it and hand it edits; all else follows. Used on the interface thread only.
final class Session implements AutoCloseable {
    /// What is known early has the processors to itself until it is on the screen; then shapes are compared.
    private static final long SHOWN_FIRST = 60_000_000;
    /// Edits of one thing that follow one another within this time are one gesture: turns of a wheel, keys that move a slider.
    private static final long GESTURE = 1_500_000_000;
    /// To go through more than these takes longer than a person should wait for.
    private static final int MANY_ROWS = 100_000;

    private final Background background = new Background();
    private Background.Latest analysing = background.latest("analysis");
    private Background.Latest expecting = background.latest("expectation");
    private final Background.Queue reading = background.queue("reading");
    private final Background.Queue writing = background.queue("writing");
    private final Background.Latest changing = background.latest("changing");
    private final Deque<Change> waiting = new ArrayDeque<>();
    private final ReadOnlyObjectWrapper<History> history;
    private long performed = System.nanoTime() - GESTURE;
    private Study saved;
    /// What is analysed: the study, with what is only tried.
    private Study shown;
    private Optional<Edit> trial = Optional.empty();
    private Study warnedOf;
    private final ReadOnlyObjectWrapper<Analysis> analysis = new ReadOnlyObjectWrapper<>(Analysis.EMPTY);
    private final ReadOnlyIntegerWrapper table = new ReadOnlyIntegerWrapper();
    private final ReadOnlyIntegerWrapper figure = new ReadOnlyIntegerWrapper();
    private final ReadOnlyIntegerWrapper series = new ReadOnlyIntegerWrapper();
    private final ReadOnlyObjectWrapper<Optional<Notice>> notice = new ReadOnlyObjectWrapper<>(Optional.empty());

    private final ReadOnlyObjectWrapper<Optional<String>> unfinished = new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Selection> selected = new ReadOnlyObjectWrapper<>(Selection.NONE);
    private Preparation preparation = (_, _) -> {};
    private Optional<Expected> expected = Optional.empty();

    /// What an edit would give that is still being typed.
    private static final class Expected {
        private final History before;
        private final Edit edit;
        private final History after;
        private Optional<Analysis> known = Optional.empty();

        Expected(History before, Edit edit) {
            this.before = before;
            this.edit = edit;
            after = before.with(edit);
        }
    }

    /// A change that is under way or waits for one.
    private record Change(String label, UnaryOperator<History> how, Runnable then) {}

    /// Work on an analysis that its views need, done beside the interface thread before they are told of it.
    interface Preparation {
        /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
        void prepare(Analysis analysis, Progress progress);
    }

    /// Rows of the table in view that are selected, in figure and table alike.
    ///
    /// @param rows ascending
    record Selection(int[] rows) {
        static final Selection NONE = new Selection(new int[0]);

        boolean has(int row) {
            return Arrays.binarySearch(rows, row) >= 0;
        }

        boolean isNone() {
            return rows.length == 0;
        }
    }

    /// Something to tell the person, until it is read.
    record Notice(String text, boolean warns) {}

    /// What only the person can tell before something is opened.
    sealed interface Question {
        record WhichSheets(Path file, List<String> sheets) implements Question {}

        record HowSeveral(List<Path> files) implements Question {}
    }

    private final ReadOnlyObjectWrapper<Optional<Question>> question = new ReadOnlyObjectWrapper<>(Optional.empty());

    Session(Study study) {
        history = new ReadOnlyObjectWrapper<>(History.from(study));
        table.set(study.tables().isEmpty() ? 0 : study.tables().getFirst().id());
        analyse(study);
    }

    Background background() {
        return background;
    }

    void preparing(Preparation work) {
        preparation = work;
    }

    ReadOnlyObjectProperty<History> history() {
        return history.getReadOnlyProperty();
    }

    Study study() {
        return history.get().study();
    }

    /// The last finished one; it may be of an earlier study for a moment.
    ReadOnlyObjectProperty<Analysis> analysis() {
        return analysis.getReadOnlyProperty();
    }

    /// The id of the table in view; 0 when the study has none.
    ReadOnlyIntegerProperty tableId() {
        return table.getReadOnlyProperty();
    }

    /// The place of the series that Readout and Curves are about.
    ReadOnlyIntegerProperty seriesPlace() {
        return series.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<Optional<Notice>> notice() {
        return notice.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<Optional<Question>> question() {
        return question.getReadOnlyProperty();
    }

    Optional<Table> table() {
        return study().tables().stream().filter(each -> each.id() == table.get()).findFirst();
    }

    /// The id of the figure in view; the first over the table in view where there is none of this id.
    ReadOnlyIntegerProperty figureId() {
        return figure.getReadOnlyProperty();
    }

    List<Figure> figuresInView() {
        return study().figures().stream().filter(each -> each.table() == table.get()).toList();
    }

    /// The figure in view as it is in the study, which may be newer than its analysis.
    Optional<Figure> figureInView() {
        return figuresInView().stream().filter(each -> each.id() == figure.get()).findFirst()
                .or(() -> figuresInView().stream().findFirst());
    }

    /// The analysis of the figure in view.
    Optional<FigureAnalysis> figure() {
        return figureInView().flatMap(wanted -> analysis.get().figures().stream()
                .filter(each -> each.figure().id() == wanted.id()).findFirst());
    }

    void showFigure(int id) {
        figure.set(id);
        series.set(0);
    }

    Optional<SeriesAnalysis> series() {
        return figure().map(FigureAnalysis::series).filter(all -> !all.isEmpty())
                .map(all -> all.get(Math.min(series.get(), all.size() - 1)));
    }

    void show(int tableId) {
        select();
        table.set(tableId);
        series.set(0);
    }

    void showSeries(int place) {
        series.set(place);
    }

    ReadOnlyObjectProperty<Selection> selection() {
        return selected.getReadOnlyProperty();
    }

    void select(int... rows) {
        int[] sorted = Arrays.stream(rows).sorted().distinct().toArray();
        if (!Arrays.equals(sorted, selected.get().rows)) {
            selected.set(sorted.length == 0 ? Selection.NONE : new Selection(sorted));
        }
    }

    void say(String text, boolean warns) {
        notice.set(Optional.of(new Notice(text, warns)));
    }

    void dismissNotice() {
        notice.set(Optional.empty());
    }

    /// Does an edit: at once, or beside the interface thread where it goes through very many rows.
    void perform(Edit edit) {
        Runnable then = () -> {
            if (edit instanceof StudyEdit.AddTable(Table added, _)) {
                show(added.id());
            } else if (edit instanceof StudyEdit.Summarise) {
                show(study().tables().getLast().id());
            }
        };
        Optional<History> ready = expected.filter(each -> each.before == history.get() && each.edit.equals(edit)).map(each -> each.after);
        long now = System.nanoTime();
        boolean goesOn = now - performed < GESTURE;
        performed = now;
        change("Changing the table …", before -> ready.orElseGet(() -> goesOn ? before.continuing(edit) : before.with(edit)), then,
                takesLong(edit, study()));
    }

    /// Begins to work out what an edit gives while its text may still be changed, so that it is shown the sooner once it is done.
    void expect(Edit edit) {
        boolean foreseen = expected.filter(each -> each.before == history.get() && each.edit.equals(edit)).isPresent();
        boolean large = study().tables().stream().anyMatch(table -> table.rows() > MANY_ROWS);
        if (foreseen) {
            return;
        }
        expectNothing();
        if (large || trial.isPresent() || isChanging() || analysing.isBusy()) {
            return;
        }
        var next = new Expected(history.get(), edit);
        if (next.after == next.before) {
            return;
        }
        expected = Optional.of(next);
        Study study = next.after.study();
        expecting.run("Fitting …", analysis(study, analysis.get(), preparation, early -> learned(next, early)),
                new Outcome<>(all -> learned(next, all), fault -> {
            forget(next);
            if (study == shown) {
                unfinished(fault);
            }
        }, () -> {
            forget(next);
            if (study == shown) {
                stopAnalysis();
            }
        }));
    }

    /// What could not be worked out beforehand is worked out when it is done.
    private void forget(Expected of) {
        expected = expected.filter(each -> each != of);
    }

    /// What was typed is not going to be done.
    void expectNothing() {
        expecting.stop();
        expected = Optional.empty();
    }

    private void learned(Expected of, Analysis analysed) {
        of.known = Optional.of(analysed);
        known(analysed);
    }

    private static boolean takesLong(Edit edit, Study study) {
        boolean many = study.tables().stream().anyMatch(table -> table.rows() > MANY_ROWS);
        return many && switch (edit) {
            case FigureEdit _ -> false;
            case StudyEdit.Summarise _, StudyEdit.Together _ -> true;
            case StudyEdit _ -> false;
            case TableEdit.SetCell _ -> study.tables().stream()
                    .anyMatch(table -> table.summary().isPresent() || table.columns().stream().anyMatch(Column::isDerived));
            case ColumnEdit.Derive _, ColumnEdit.SetFormula _, ColumnEdit.SetKind _, ColumnEdit.NameSet _, ColumnEdit.ScaleBars _ -> true;
            case ColumnEdit _ -> false;
            case TableChange _ -> true;
        };
    }

    void undo() {
        change("Undoing …", History::undo, () -> {}, false);
    }

    void redo() {
        change("Redoing …", History::redo, () -> {}, false);
    }

    /// Undoes or redoes until so many steps are done.
    void goTo(int steps) {
        change("Undoing …", now -> {
            History there = now;
            while (there.steps().size() > steps) {
                there = there.undo();
            }
            while (there.steps().size() < steps && there.redoable().isPresent()) {
                there = there.redo();
            }
            return there;
        }, () -> {}, false);
    }

    /// Whether a long change is under way; others wait for it.
    boolean isChanging() {
        return !waiting.isEmpty();
    }

    private void change(String label, UnaryOperator<History> how, Runnable then, boolean takesLong) {
        if (takesLong || isChanging()) {
            waiting.add(new Change(label, how, then));
            if (waiting.size() == 1) {
                doNext();
            }
        } else {
            change(how.apply(history.get()));
            then.run();
        }
    }

    private void doNext() {
        if (!isChanging()) {
            return;
        }
        Change next = waiting.getFirst();
        History now = history.get();
        changing.run(next.label, _ -> next.how.apply(now), new Outcome<>(changed -> {
            change(changed);
            waiting.removeFirst();
            next.then.run();
            doNext();
        }, fault -> {
            waiting.clear();
            failed(fault);
        }, () -> {
            waiting.clear();
            say("Stopped; the study is as it was.", false);
        }));
    }

    private void change(History changed) {
        if (changed == history.get()) {
            return;
        }
        trial = Optional.empty();
        Optional<Expected> ready = expected.filter(each -> each.after == changed);
        if (ready.isPresent()) {
            // Its analysis goes on as that of the study.
            Background.Latest free = analysing;
            free.stop();
            analysing = expecting;
            expecting = free;
            expected = Optional.empty();
            shown = changed.study();
        } else {
            expectNothing();
            analyse(changed.study());
        }
        if (movesRows(study(), changed.study())) {
            select();
        }
        history.set(changed);
        ready.flatMap(each -> each.known).ifPresent(this::known);
        if (table().isEmpty()) {
            show(study().tables().isEmpty() ? 0 : study().tables().getLast().id());
        }
    }

    /// Whether rows of the table in view hold something else than before.
    private boolean movesRows(Study before, Study after) {
        Optional<Table> old = before.tables().stream().filter(each -> each.id() == table.get()).findFirst();
        Optional<Table> now = after.tables().stream().filter(each -> each.id() == table.get()).findFirst();
        return old.isEmpty() || now.isEmpty() || old.get().rows() != now.get().rows()
                || IntStream.range(0, Math.min(old.get().columns().size(), now.get().columns().size()))
                .anyMatch(i -> old.get().columns().get(i).cells() != now.get().columns().get(i).cells());
    }

    /// Shows what a change would do, without doing it.
    void tryOut(Edit edit) {
        trial = Optional.of(edit);
        analyse(edit.apply(study()));
    }

    /// Takes back what is only tried.
    void endTrial() {
        if (trial.isPresent()) {
            trial = Optional.empty();
            analyse(study());
        }
    }

    /// Does what was tried.
    void keepTrial() {
        Optional<Edit> tried = trial;
        trial = Optional.empty();
        tried.ifPresent(this::perform);
    }

    Optional<Edit> trial() {
        return trial;
    }

    private void analyse(Study study) {
        shown = study;
        Analysis previous = analysis.get();
        // What is tried changes with each move of the pointer: its figure is drawn when there is time.
        Preparation first = trial.isEmpty() ? preparation : (_, _) -> {};
        unfinished.set(Optional.empty());
        analysing.run("Fitting …", analysis(study, previous, first, this::known),
                new Outcome<>(analysis::set, this::unfinished, this::stopAnalysis));
    }

    /// @param early gets what is known early, on the interface thread
    private static Background.Work<Analysis> analysis(Study study, Analysis previous, Preparation first, Consumer<Analysis> early) {
        var shownFirst = new AtomicBoolean();
        return progress -> {
            Analysis all = Analysis.of(study, previous, known -> {
                first.prepare(known, progress);
                Platform.runLater(() -> early.accept(known));
                if (!shownFirst.getAndSet(true)) {
                    LockSupport.parkNanos(SHOWN_FIRST);
                }
            }, progress);
            first.prepare(all, progress);
            return all;
        };
    }

    /// What is known early serves as long as nothing newer is.
    private void known(Analysis early) {
        if (early.study() == shown) {
            analysis.set(early);
        }
    }

    /// Why figure and readout do not follow the study as it is now; empty while they do, or will.
    ReadOnlyObjectProperty<Optional<String>> unfinished() {
        return unfinished.getReadOnlyProperty();
    }

    /// Works out again what was stopped or failed.
    void analyseAgain() {
        analyse(trial.map(edit -> edit.apply(study())).orElse(study()));
    }

    private void unfinished(Throwable fault) {
        unfinished.set(Optional.of(fault instanceof OutOfMemoryError ? "There is not enough memory to work out this figure: set rows aside, or close other programs. Figure and readout are as they were before."
                : "Working out the figure failed (" + fault + "). The change stands; figure and readout are as they were before."));
    }

    /// Stopping an analysis stops that and nothing else: the edit that asked for it stands.
    void stopAnalysis() {
        analysing.stop();
        expecting.stop();
        unfinished.set(Optional.of(analysis.get().study() == study()
                ? "Stopped: not all curves were compared, and cells may need a look that are not listed."
                : "Stopped: the change stands; figure and readout are as they were before."));
    }

    /// Reads files into tables of the study; asks how where there are several, or several sheets in one.
    void open(List<Path> files) {
        dismissNotice();
        if (files.size() > 1) {
            ask(new Question.HowSeveral(List.copyOf(files)));
        } else if (!files.isEmpty()) {
            openEach(files);
        }
    }

    private void ask(Question asked) {
        question.set(Optional.empty());
        question.set(Optional.of(asked));
    }

    /// Reads files one after the other; of workbooks with several sheets the person chooses when there is but one file, else the first
    /// is taken.
    void openEach(List<Path> files) {
        openEach(files, files.size() == 1);
    }

    private void openEach(List<Path> files, boolean alone) {
        if (files.isEmpty()) {
            return;
        }
        Path file = files.getFirst();
        reading.run("Opening " + file.getFileName() + " …", progress -> {
            List<String> sheets = ReadTable.sheets(file);
            return sheets.size() > 1 && alone ? sheets : ReadTable.read(file, Optional.empty(), progress);
        }, new Outcome<>(read -> {
            if (read instanceof ReadTable table) {
                opened(table);
            } else if (read instanceof List<?> sheets) {
                ask(new Question.WhichSheets(file, sheets.stream().map(String.class::cast).toList()));
            }
            openEach(files.subList(1, files.size()), alone);
        }, fault -> {
            failed(fault);
            openEach(files.subList(1, files.size()), alone);
        }, () -> say("Opening was stopped; nothing was changed.", false)));
    }

    /// Reads sheets of a workbook one after the other into tables of the study.
    void openSheets(Path file, List<String> sheets) {
        if (sheets.isEmpty()) {
            return;
        }
        List<String> rest = sheets.subList(1, sheets.size());
        reading.run("Opening " + sheets.getFirst() + " …", progress -> ReadTable.read(file, Optional.of(sheets.getFirst()), progress),
                new Outcome<>(read -> {
            opened(read);
            openSheets(file, rest);
        }, fault -> {
            failed(fault);
            openSheets(file, rest);
        }, () -> say("Opening was stopped; nothing was changed.", false)));
    }

    /// Reads files into one table, under one another, with a column that names the file of each row.
    void openStacked(List<Path> files) {
        reading.run(Phrase.of("Opening %d files …", files.size()), progress -> {
            var tables = new ArrayList<Table>();
            var notices = new ArrayList<String>();
            for (int i = 0; i < files.size(); i++) {
                ReadTable read = ReadTable.read(files.get(i), Optional.empty(),
                        progress.part((double) i / files.size(), (i + 1.0) / files.size()));
                tables.add(read.table());
                notices.addAll(read.notices());
            }
            return new ReadTable(Stacking.of(tables.getFirst().name() + Phrase.of(" and %d more", files.size() - 1), "File", tables), "",
                    notices);
        }, new Outcome<>(this::opened, this::failed, () -> say("Opening was stopped; nothing was changed.", false)));
    }

    private void opened(ReadTable read) {
        add(read.table());
        if (!read.notices().isEmpty()) {
            say(String.join(" ", read.notices()), false);
        } else if (read.table().columns().size() == 1) {
            say(Phrase.of("“%s” has one column only; a scatter needs two. Another delimiter may be right: see below its name.",
                    read.table().name()), true);
        }
    }

    /// Into the blank table of a new study, else as a table more.
    private void add(Table read) {
        Optional<Table> blank = table().filter(Table::isBlank);
        boolean first = study().isBlank();
        perform(blank.isPresent() ? new StudyEdit.ReplaceTable(read.withId(blank.get().id())) : StudyEdit.AddTable.to(study(), read));
        if (first) {
            perform(new StudyEdit.Rename(read.name()));
        }
    }

    void copy(String text) {
        if (!text.isEmpty()) {
            var content = new ClipboardContent();
            content.putString(text);
            Clipboard.getSystemClipboard().setContent(content);
        }
    }

    /// A picture cannot be pasted as numbers, and that is said.
    private boolean refusesPicture(String text) {
        boolean picture = (text == null || text.isBlank()) && Clipboard.getSystemClipboard().hasImage();
        if (picture) {
            say("The clipboard holds a picture, not numbers: copy the cells themselves, or type the values that the picture shows.", true);
        }
        return picture;
    }

    /// Makes what is on the clipboard a table.
    void pasteTable(String text) {
        dismissNotice();
        if (refusesPicture(text)) {
            return;
        }
        try {
            opened(read(PastedText.of(text)));
        } catch (CannotRead e) {
            failed(e);
        }
    }

    private static ReadTable read(PastedText pasted) throws CannotRead {
        TextTable table = pasted.table("Pasted");
        return new ReadTable(table.table(), "", table.notices());
    }

    /// Puts what is on the clipboard over the cells of the table in view; with headings into a blank table, as a table.
    ///
    /// @param row    of the upper left cell, 0 is the first
    /// @param column its place among the columns, 0 is the first
    void pasteOver(String text, int row, int column) {
        dismissNotice();
        table().filter(_ -> !refusesPicture(text)).ifPresent(into -> {
            try {
                PastedText pasted = PastedText.of(text);
                if (into.isBlank() && (pasted.headings() || pasted.mark() != into.mark())) {
                    opened(read(pasted));
                } else {
                    List<List<String>> rows = pasted.writtenWith(into.mark());
                    boolean named = pasted.headings() && namesColumns(rows.getFirst(), into, column);
                    perform(new TableEdit.SetBlock(into.id(), row, column, named ? rows.subList(1, rows.size()) : rows));
                }
            } catch (CannotRead e) {
                failed(e);
            }
        });
    }

    /// Whether a row that is pasted repeats the headings of the columns that it would fall into.
    private static boolean namesColumns(List<String> row, Table into, int column) {
        return column + row.size() <= into.columns().size()
                && IntStream.range(0, row.size()).allMatch(i -> Heading.of(row.get(i)).equals(into.columns().get(column + i).heading()));
    }

    /// Reads a table's file again by another layout.
    void reread(Table old, Table.Source.Text source, TextLayout layout) {
        Path file = Path.of(source.file());
        reading.run("Reading again …", progress -> TextTable.read(file, Optional.of(layout), progress),
                new Outcome<>(read -> perform(new StudyEdit.ReplaceTable(read.table().withId(old.id()))), this::failed,
                        () -> say("Reading was stopped; nothing was changed.", false)));
    }

    /// Does work that changes no study, such as writing a file, after what was asked for before.
    ///
    /// @param finished runs on the interface thread when it is done
    void writeAside(String label, Background.Work<String> work, Runnable finished) {
        writing.run(label, work, new Outcome<>(said -> {
            say(said, false);
            finished.run();
        }, this::failed, () -> say("Stopped; nothing was written.", false)));
    }

    /// Takes note that the tables as they were in this study are in a file.
    void tableSaved(Study study) {
        saved = study;
    }

    /// Whether the window may close now. The first time that changes would be lost it may not, and says so.
    boolean mayClose() {
        boolean nothingLost = history.get().steps().isEmpty() || study() == saved || study() == warnedOf || study().isBlank();
        if (!nothingLost) {
            warnedOf = study();
            say("What was changed in this study is in no file yet: Hand over saves the table. Close the window again to leave without.",
                    true);
        }
        return nothingLost;
    }

    private void failed(Throwable fault) {
        say(switch (fault) {
            case CannotRead known -> known.getMessage();
            case Refusal known -> known.getMessage();
            case OutOfMemoryError _ -> "There is not enough memory for this; nothing was changed. Close other programs, or take fewer rows.";
            default -> "Helvo met a fault of its own; the study is as it was. (" + fault + ")";
        }, true);
    }

    /// What could not be done, in a sentence for the person.
    static final class Refusal extends Exception {
        Refusal(String sentence) {
            super(sentence);
        }
    }

    @Override
    public void close() {
        background.close();
    }
}
