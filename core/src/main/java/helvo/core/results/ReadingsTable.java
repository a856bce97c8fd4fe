package helvo.core.results;

import helvo.core.analysis.CoordinateColumn;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.FoundReading;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.number.NumberNotation;
import helvo.core.number.NumberText;
import helvo.core.prediction.InverseReading;
import helvo.core.prediction.Reading;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Column;
import helvo.core.table.ExcludedRows;
import helvo.core.table.Heading;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// All readings of a figure as a table.
public final class ReadingsTable {
    /// What its columns are called.
    public static final List<String> HEADS = List.of(
            "Curve", "Read at", "of", "Measured", "Value", "95 % from", "95 % to", "Slope", "Beyond the data (%)");

    private static final int DECIMALS = 4;

    private ReadingsTable() {}

    /// One reading; what does not exist is empty.
    ///
    /// @param note     the id of the reading on the figure
    /// @param of       which axis `at` is along: "x" or "y"
    /// @param measured how many measurements of an unknown a y is the mean of; 0 for an exact one
    /// @param value    what was read off; empty where the curve does not reach it
    public record Row(
            int note,
            SeriesAnalysis series,
            double at,
            String of,
            int measured,
            OptionalDouble value,
            OptionalDouble low95,
            OptionalDouble high95,
            OptionalDouble slope,
            double beyondPercent) {
        /// Its texts, under [#HEADS].
        ///
        /// @param number how numbers are written
        /// @param half   how finely moments are: a half width, 0 for as finely as they are known
        private List<String> texts(DoubleFunction<String> number, double half) {
            CoordinateColumn from =
                    of.equals("x") ? series.rows().x() : series.rows().y();
            CoordinateColumn to =
                    of.equals("x") ? series.rows().y() : series.rows().x();
            return List.of(
                    series.label(),
                    text(from, OptionalDouble.of(at), number, 0),
                    of,
                    measured == 0 ? "" : Integer.toString(measured),
                    text(to, value, number, half),
                    text(to, low95, number, half),
                    text(to, high95, number, half),
                    slope.isPresent() ? number.apply(slope.getAsDouble()) : "",
                    beyondPercent == 0 ? "" : number.apply(beyondPercent));
        }

        /// At full precision, under [#HEADS].
        public List<String> exact() {
            return texts(NumberText::shortest, 0);
        }

        /// As they are read on the screen.
        public List<String> shown(NumberNotation numbers) {
            double half =
                    low95.isPresent() && high95.isPresent() ? (high95.getAsDouble() - low95.getAsDouble()) / 2 : 0;
            List<String> exact = exact();
            DoubleFunction<String> read = value ->
                    half > 0 ? numbers.rounded(value, OptionalDouble.of(half / 10)) : numbers.significant(value, 5);
            List<String> rounded = texts(read, half);
            return List.of(
                    exact.get(0),
                    texts(numbers::plain, 0).get(1),
                    of,
                    exact.get(3),
                    rounded.get(4),
                    rounded.get(5),
                    rounded.get(6),
                    slope.isPresent() ? numbers.significant(slope.getAsDouble(), 4) : "",
                    beyondPercent == 0 ? "" : numbers.significant(beyondPercent, 2));
        }

        private static String text(
                CoordinateColumn along, OptionalDouble value, DoubleFunction<String> number, double half) {
            return value.isEmpty()
                    ? ""
                    : along.time()
                            .map(time -> half > 0
                                    ? time.text(
                                            value.getAsDouble(),
                                            half * time.per().seconds())
                                    : time.text(value.getAsDouble()))
                            .orElseGet(() -> number.apply(value.getAsDouble()));
        }
    }

