package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.WordList;
import helvo.core.derive.Reshaping;
import helvo.core.derive.Summaries;
import helvo.core.importing.TableReader;
import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.quality.AmbiguousColumn;
import helvo.core.table.CellInterpretation;
import helvo.core.table.Column;
import helvo.core.table.DerivedTable;
import helvo.core.table.ImportOptions;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.table.TableImport;
import helvo.files.table.TableReading;
import helvo.files.text.Delimiter;
import java.nio.charset.Charset;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// The options that say how a file is to be read; what they leave open is decided by the cells, and said.
final class ImportCommandOptions {
    private static final Map<String, Character> SIGNS = Map.ofEntries(
            Map.entry("comma", ','),
            Map.entry("semicolon", ';'),
            Map.entry("tab", '\t'),
            Map.entry("bar", '|'),
            Map.entry("blank", ' '),
            Map.entry("blanks", ' '),
            Map.entry("several-blanks", '~'),
            Map.entry("widths", '_'),
            Map.entry("point", '.'),
            Map.entry("apostrophe", '\''));
    private static final Map<String, CellInterpretation> WAYS = Map.ofEntries(
            Map.entry("text", CellInterpretation.TEXT),
            Map.entry("point", CellInterpretation.POINT),
            Map.entry("comma", CellInterpretation.COMMA),
            Map.entry("dmy", CellInterpretation.DAY_FIRST),
            Map.entry("mdy", CellInterpretation.MONTH_FIRST),
            Map.entry("h:mm", CellInterpretation.HOURS_MINUTES),
            Map.entry("mm:ss", CellInterpretation.MINUTES_SECONDS),
            Map.entry("yyyymm", CellInterpretation.YEAR_MONTH));
    private static final String GROUP = "How the file is read";
    private static final String STRICT = "--strict";
    private static final int MOST_WARNINGS = 50;
    private final Arguments arguments;
    private Optional<String> sheet = Optional.empty();
    private @Nullable Integer table;
    private @Nullable Integer headingRow;
    private int skipRows;
    private @Nullable String separator;
    private @Nullable String decimal;
    private @Nullable String thousands;
    private @Nullable String dateOrder;
    private List<String> missing = List.of();
    private @Nullable String encoding;
    private @Nullable String zone;
    private boolean visibleOnly;
    private List<String> readAs = List.of();
    private @Nullable String turn;
    private boolean strict;

    /// @param arguments of the command that has these options
    ImportCommandOptions(Arguments arguments) {
        this.arguments = arguments;
        arguments.group(GROUP);
        arguments
                .option("--sheet", "NAME", "Sheet of a workbook; the first with a table in it, if not given.")
                .text(value -> sheet = Optional.of(value));
        arguments
                .option("--table", "N", "Which of several tables in the file or sheet.")
                .integer(value -> table = value);
        arguments
                .option("--heading-row", "N", "The line of the headings; 0 for none.")
                .integer(value -> headingRow = value);
        arguments
                .option("--skip-rows", "N", "Lines to leave out before the table.")
                .integer(value -> skipRows = value);
        arguments
                .option(
                        "--separator",
                        "SIGN",
                        "What stands between fields: comma, semicolon, tab, bar, blanks, several-blanks or widths.")
                .choices(List.of("comma", "semicolon", "tab", "bar", "blanks", "several-blanks", "widths"))
                .text(value -> separator = value);
        arguments
                .option("--decimal", "MARK", "Decimal mark: point or comma.")
                .choices(List.of("point", "comma"))
                .text(value -> decimal = value);
        arguments
                .option("--thousands", "SIGN", "What stands between thousands: comma, point, apostrophe or blank.")
                .choices(List.of("comma", "point", "apostrophe", "blank"))
                .text(value -> thousands = value);
        arguments
                .option("--date-order", "ORDER", "dmy or mdy: which of two numbers before a year is the day.")
                .choices(List.of("dmy", "mdy"))
                .text(value -> dateOrder = value);
        arguments
                .option("--missing", "TEXT", "What stands where there is no value; may be repeated.")
                .texts(value -> missing = value);
        arguments
                .option("--encoding", "NAME", "Encoding of a text file, such as UTF-8 or windows-1252.")
                .text(value -> encoding = value);
        arguments
                .option("--zone", "ZONE", "Time zone of clock times that name none, such as Europe/Berlin.")
                .text(value -> zone = value);
        arguments.flag(
                "--visible-only", "Leave out rows and columns that the workbook hides.", value -> visibleOnly = value);
        arguments
                .option(
                        "--read-as",
                        "COL=WAY",
                        "Read a column as text, point, comma (numbers with that decimal mark), dmy, mdy, h:mm, "
                                + "mm:ss or yyyymm; may be repeated.")
                .texts(value -> readAs = value);
        arguments
                .option(
                        "--turn",
                        "FORM",
                        "long: one row for each value of the columns that are named by numbers, or alike but for "
                                + "one; \"long=A, B, C\": of these columns; transposed: rows as columns.")
                .choices(List.of("long", "transposed"))
                .text(value -> turn = value);
        arguments.flag(
                STRICT, "End with exit code 1 where the file needs a look, as `check` does.", value -> strict = value);
    }

