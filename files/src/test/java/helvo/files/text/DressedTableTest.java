package helvo.files.text;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.quality.AmbiguousColumn;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.ImportOptions;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Tag;

/// Two columns of numbers in any combination of the dresses that instruments and offices give them: what is read is
/// what was meant, or is left open with a question.
@Tag("thorough")
@net.jqwik.api.Tag("thorough")
class DressedTableTest {
    /// How the numbers of one table are dressed.
    private record Dress(
            String delimiter,
            char mark,
            String grouping,
            int decimals,
            boolean unitsInCells,
            boolean unitsLine,
            int head,
            boolean blankLine,
            boolean footer,
            boolean total,
            boolean missing,
            boolean quoted) {
        static Dress of(Random random) {
            String delimiter = List.of(",", ";", "\t", "|", "   ").get(random.nextInt(5));
            char mark = random.nextBoolean() ? '.' : ',';
            String grouping =
                    List.of("", mark == '.' ? "," : ".", "'", "\u202f").get(random.nextInt(4));
            boolean units = random.nextInt(4) == 0;
            // Where commas part the fields, a point is the decimal mark unless something shows another.
            int decimals = delimiter.equals(",") && grouping.equals(".") ? 1 + random.nextInt(3) : random.nextInt(4);
            return new Dress(
                    delimiter,
                    mark,
                    grouping,
                    decimals,
                    units,
                    !units && random.nextInt(4) == 0,
                    random.nextInt(4),
                    random.nextBoolean(),
                    random.nextBoolean(),
                    random.nextInt(3) == 0,
                    random.nextInt(3) == 0,
                    delimiter.equals(",") && (mark == ',' || grouping.equals(",")));
        }

        String number(double value, String unit) {
            String text = String.format(Locale.ROOT, "%,." + decimals + "f", value)
                            .replace(',', '_')
                            .replace('.', mark)
                            .replace("_", grouping)
                    + (unitsInCells ? " " + unit : "");
            return quoted ? "\"" + text + "\"" : text;
        }

        String line(String... fields) {
            return String.join(delimiter, fields);
        }
    }

    private static double round(double value, int decimals) {
        return new java.math.BigDecimal(value)
                .setScale(decimals, java.math.RoundingMode.HALF_UP)
                .doubleValue();
    }

    @Property(tries = 1500, seed = "26")
    void isReadAsItWasMeantOrAsked(@ForAll Random random) throws UnreadableFile {
        Dress dress = Dress.of(random);
        int rows = 4 + random.nextInt(10);
        double[] x = new double[rows];
        double[] y = new double[rows];
        double scale = Math.pow(10, random.nextInt(5));
        for (int row = 0; row < rows; row++) {
            x[row] = round((row + 1 + random.nextDouble() / 2) * scale, dress.decimals);
            y[row] = round((random.nextDouble() * 9 + 0.5) * scale, dress.decimals);
        }
        int gone = dress.missing ? random.nextInt(rows) : -1;
        String text = text(dress, x, y, gone);
        Table table = TextTable.readText(text.getBytes(StandardCharsets.UTF_8), "dressed.csv", ImportOptions.NONE)
                .table();
        check(table, "Load", x, -1, text);
        check(table, "Stretch", y, gone, text);
        assertThat(table.rows()).as(text).isEqualTo(rows + (dress.total ? 1 : 0));
        assertThat(table.excluded().reasons()).as(text).hasSize(dress.total ? 1 : 0);
    }

    private static String text(Dress dress, double[] x, double[] y, int gone) {
        var lines = new ArrayList<String>();
        List<String> head =
                List.of(dress.line("Operator", "A. Keel"), dress.line("Room", "21"), dress.line("Bench", "TB-200"));
        lines.addAll(head.subList(0, dress.head));
        if (dress.head > 0 && dress.blankLine) {
            lines.add("");
        }
        String[] units = dress.unitsLine || dress.unitsInCells ? new String[] {"", ""} : new String[] {" (N)", " (mm)"};
        lines.add(dress.line("Cord", "Load" + units[0], "Stretch" + units[1]));
        if (dress.unitsLine) {
            lines.add(dress.line("-", "N", "mm"));
        }
        double sumX = 0;
        double sumY = 0;
        for (int row = 0; row < x.length; row++) {
            lines.add(dress.line(
                    row % 2 == 0 ? "dry" : "salted",
                    dress.number(x[row], "N"),
                    row == gone ? "n.d." : dress.number(y[row], "mm")));
            sumX += x[row];
            sumY += row == gone ? 0 : y[row];
        }
        if (dress.total) {
            lines.add(dress.line("Total", dress.number(sumX, "N"), dress.number(sumY, "mm")));
        }
        if (dress.footer) {
            lines.add("");
            lines.add("Signed: A. Keel");
        }
        return lines.stream().collect(Collectors.joining("\n", "", "\n"));
    }

    private static void check(Table table, String name, double[] meant, int gone, String text) {
        assertThat(table.columns()).as(text).extracting(Column::name).contains(name);
        Column column = table.columns().stream()
                .filter(each -> each.name().equals(name))
                .findFirst()
                .orElseThrow();
        if (column.kind() == Kind.TEXT) {
            assertThat(AmbiguousColumn.of(column))
                    .as(text)
                    .isPresent()
                    .get()
                    .extracting(AmbiguousColumn::isTie)
                    .isEqualTo(true);
            return;
        }
        for (int row = 0; row < meant.length; row++) {
            if (row != gone) {
                assertThat(column.cells().cell(row))
                        .as(name + ", row " + (row + 1) + " of\n" + text)
                        .isEqualTo(new Cell.Number(meant[row]));
            }
        }
        assertThat(column.unit()).as(text).isEqualTo(name.equals("Load") ? "N" : "mm");
    }
}
