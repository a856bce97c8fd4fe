package helvo.cli;

import helvo.core.Progress;
import helvo.core.fit.Curves;
import helvo.core.study.Study;
import helvo.core.style.SheetStyle;
import helvo.core.table.Column;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.disk.UserFolders;
import helvo.files.json.CurveFile;
import helvo.files.study.StudyFile;
import helvo.files.table.TableImport;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/// `helvo values`, which shells call while a line is typed: what an option may be followed by, as the files of
/// the line have it. It is quiet about whatever cannot be read.
final class ValuesCommand extends Command {
    static final String NAME = "values";
    /// Options whose values are names of columns.
    static final List<String> COLUMNS = List.of("--x", "--y", "--by", "--right", "--x-bar", "--y-bar", "--repeats");
    static final String SHEETS = "--sheet";
    static final List<String> FIGURES = List.of("--figure", "--figures");
    static final String CURVES = "--curve";
    static final String STYLES = "--style";
    /// Nobody waits for a larger file while typing.
    private static final long MOST_BYTES = 20_000_000;

    private String option;
    private List<Path> line;

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    ValuesCommand() {
        super(NAME, "What an option may be followed by, for a shell.");
        arguments.word("OPTION", "Without its dashes.", List.of(), value -> option = "--" + value);
        arguments.files("WORD", "The line as it is, behind a --.", value -> line = value);
    }

    /// Options that are followed by what only a file can tell.
    static List<String> all() {
        return Stream.of(COLUMNS, FIGURES, List.of(SHEETS, CURVES, STYLES))
                .flatMap(List::stream)
                .toList();
    }

    @Override
    public Integer call() {
        try {
            values().distinct().forEach(arguments.out()::println);
        } catch (UnreadableFile | IOException none) {
            return Helvo.DATA_DO_NOT_ALLOW;
        }
        arguments.out().flush();
        return Helvo.DONE;
    }

    private Stream<String> values() throws UnreadableFile, IOException {
        if (option.equals(CURVES)) {
            return Stream.concat(
                    Curves.keywords().stream(),
                    CurveFile.kept(UserFolders.ofSystem().curves()).stream()
                            .map(curve -> CurveFile.word(curve.name())));
        }
        Optional<Path> file = file();
        Optional<Study> study = file.isPresent() && StudyFile.isInside(file.get())
                ? Optional.of(
                        StudyFile.read(file.get(), Progress.none()).history().study())
                : Optional.empty();
        if (option.equals(STYLES)) {
            return Stream.concat(study.stream().flatMap(each -> each.styles().stream()), SheetStyle.PRESETS.stream())
                    .map(SheetStyle.Named::name);
        }
        if (file.isEmpty()) {
            return Stream.empty();
        }
        if (option.equals(SHEETS)) {
            return TableImport.sheets(file.get()).stream();
        }
        if (FIGURES.contains(option)) {
            return study.stream()
                    .flatMap(each -> each.figures().stream().map(figure -> figure.title(each.table(figure.table()))));
        }
        List<Table> tables = study.isPresent()
                ? study.get().tables()
                : List.of(TableImport.read(file.get(), Progress.none()).table());
        return tables.stream().flatMap(table -> table.columns().stream()).map(Column::name);
    }

    /// The first of the line that is one.
    private Optional<Path> file() throws IOException {
        for (Path word : line) {
            if (Files.isRegularFile(word) && Files.size(word) <= MOST_BYTES) {
                return Optional.of(word);
            }
        }
        return Optional.empty();
    }
}
