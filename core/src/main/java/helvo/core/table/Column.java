package helvo.core.table;

import helvo.core.number.DateText;
import helvo.core.number.DecimalMark;
import helvo.core.number.DurationText;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;

/// One column of a table.
///
/// @param id         stays the same while the column is renamed or moved
/// @param format     how its numbers are shown
/// @param barMeaning what its lengths say where its role is a bar
/// @param derivation what its cells follow; empty for cells that are typed or read
/// @param uniformBars    bars that no column gives, where its role is x or y
/// @param groups     the order that its different texts keep as groups, wherever their rows go; empty for that of
///     their first rows
/// @param interpretation        in which a person wants its cells to be read; empty where nobody said
@RecordBuilder
public record Column(
        int id,
        Heading heading,
        Kind kind,
        Role role,
        ColumnFormat format,
        BarMeaning barMeaning,
        Optional<Derivation> derivation,
        Optional<UniformBarLength> uniformBars,
        Cells cells,
        List<String> groups,
        Optional<CellInterpretation> interpretation)
        implements ColumnBuilder.With {
    public Column {
        groups = groups == null ? List.of() : List.copyOf(groups);
        interpretation = interpretation == null ? Optional.empty() : interpretation;
    }

    public Column(
            int id,
            Heading heading,
            Kind kind,
            Role role,
            ColumnFormat format,
            BarMeaning barMeaning,
            Optional<Derivation> derivation,
            Cells cells) {
        this(
                id,
                heading,
                kind,
                role,
                format,
                barMeaning,
                derivation,
                Optional.empty(),
                cells,
                List.of(),
                Optional.empty());
    }

    /// A column of typed or read cells.
    ///
    /// @param decimals digits behind the decimal mark in which its numbers were written; they are shown so
    public Column(int id, Heading heading, Kind kind, Role role, int decimals, Cells cells) {
        this(
                id,
                heading,
                kind,
                role,
                new ColumnFormat.AsWritten(decimals),
                BarMeaning.guessed(heading.name()),
                Optional.empty(),
                cells);
    }

    public String name() {
        return heading.name();
    }

    public String unit() {
        return heading.unit();
    }

    public boolean isDerived() {
        return derivation.isPresent();
    }

    public Column withUniformBarLength(UniformBarLength newBars) {
        return withUniformBars(newBars.isNone() ? Optional.empty() : Optional.of(newBars));
    }

    /// Its different texts as groups: those known before in their old order, then others by their first rows.
    ///
    /// @return empty when there are more than `most`
    public Optional<List<String>> groupOrder(int most) {
        var seen = new LinkedHashSet<String>();
        for (int row = 0; row < cells.size() && seen.size() <= most; row++) {
            seen.add(cells.cell(row).exactText());
        }
        if (seen.size() > most) {
            return Optional.empty();
        }
        var order = new ArrayList<>(groups.stream().filter(seen::contains).toList());
        seen.stream().filter(each -> !order.contains(each)).forEach(order::add);
        return Optional.of(List.copyOf(order));
    }

    /// The same column with its rows in other places; its groups stay in the order that they had.
    ///
    /// @param sources where each row was, as [Cells#at] takes them
    /// @param most    groups; of more no order is kept
    public Column moved(int[] sources, int most) {
        Cells after = cells.at(sources);
        Column kept = withGroups(after, groupOrder(most).orElse(List.of()));
        Column bare = withGroups(after, List.of());
        return kept.groupOrder(most).equals(bare.groupOrder(most)) ? bare : kept;
    }

    private Column withGroups(Cells newCells, List<String> order) {
        return with(change -> change.cells(newCells).groups(order));
    }

    /// Shows at least this many decimals, where numbers are shown as they were written.
    public Column withDecimals(int newDecimals) {
        return format instanceof ColumnFormat.AsWritten ? withFormat(new ColumnFormat.AsWritten(newDecimals)) : this;
    }

    /// Digits behind the decimal mark in which its numbers were written; 0 for another format.
    public int decimals() {
        return format instanceof ColumnFormat.AsWritten(int decimals) ? decimals : 0;
    }

    /// The cell that a person means by typing this text here: in a column of dates a date may be meant.
    public Cell typed(String text, DecimalMark mark) {
        if (kind == Kind.DATE) {
            return DateText.read(text, order())
                    .map(moment -> (Cell) new Cell.Number(moment.seconds()))
                    .orElseGet(() -> text.isBlank() ? Cell.EMPTY : new Cell.Text(text.strip()));
        }
        if (format instanceof ColumnFormat.Durations(CalendarUnit per) && text.indexOf(':') >= 0) {
            return DurationText.read(text, DurationText.TwoParts.HOURS_MINUTES)
                    .map(read -> (Cell) new Cell.Number(read.seconds() / per.seconds()))
                    .orElseGet(() -> new Cell.Text(text.strip()));
        }
        return Cell.of(text, mark);
    }

    /// Durations counted in another unit, which its heading says; a column of other numbers stays as it is.
    public Column countedIn(CalendarUnit unit) {
        return format instanceof ColumnFormat.Durations(CalendarUnit per) && !isDerived()
                ? withCells(cells.times(per.seconds() / unit.seconds()))
                        .withHeading(new Heading(name(), unit.symbol()))
                        .withFormat(new ColumnFormat.Durations(unit))
                : this;
    }

    /// What its cells are, as the window and the command line call them.
    public String holds() {
        return format instanceof ColumnFormat.Durations ? "durations" : kind.plural();
    }

    /// A column of dates in a form that shows all of what was typed.
    public Column showing(String typed) {
        return DateColumn.showing(this, typed);
    }

    /// The same values as a column of its own: what a formula had no result for is empty.
    public Column asTyped() {
        return withCells(Cells.of(IntStream.range(0, cells.size())
                .mapToObj(row ->
                        kind == Kind.NUMBER && cells.cell(row) instanceof Cell.Text ? Cell.EMPTY : cells.cell(row))
                .toList()));
    }

    DateText.Order order() {
        return format instanceof ColumnFormat.Dates(var _, var order, var _) ? order : DateText.Order.DAY_FIRST;
    }

    /// Its different cells but for empty ones, in the order of their first rows, and how many rows have each.
    ///
    /// @return empty when there are more than `most`
    public Optional<Map<Cell, Integer>> values(int most) {
        var values = new LinkedHashMap<Cell, Integer>();
        for (int row = 0; row < cells.size(); row++) {
            if (!(cells.cell(row) instanceof Cell.Empty)) {
                values.merge(cells.cell(row), 1, Integer::sum);
                if (values.size() > most) {
                    return Optional.empty();
                }
            }
        }
        return Optional.of(values);
    }

    /// As the table shows the cell.
    public String shown(int row, DecimalMark mark) {
        double number = cells.number(row);
        return Double.isNaN(number) ? text(row) : format.shown(number, mark);
    }

    /// At full precision, in the table's decimal mark: what is copied, written to text files and edited.
    public String exact(int row, DecimalMark mark) {
        double number = cells.number(row);
        return Double.isNaN(number) ? text(row) : exactNumber(number, mark);
    }

    /// The text of a cell that is no number; nothing where a formula gave none, though the cell keeps the reason.
    private String text(int row) {
        boolean computed =
                derivation.filter(Derivation.Formula.class::isInstance).isPresent();
        return computed ? "" : cells.cell(row).exactText();
    }

    private String exactNumber(double number, DecimalMark mark) {
        if (!(format instanceof ColumnFormat.Dates(var form, var _, var _))) {
            return new Cell.Number(number).exactText().replace('.', mark.sign());
        }
        String shown = DateText.shown(number, form);
        boolean whole = DateText.read(shown, order())
                .map(read -> read.seconds() == number)
                .orElse(form == DateText.Form.YEAR);
        return whole ? shown : DateText.shown(number, DateText.Form.SECOND);
    }
}
