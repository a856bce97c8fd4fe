package helvo.core.table;

import helvo.core.number.DecimalMark;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/// A table of measurements. All columns have cells for the same rows; those of a shorter one read as empty.
///
/// @param id        stays the same while the table is renamed
/// @param decimalMark      the decimal mark that people type and read in this table
/// @param source    the file it was read from, and how; empty for a table that was typed
/// @param decisions about cells that needed a look
/// @param summary   the table whose rows this one summarises; empty for rows of its own
/// @param followsFile   whether it takes over what becomes of its file
/// @param importReport    how it was read from its file; empty for a table that was typed
@RecordBuilder
public record Table(
        int id,
        String name,
        DecimalMark decimalMark,
        Optional<Source> source,
        List<Column> columns,
        ExcludedRows excluded,
        List<Decision> decisions,
        Optional<DerivedTable> summary,
        boolean followsFile,
        Optional<ImportReport> importReport)
        implements TableBuilder.With {
    /// More are no table of measurements.
    public static final int MOST_COLUMNS = 1000;

    /// The file that a table was read from, and how.
    public sealed interface Source {
        /// Its path.
        String file();

        /// The file's name alone.
        default String name() {
            return file().substring(Math.max(file().lastIndexOf('/'), file().lastIndexOf('\\')) + 1);
        }

        /// A text file.
        ///
        /// @param charset   by its usual name
        /// @param delimiter between fields
        /// @param headings  the first line held the headings
        record Text(String file, String charset, char delimiter, boolean headings) implements Source {}

        /// A sheet of a workbook.
        record Sheet(String file, String sheet) implements Source {}
    }

    public Table {
        columns = List.copyOf(columns);
        decisions = List.copyOf(decisions);
        importReport = importReport == null ? Optional.empty() : importReport;
    }

    /// A table of typed or read rows.
    public Table(
            int id,
            String name,
            DecimalMark mark,
            Optional<Source> source,
            List<Column> columns,
            ExcludedRows setAside) {
        this(id, name, mark, source, columns, setAside, List.of(), Optional.empty(), false, Optional.empty());
    }

    /// How it was read from its file, in words: "commas, UTF-8, headings, decimal point".
    public Optional<String> readBy() {
        return importReport.map(
                how -> source.filter(Source.Sheet.class::isInstance).isPresent()
                        ? how.layout()
                        : how.layout() + ", decimal " + (decimalMark == DecimalMark.POINT ? "point" : "comma"));
    }

    public int rows() {
        return columns.stream().mapToInt(column -> column.cells().size()).max().orElse(0);
    }

    /// Rows by the columns that follow no others of this table.
    public int rowsTyped() {
        return columns.stream()
                .filter(column ->
                        column.derivation().filter(Derivation::isOfRow).isEmpty())
                .mapToInt(column -> column.cells().size())
                .max()
                .orElse(0);
    }

    /// @throws IllegalArgumentException when the table has no such column
    public Column column(int columnId) {
        return columns.stream()
                .filter(column -> column.id() == columnId)
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("table " + name + " has no column " + columnId));
    }

    public Optional<Column> first(Role role) {
        return columns.stream().filter(column -> column.role() == role).findFirst();
    }

    public List<Column> all(Role role) {
        return columns.stream().filter(column -> column.role() == role).toList();
    }

    public Table withSource(Source newSource) {
        return withSource(Optional.of(newSource));
    }

    /// The bars of a column: the ± column behind it, before another x or y comes; a table's only ± x or ± y belongs
    /// to its only x or y wherever it stands.
    public Optional<Column> barOf(Column of) {
        return switch (of.role()) {
            case X -> behind(of, Role.X_BAR);
            case Y -> behind(of, Role.Y_BAR);
            default ->
                columns.stream()
                        .filter(column -> column.derivation().orElse(null)
                                        instanceof Derivation.PropagatedUncertainty(int carriedOf, var _)
                                && carriedOf == of.id())
                        .findFirst();
        };
    }

    /// The column of its bars' halves towards smaller values, where these differ.
    public Optional<Column> downOf(Column of) {
        return switch (of.role()) {
            case X -> behind(of, Role.X_DOWN);
            case Y -> behind(of, Role.Y_DOWN);
            default -> Optional.empty();
        };
    }

    private Optional<Column> behind(Column of, Role bar) {
        List<Column> bars = all(bar);
        if (all(of.role()).size() == 1 || bars.isEmpty()) {
            return bars.stream().findFirst();
        }
        boolean behind = false;
        for (Column column : columns) {
            if (column.role() == of.role()) {
                behind = column.id() == of.id();
            } else if (behind && column.role() == bar) {
                return Optional.of(column);
            }
        }
        return Optional.empty();
    }

    /// The x that a y is plotted over: the nearest x column at its left, else the first of all.
    public Optional<Column> xOf(Column y) {
        Optional<Column> x = first(Role.X);
        for (Column column : columns) {
            if (column.id() == y.id()) {
                break;
            }
            x = column.role() == Role.X ? Optional.of(column) : x;
        }
        return x;
    }

    /// Whether nothing was ever typed into it.
    public boolean isBlank() {
        return rows() == 0;
    }

    public int nextColumnId() {
        return columns.stream().mapToInt(Column::id).max().orElse(0) + 1;
    }

    /// The rows in another order, with some left out or empty ones among them; excluded rows stay so. Those of a
    /// summary follow its source and stay as they are.
    ///
    /// @param sources for each row to come, the row that it was; −1 for an empty one
    public Table withRows(int[] sources) {
        if (summary.isPresent()) {
            return this;
        }
        var aside = new java.util.HashMap<Integer, String>();
        if (!excluded.reasons().isEmpty()) {
            for (int row = 0; row < sources.length; row++) {
                if (excluded.has(sources[row])) {
                    aside.put(row, excluded.reasons().get(sources[row]));
                }
            }
        }
        List<Column> moved = columns.stream()
                .map(column -> column.role() == Role.BY
                        ? column.moved(sources, SeriesKey.MAX_SERIES)
                        : column.withCells(column.cells().at(sources)))
                .toList();
        return with(
                change -> change.columns(moved).excluded(ExcludedRows.of(aside)).decisions(moved(decisions, sources)));
    }

    private static List<Decision> moved(List<Decision> decisions, int[] sources) {
        if (decisions.isEmpty()) {
            return decisions;
        }
        var places = new java.util.HashMap<Integer, Integer>();
        for (int row = 0; row < sources.length; row++) {
            places.put(sources[row], row);
        }
        return decisions.stream()
                .flatMap(decision -> decision.inRow(places.getOrDefault(decision.row(), -1)).stream())
                .toList();
    }

    public Table withColumn(int columnId, UnaryOperator<Column> change) {
        column(columnId);
        return withColumns(columns.stream()
                .map(column -> column.id() == columnId ? change.apply(column) : column)
                .toList());
    }
}