    /// The tables of a study were read when they came into it.
    void refuseFor(Path study) throws UserError {
        List<String> given = arguments.given(GROUP).stream()
                .filter(each -> !each.equals(STRICT))
                .toList();
        if (!given.isEmpty()) {
            throw new UserError("“" + study.getFileName() + "” is a study, whose tables have been read: leave out "
                    + WordList.and(given) + ".");
        }
    }

    /// A table that was read for a command.
    ///
    /// @param warnings what a careful person wants to know of the reading
    /// @param questions about columns that only a person can answer
    /// @param readings  of the file between which a person must choose
    record Input(Table table, List<String> warnings, List<AmbiguousColumn> questions, List<TableReading> readings) {
        /// The warnings, and what settles each question.
        List<String> all() {
            return Stream.concat(
                            warnings.stream(),
                            questions.stream()
                                    .map(question -> question.sentence(table) + " " + advice(question, table)))
                    .toList();
        }
    }

    boolean isStrict() {
        return strict;
    }

    /// @param file `-` for standard input
    Input read(Path file) throws UnreadableFile, UserError {
        TableImport read = TableImport.read(file, sheet, choices(), Progress.none());
        Table columns = read.table();
        for (String text : readAs) {
            int sign = text.lastIndexOf('=');
            CellInterpretation way =
                    sign < 1 ? null : WAYS.get(text.substring(sign + 1).strip());
            if (way == null) {
                throw new UsageError("--read-as “" + text + "”: write COL=WAY, the way being one of "
                        + WAYS.keySet().stream().sorted().collect(Collectors.joining(", ")) + ".");
            }
            columns = TableReader.read(
                    columns,
                    new ColumnsByName(file, columns)
                            .named(text.substring(0, sign).strip())
                            .id(),
                    way);
        }
        columns = turned(file, columns);
        var warnings = new ArrayList<>(read.notices());
        openLine(columns).ifPresent(warnings::add);
        return new Input(columns, List.copyOf(warnings), AmbiguousColumn.in(columns), read.readings());
    }

    private Table turned(Path file, Table table) throws UserError {
        if (turn == null) {
            return table;
        }
        int sign = turn.indexOf('=');
        String how = sign < 0 ? turn : turn.substring(0, sign).strip();
        DerivedTable.Form form =
                switch (how) {
                    case "long" -> DerivedTable.Form.ONE_ROW_EACH;
                    case "transposed" -> DerivedTable.Form.ROWS_TO_COLUMNS;
                    default ->
                        throw new UsageError("--turn “" + turn + "”: choose long, \"long=A, B, C\" or transposed.");
                };
        List<Integer> columns = sign < 0
                ? List.of()
                : new ColumnsByName(file, table)
                        .listed(turn.substring(sign + 1)).stream()
                                .map(Column::id)
                                .toList();
        if (sign >= 0 && (columns.isEmpty() || form != DerivedTable.Form.ONE_ROW_EACH)) {
            throw new UsageError("--turn “" + turn + "”: write the columns behind long, as \"long=A, B, C\".");
        }
        Optional<String> refused = Reshaping.refused(table, form, columns);
        if (refused.isPresent()) {
            throw new UserError("--turn " + turn + ": " + refused.get());
        }
        return Summaries.detached(Reshaping.of(0, table.name(), table, form, columns))
                .withImportReport(table.importReport());
    }

    /// The question whether the first line of a table is headings, with what settles it.
    private static Optional<String> openLine(Table table) {
        return table.importReport().flatMap(how -> how.question()
                .map(question -> RootLocale.format(
                        "%s Say --heading-row %d, or %s--heading-row 0.",
                        question,
                        how.openLine(),
                        how.openLine() == 1 ? "" : RootLocale.format("--skip-rows %d ", how.openLine() - 1))));
    }

    /// @throws UserError for a table of which the first line may be headings or values
    static void refuseOpenLine(Table table) throws UserError {
        Optional<String> question = openLine(table);
        if (question.isPresent()) {
            throw new UserError(question.get() + " `helvo check` shows what each gives.");
        }
    }

