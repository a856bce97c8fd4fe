package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.WordList;
import helvo.core.study.StudyEdit;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/// The options that `fit`, `curves` and `draw` share: files of data or a study, and what is made of them.
final class FitOptions {
    private static final int MOST_NAMED = 20;
    private final Arguments arguments;
    private final ImportCommandOptions reading;
    private final FigureOptions figure;
    private final boolean ofAllFigures;
    private List<Path> files = List.of();
    private Optional<Path> save = Optional.empty();

    /// @param arguments of the command that has these options
    FitOptions(Arguments arguments) {
        this(arguments, false);
    }

    /// @param ofAllFigures whether a study of several figures need not say which of them is meant
    FitOptions(Arguments arguments, boolean ofAllFigures) {
        this.arguments = arguments;
        this.ofAllFigures = ofAllFigures;
        arguments.files(
                "FILE",
                "CSV, TSV, XLSX or ODS files, or a study; - for standard input. Of several, each is fitted on its own.",
                value -> files = value);
        arguments
                .option("--save", "STUDY.helvo", "Keep the data and all that was asked for as a study.")
                .path(value -> save = Optional.of(value));
        figure = new FigureOptions(arguments);
        reading = new ImportCommandOptions(arguments);
    }

    /// What is done for each file.
    interface Work {
        /// @return the exit code
        int of(FitInput input) throws UnreadableFile, UserError;
    }

    /// Does the same for each file; of several, one that is refused is told and the others go on.
    ///
    /// @return the greatest exit code
    int each(Work work) throws UnreadableFile, UserError {
        if (files.size() == 1) {
            return saved(one(), work);
        }
        if (save.isPresent()) {
            throw new UsageError("--save takes one file at a time; helvo new makes a study of several.");
        }
        int code = Helvo.DONE;
        for (Path file : files) {
            FitInput input = input(file);
            try {
                code = Math.max(code, work.of(input));
            } catch (UnreadableFile | UserError refused) {
                arguments.err().println(Helvo.shortened(input.name() + ": " + refused.getMessage()));
                code = Helvo.DATA_DO_NOT_ALLOW;
            }
        }
        return code;
    }

    private int saved(FitInput input, Work work) throws UnreadableFile, UserError {
        boolean isOther = save.isPresent()
                && Files.exists(save.get())
                && !save.get()
                        .toAbsolutePath()
                        .normalize()
                        .equals(input.file().toAbsolutePath().normalize());
        if (isOther) {
            throw new UserError("“" + save.get() + "” is there already: give another name, or remove it first.");
        }
        int code = work.of(input);
        if (save.isPresent()) {
            input.save(save.get());
        }
        return code;
    }

    private FitInput input(Path file) {
        return new FitInput(this, file);
    }

    boolean isOneFile() {
        return files.size() == 1;
    }

    /// Does it for the one file of a command that takes no more.
    int forOne(Work work) throws UnreadableFile, UserError {
        return saved(one(), work);
    }

    private FitInput one() {
        if (files.size() > 1) {
            throw new UsageError("One file at a time: run the command once for each.");
        }
        return input(files.getFirst());
    }

    boolean isFigureNamed() {
        return figure.isNamed();
    }

    /// One y is all that a report is about.
    void requireOneY() {
        if (figure.nameSeveralYs()) {
            throw new UsageError("One --y at a time: run the command once for each, or draw them.");
        }
    }

    /// A file as it was opened: the study that is made of it, or that it is, and which of its figures is meant.
    ///
    /// @param warnings what a careful person wants to know of the reading
    record Opened(StudySteps steps, int figure, List<String> warnings) {}

    /// Reads a file and makes what was asked for.
    Opened opened(Path file) throws UnreadableFile, UserError {
        if (StudyFile.isInside(file)) {
            reading.refuseFor(file);
            figure.check();
            StoredStudy stored = StudyFile.read(file, Progress.none());
            stored.remarks().ifPresent(arguments.remarks()::println);
            StudySteps steps = StudySteps.from(stored);
            int id = ofAllFigures
                            && !figure.isNamed()
                            && !steps.study().figures().isEmpty()
                    ? steps.study().figures().getFirst().id()
                    : figure.figureOf(file, steps.study());
            int shown = figure.addTo(steps, file, id);
            return new Opened(steps, shown, stored.remarks().stream().toList());
        }
        if (figure.isNamed()) {
            throw new UserError("“" + file.getFileName()
                    + "” is a table and has no figures: leave out --figure, which names one of a study.");
        }
        List<String> missing = figure.missingColumns();
        if (missing.size() == 1) {
            throw needs(missing, columns());
        }
        figure.check();
        ImportCommandOptions.Input read = reading.read(file);
        ImportCommandOptions.refuseOpenLine(read.table());
        reading.warn(read);
        Table table = read.table();
        if (table.columns().size() == 1) {
            throw new UserError(RootLocale.format(
                    "“%s” has one column only (%s): a fit needs an x and a y.",
                    file.getFileName(), table.columns().getFirst().name()));
        }
        if (!missing.isEmpty() && !hasOnePair(table)) {
            UsageError asked = needs(missing, columns(file, table));
            if (isOneFile()) {
                throw asked;
            }
            throw new UserError(String.valueOf(asked.getMessage()));
        }
        StudySteps steps = StudySteps.named(
                save.map(to -> String.valueOf(to.getFileName())).orElse(""));
        StudyEdit.AddTable add = StudyEdit.AddTable.to(steps.study(), table);
        steps.then(add);
        int shown = figure.addTo(steps, file, add.figure().id());
        return new Opened(steps, shown, read.warnings());
    }

    /// Whether the columns leave no choice: numbers or dates as x and y, their bars, and nothing that splits them.
    private static boolean hasOnePair(Table table) {
        return table.all(Role.X).size() == 1
                && table.all(Role.Y).size() == 1
                && table.columns().stream()
                        .noneMatch(column ->
                                column.role() == Role.BY || column.role() == Role.NONE && column.kind() != Kind.TEXT);
    }

    private UsageError needs(List<String> missing, String columns) {
        return new UsageError((arguments.qualifiedName() + " needs " + WordList.and(missing) + ". " + columns).strip());
    }

    /// 1 where the file needs a look, as `check` has it, and a person is strict about it.
    int exit(int code, FitInput input) throws UnreadableFile, UserError {
        int places = reading.isStrict() ? input.issueCount() : 0;
        if (places > 0) {
            arguments
                    .err()
                    .println(RootLocale.format(
                            "%s: %,d %s a look; helvo check tells %s.",
                            input.name(),
                            places,
                            places == 1 ? "place needs" : "places need",
                            places == 1 ? "it" : "them"));
        }
        return places > 0 ? Helvo.DATA_DO_NOT_ALLOW : code;
    }

    /// What was done to columns first.
    List<String> derived() {
        return figure.derived();
    }

    /// The columns of a file, for who has not named any.
    String columns() {
        if (files.size() != 1 || !Files.isRegularFile(files.getFirst())) {
            return "";
        }
        try {
            return columns(files.getFirst(), reading.read(files.getFirst()).table());
        } catch (UnreadableFile | UserError e) {
            return String.valueOf(e.getMessage());
        }
    }

    private static String columns(Path file, Table table) {
        return "“" + file.getFileName() + "” has the columns "
                + table.columns().stream().limit(MOST_NAMED).map(Column::name).collect(Collectors.joining(", "))
                + (table.columns().size() > MOST_NAMED ? " and more." : ".");
    }
}
