package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.derive.Reshaping;
import helvo.core.importing.LimitColumns;
import helvo.core.quality.Problem;
import helvo.core.quality.Problems;
import helvo.core.table.Column;
import helvo.core.table.DerivedTable;
import helvo.core.table.ImportReport;
import helvo.core.table.Table;
import helvo.core.table.TablePreview;
import helvo.files.UnreadableFile;
import helvo.files.json.ReadingJson;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import helvo.files.table.TableReading;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/// `helvo check`: how a file was read, and which of its cells need a look.
final class CheckCommand extends Command {
    /// Kinds of oddity that are listed.
    private static final int LISTED = 500;
    private static final int NOTES = 20;
    private static final int PREVIEW_COLUMNS = 5;
    private static final int PREVIEW_ROWS = 3;
    private static final int PREVIEW_WIDTH = 12;
    private final ImportCommandOptions reading;
    private List<Path> files;
    private boolean json;

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    CheckCommand() {
        super(
                "check",
                "Tell what a file holds: how it was read, columns, units, kinds, and every cell that needs a look. "
                        + "The exit code is 1 where something needs a look.");
        arguments.files(
                "FILE", "CSV, TSV, XLSX or ODS files, or a study; - for standard input.", value -> files = value);
        arguments.flag("--json", "Report as JSON.", value -> json = value);
        reading = new ImportCommandOptions(arguments);
    }

    @Override
    public Integer call() throws UnreadableFile, UserError {
        var checked = new ArrayList<ReadingJson.Checked>();
        var text = new StringWriter();
        boolean looks = false;
        boolean failed = false;
        for (Path file : files) {
            try {
                List<ReadingJson.Checked> tables =
                        StudyFile.isInside(file) ? tablesOf(file, new PrintWriter(text, true)) : List.of(read(file));
                looks |= tables.stream()
                        .anyMatch(each ->
                                each.problems().count() > 0 || !each.warnings().isEmpty());
                checked.addAll(tables);
                if (!json) {
                    tables.forEach(each -> print(new PrintWriter(text, true), each));
                }
            } catch (UnreadableFile | UserError refused) {
                if (files.size() == 1) {
                    throw refused;
                }
                arguments.err().println(Helvo.shortened(String.valueOf(refused.getMessage())));
                failed = true;
            }
        }
        PrintWriter out = arguments.out();
        if (json) {
            out.println(ReadingJson.checked(checked));
        } else {
            out.print(text);
        }
        out.flush();
        return looks || failed ? Helvo.DATA_DO_NOT_ALLOW : Helvo.DONE;
    }

    private ReadingJson.Checked read(Path file) throws UnreadableFile, UserError {
        ImportCommandOptions.Input input = reading.read(file);
        return new ReadingJson.Checked(
                file.toString(), input.table(), input.all(), input.readings(), Problems.in(input.table()));
    }

    /// Those of a study, as they stand in it.
    private List<ReadingJson.Checked> tablesOf(Path study, PrintWriter text) throws UnreadableFile, UserError {
        reading.refuseFor(study);
        StoredStudy stored = StudyFile.read(study, Progress.none());
        stored.remarks().ifPresent(arguments.remarks()::println);
        List<Table> tables = stored.history().study().tables();
        text.printf(
                Locale.ROOT,
                "%s: the study “%s”, with %d %s%n",
                study,
                stored.history().study().name(),
                tables.size(),
                tables.size() == 1 ? "table" : "tables");
        return tables.stream()
                .map(table -> new ReadingJson.Checked(
                        study + ", " + table.name(), table, List.of(), List.of(), Problems.in(table)))
                .toList();
    }

    private static void print(PrintWriter out, ReadingJson.Checked checked) {
        Table table = checked.table();
        out.printf(
                Locale.ROOT,
                "%s: %,d %s, %d %s%n",
                checked.file(),
                table.rows(),
                table.rows() == 1 ? "row" : "rows",
                table.columns().size(),
                table.columns().size() == 1 ? "column" : "columns");
        table.readBy().ifPresent(how -> out.println("Read by: " + how));
        for (Column column : table.columns()) {
            out.printf(
                    Locale.ROOT,
                    "  #%-3d %-28s %-10s %-9s %s%n",
                    column.id(),
                    column.name(),
                    column.unit().isEmpty() ? "no unit" : column.unit(),
                    column.holds(),
                    column.role().tag().equals("none") ? "" : column.role().tag());
        }
        table.importReport().ifPresent(how -> how.remarks().stream()
                .map(ImportReport.Remark::sentence)
                .forEach(out::println));
        checked.warnings().stream()
                .filter(warning -> table.importReport().stream()
                        .flatMap(how -> how.remarks().stream())
                        .noneMatch(remark -> remark.sentence().equals(warning)))
                .forEach(out::println);
        checked.readings().forEach(reading -> print(out, reading));
        Reshaping.suggest(table)
                .ifPresent(form -> out.println(
                        form == DerivedTable.Form.ONE_ROW_EACH
                                ? "Its columns are named by numbers: --turn long gives one row for each value."
                                : "Its rows are named, as if it lay on its side: --turn transposed gives "
                                        + "rows as columns."));
        LimitColumns.offered(table)
                .ifPresent(limits -> out.println(limits.sentence() + " Say --y-bar limits:"
                        + limits.lower().name() + "," + limits.upper().name() + "."));
        table.importReport().filter(how -> !how.notes().isEmpty()).ifPresent(how -> {
            out.println("Not of the table:");
            how.notes().stream().limit(NOTES).forEach(note -> out.println("  " + note));
        });
        Problems problems = checked.problems();
        out.println(
                problems.count() == 0
                        ? "Nothing needs a look."
                        : RootLocale.format(
                                "%,d %s a look:",
                                problems.count(), problems.count() == 1 ? "place needs" : "places need"));
        problems.groups().stream().limit(LISTED).forEach(problem -> out.println("  " + sentence(problem, table)));
        if (problems.groups().size() > LISTED) {
            out.printf(
                    Locale.ROOT,
                    "  and %,d more%n",
                    problems.groups().stream()
                            .skip(LISTED)
                            .mapToInt(Problem::count)
                            .sum());
        }
    }

    private static void print(PrintWriter out, TableReading reading) {
        TablePreview preview = TablePreview.of(reading.shown(), PREVIEW_COLUMNS, PREVIEW_ROWS);
        out.println("  " + reading.name() + ":");
        out.println(line(preview.headings(), preview.more()));
        preview.rows().forEach(row -> out.println(line(row, preview.more())));
    }

    private static String line(List<String> cells, boolean more) {
        return "    "
                + cells.stream()
                        .map(cell -> cell.length() > PREVIEW_WIDTH ? cell.substring(0, PREVIEW_WIDTH - 1) + "…" : cell)
                        .map(cell -> RootLocale.format("%" + PREVIEW_WIDTH + "s", cell))
                        .collect(Collectors.joining("  "))
                + (more ? "  …" : "");
    }

    private static String sentence(Problem problem, Table table) {
        String meant = problem.suggested(table).stream()
                .map(way -> way.shown(table.decimalMark()))
                .collect(Collectors.joining(" or "));
        return problem.place(table) + ": " + problem.why(table)
                + (meant.isEmpty() ? "" : "; " + (problem.count() == 1 ? "it" : "they") + " may mean " + meant);
    }
}