    /// In the order in which they were put on the figure; several rows where a curve reaches a y several times.
    public static List<Row> of(FigureAnalysis figure) {
        var rows = new ArrayList<Row>();
        for (FoundReading found : figure.readings()) {
            SeriesAnalysis series = figure.series(found.note().series()).orElseThrow();
            if (found.note().fromY()) {
                found.when().forEach(solution -> rows.add(of(found, series, found.fit(), solution)));
            } else {
                found.at().ifPresent(reading -> rows.add(of(found, series, reading)));
            }
            if (rows.isEmpty() || rows.getLast().note() != found.note().id()) {
                rows.add(new Row(
                        found.note().id(),
                        series,
                        found.note().at(),
                        found.note().fromY() ? "y" : "x",
                        found.note().replicates(),
                        OptionalDouble.empty(),
                        OptionalDouble.empty(),
                        OptionalDouble.empty(),
                        OptionalDouble.empty(),
                        0));
            }
        }
        return List.copyOf(rows);
    }

    private static Row of(FoundReading found, SeriesAnalysis series, Fit fit, InverseReading solution) {
        double slope = fit.function().slope(solution.value());
        return new Row(
                found.note().id(),
                series,
                found.note().at(),
                "y",
                found.note().replicates(),
                OptionalDouble.of(solution.value()),
                solution.low95(),
                solution.high95(),
                finite(slope),
                solution.beyondPercent());
    }

    private static Row of(FoundReading found, SeriesAnalysis series, Reading reading) {
        OptionalDouble half = reading.meanHalf95();
        return new Row(
                found.note().id(),
                series,
                reading.at(),
                "x",
                0,
                OptionalDouble.of(reading.value()),
                half.isPresent() ? OptionalDouble.of(reading.value() - half.getAsDouble()) : half,
                half.isPresent() ? OptionalDouble.of(reading.value() + half.getAsDouble()) : half,
                finite(reading.slope()),
                reading.beyondPercent());
    }

    private static OptionalDouble finite(double value) {
        return Double.isFinite(value) ? OptionalDouble.of(value) : OptionalDouble.empty();
    }

    /// At full precision, values parted by tabs, a line each.
    public static String copied(List<Row> rows) {
        return Stream.concat(Stream.of(HEADS), rows.stream().map(Row::exact))
                .map(line -> String.join("\t", line))
                .collect(Collectors.joining("\n", "", "\n"));
    }

    /// As a table of a study, as they are now.
    public static Table asTable(FigureAnalysis figure) {
        List<List<String>> texts = of(figure).stream().map(Row::exact).toList();
        var columns = new ArrayList<Column>();
        for (int i = 0; i < HEADS.size(); i++) {
            int place = i;
            boolean numbers = texts.stream().allMatch(row -> row.get(place).isEmpty() || isNumber(row.get(place)));
            var cells = texts.stream()
                    .<Cell>map(row -> row.get(place).isEmpty()
                            ? Cell.EMPTY
                            : numbers
                                    ? new Cell.Number(Double.parseDouble(row.get(place)))
                                    : new Cell.Text(row.get(place)))
                    .toList();
            columns.add(new Column(
                    i + 1,
                    Heading.of(HEADS.get(i)),
                    numbers ? Kind.NUMBER : Kind.TEXT,
                    HEADS.get(i).equals("Read at") && numbers
                            ? Role.X
                            : HEADS.get(i).equals("Value") && numbers ? Role.Y : Role.NONE,
                    DECIMALS,
                    Cells.of(cells)));
        }
        return new Table(1, "Readings", figure.table().decimalMark(), Optional.empty(), columns, ExcludedRows.NONE);
    }

    private static boolean isNumber(String text) {
        return text.matches("[-+]?[0-9]*\\.?[0-9]+([eE][-+]?[0-9]+)?");
    }

    /// What one row says, for somebody who does not see the table.
    public static String spoken(Row row, NumberNotation numbers) {
        List<String> shown = row.shown(numbers);
        String place = row.of().toUpperCase(Locale.ROOT) + " " + shown.get(1);
        if (shown.get(4).isEmpty()) {
            return shown.get(0) + (row.of().equals("y") ? " never reaches " + place : " has no value at " + place);
        }
        String low = shown.get(5).isEmpty() ? "" : " from " + shown.get(5);
        String high = shown.get(6).isEmpty() ? "" : (low.isEmpty() ? " up to " : " to ") + shown.get(6);
        return shown.get(0) + ", at " + place + ": " + shown.get(4)
                + ((low + high).isEmpty() ? "" : ", 95 %" + low + high);
    }
}