    /// On standard error, a line each.
    void warn(Input input) {
        input.warnings.stream().limit(MOST_WARNINGS).map(Helvo::shortened).forEach(arguments.remarks()::println);
    }

    /// What to say on the command line.
    private static String advice(AmbiguousColumn question, Table table) {
        String name = table.column(question.column()).name();
        return switch (question.ways().getFirst()) {
            case POINT, COMMA ->
                question.isTie()
                        ? "Say --decimal point or --decimal comma."
                        : RootLocale.format(
                                "Say --read-as \"%s=%s\" to have it read so.",
                                name, question.ways().getFirst() == CellInterpretation.POINT ? "point" : "comma");
            case DAY_FIRST, MONTH_FIRST ->
                question.isTie()
                        ? "Say --date-order dmy or --date-order mdy."
                        : RootLocale.format(
                                "Say --read-as \"%s=%s\" to have it read so.",
                                name, question.ways().getFirst() == CellInterpretation.DAY_FIRST ? "dmy" : "mdy");
            case HOURS_MINUTES, MINUTES_SECONDS ->
                RootLocale.format("Say --read-as \"%s=h:mm\" or \"%s=mm:ss\".", name, name);
            case YEAR_MONTH ->
                RootLocale.format("Say --read-as \"%s=yyyymm\" or \"%s=point\", which are numbers.", name, name);
            case TEXT -> "";
        };
    }

    /// @throws UserError for a column of text, in which a fit would find nothing, or not all
    static void refuseText(Column column, Table table) throws UserError {
        if (column.kind() != Kind.TEXT) {
            return;
        }
        Optional<AmbiguousColumn> question = AmbiguousColumn.of(column);
        throw new UserError(question.map(asked -> asked.sentence(table) + " " + advice(asked, table))
                .orElseGet(() -> "“" + column.name() + "” holds text: a fit needs numbers or dates."));
    }

    private ImportOptions choices() {
        if (headingRow != null && headingRow < 0 || skipRows < 0 || table != null && table < 1) {
            throw new UsageError("--heading-row and --skip-rows are 0 or more, --table is 1 or more.");
        }
        return new ImportOptions(
                Optional.ofNullable(headingRow),
                skipRows,
                Optional.ofNullable(table),
                Optional.ofNullable(separator)
                        .map(said -> sign(
                                "--separator",
                                said,
                                Arrays.stream(Delimiter.values())
                                        .map(Delimiter::sign)
                                        .toList())),
                Optional.ofNullable(decimal).map(this::mark),
                Optional.ofNullable(thousands).map(said -> sign("--thousands", said, List.of(',', '.', '\'', ' '))),
                Optional.ofNullable(dateOrder).map(this::order),
                missing,
                Optional.ofNullable(encoding).map(this::charset),
                Optional.ofNullable(zone).map(this::zone),
                visibleOnly);
    }

    private char sign(String option, String said, List<Character> allowed) {
        char sign = said.length() == 1
                ? said.charAt(0)
                : SIGNS.getOrDefault(said.toLowerCase(Locale.ROOT), said.equals("\\t") ? '\t' : 0);
        if (!allowed.contains(sign)) {
            throw new UsageError(option + " “" + said + "”: choose "
                    + SIGNS.entrySet().stream()
                            .filter(each -> allowed.contains(each.getValue()))
                            .map(Map.Entry::getKey)
                            .sorted()
                            .collect(Collectors.joining(", "))
                    + ".");
        }
        return sign;
    }

    private DecimalMark mark(String said) {
        return sign("--decimal", said, List.of('.', ',')) == '.' ? DecimalMark.POINT : DecimalMark.COMMA;
    }

    private DateText.Order order(String said) {
        return switch (said.toLowerCase(Locale.ROOT)) {
            case "dmy" -> DateText.Order.DAY_FIRST;
            case "mdy" -> DateText.Order.MONTH_FIRST;
            default -> throw new UsageError("--date-order “" + said + "”: choose dmy or mdy.");
        };
    }

    private String charset(String said) {
        try {
            return Charset.forName(said).name();
        } catch (IllegalArgumentException unknown) {
            throw new UsageError("--encoding “" + said
                    + "” is not known: choose UTF-8, windows-1252 or another name of an encoding.");
        }
    }

    private String zone(String said) {
        try {
            return ZoneId.of(said).getId();
        } catch (DateTimeException unknown) {
            throw new UsageError("--zone “" + said + "” is not known: write it as Europe/Berlin or +01:00.");
        }
    }
}
