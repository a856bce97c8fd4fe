package helvo.files.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.table.ImportOptions;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/// The contract of the two readers of lines, the one of plain ASCII fields and the CSV library: tables over several
/// buffers, with something here and there that is read in the light of the lines around it.
@Tag("thorough")
class LineReadersTest {
    private static final int ROWS = 12_000;

    @TempDir
    private Path folder;

    /// A line of the table in the place of the usual one.
    private record Odd(int row, String line) {}

    private static String text(String line, Odd... odd) {
        var text = new StringBuilder("Load (N),Stretch (mm),Cord\n");
        for (int row = 0; row < ROWS; row++) {
            String usual = RootLocale.format(line, row, row % 9973 / 1000.0);
            for (Odd each : odd) {
                usual = each.row == row ? each.line : usual;
            }
            text.append(usual).append('\n');
        }
        return text.toString();
    }

    static Stream<Arguments> texts() {
        String usual = "%d,%.4f,marram";
        return Stream.of(
                Arguments.of("plain", text(usual)),
                Arguments.of(
                        "texts and gaps",
                        text(
                                usual,
                                new Odd(100, "1,,"),
                                new Odd(10_000, "about 3,1.5,sisal"),
                                new Odd(10_001, ",,"),
                                new Odd(11_999, ",,jute"))),
                Arguments.of("empty rows around the end", text(usual, new Odd(11_998, ",,"), new Odd(11_999, ",,"))),
                Arguments.of("comments", text(usual, new Odd(7, "# oiled"), new Odd(11_000, "# dry again"))),
                Arguments.of("more fields, once", text(usual, new Odd(11_000, "1,2,3,4"))),
                Arguments.of("more fields, twice", text(usual, new Odd(5, "1,2"), new Odd(11_000, "1,2,3,4"))),
                Arguments.of(
                        "a value over many lines",
                        text(usual, new Odd(5_900, "1,2,\"marram"), new Odd(6_300, "oiled\",3,marram"))),
                Arguments.of("quoted, late", text(usual, new Odd(10_000, "1,2,\"marram, oiled\nand dry\""))),
                Arguments.of(
                        "thousands or decimals, told late", text("%d,%2$.3f,marram", new Odd(11_800, "1,2.5,marram"))),
                Arguments.of("whole numbers", text("10%d,%2$.0f,marram rope")),
                Arguments.of("numbers alone", text("%d,%.4f,12.2500")),
                Arguments.of(
                        "numbers of all kinds",
                        text(
                                "%d,%.4f,12.2500",
                                new Odd(3, "1e3,.5,-0"),
                                new Odd(40, "+7,12.,-3.25e-7"),
                                new Odd(59, "0.1234567890123456789,12345678901234567890,0.000000000000001"),
                                new Odd(60, " 1 , 2.50 ,3 "),
                                new Odd(61, "-.5,-,."),
                                new Odd(8_000, "1.7976931348623157e308,1e-320,1e999"))),
                Arguments.of(
                        "numbers, then gaps",
                        text(
                                "%d,%.4f,12.2500",
                                new Odd(70, ",,"),
                                new Odd(71, ""),
                                new Odd(72, "1,,3"),
                                new Odd(73, "  "),
                                new Odd(10_000, "4,5,"))),
                Arguments.of(
                        "numbers, then words",
                        text(
                                "%d,%.4f,12.2500",
                                new Odd(80, "1,2,wet"), new Odd(4_000, "# oiled"), new Odd(9_000, "1,n/a,3"))),
                Arguments.of(
                        "numbers in ragged lines",
                        text(
                                "%d,%.4f,12.2500",
                                new Odd(90, "1"), new Odd(91, "1,2,3,4,5"), new Odd(10_000, "1,2,3,4"))),
                Arguments.of(
                        "numbers and a quotation mark",
                        text("%d,%.4f,12.2500", new Odd(95, "1,\"2\",3"), new Odd(96, "1,\"2\n3\",4"))),
                Arguments.of("numbers with returns", text("%d,%.4f,12.2500").replace("\n", "\r\n")),
                Arguments.of("numbers with a lone return", text("%d,%.4f,12.2500", new Odd(11_000, "1,2,3\r4,5,6"))),
                Arguments.of(
                        "numbers, thousands or decimals, told late",
                        text("%d,%2$.3f,12000000", new Odd(11_800, "1,2.5,3"))),
                Arguments.of(
                        "numbers, gaps and words by turns",
                        text("%d,%.4f,12.2500,").replace("7,", ",").replace("77.", "wet 77.")),
                Arguments.of(
                        "numbers beside an empty column",
                        text("%d,%.4f,12.2500").replaceAll("(?m)^", ",").replace("5,12.2500", ",")),
                Arguments.of("a mark of the order of bytes, late", text("%d,%.4f,12.2500", new Odd(95, "\ufeff1,2,3"))),
                Arguments.of("old signs", text(usual, new Odd(10_000, "1,2,n\u00e9e"))));
    }

    /// Where the headings have a quotation mark, the library reads all of it.
    @ParameterizedTest(name = "{0}")
    @MethodSource("texts")
    void bothReadersGiveTheSameTable(String name, String text) throws UnreadableFile, IOException {
        for (var charset : new java.nio.charset.Charset[] {StandardCharsets.UTF_8, StandardCharsets.ISO_8859_1}) {
            TextTable plain = read(text, charset);
            TextTable byLibrary = read(text.replaceFirst("Cord", "\"Cord\""), charset);
            assertThat(text.length()).isGreaterThan(1 << 17);
            assertThat(plain.notices()).isEqualTo(byLibrary.notices());
            Table a = plain.table();
            Table b = byLibrary.table();
            assertThat(a.rows()).isEqualTo(b.rows());
            assertThat(a.columns()).isEqualTo(b.columns());
            assertThat(a.importReport()).isEqualTo(b.importReport());
        }
    }

    @Test
    void whatIsWrongIsToldWithItsLine() {
        assertThatThrownBy(() ->
                        read(text("%d,%.4f,marram", new Odd(10_000, "x".repeat(2_000_000))), StandardCharsets.UTF_8))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("line 10,002");
    }

    @Test
    void readingIsGivenUpWhenNobodyWaits() throws IOException {
        Path file = Files.writeString(folder.resolve("cords.csv"), text("%d,%.4f,marram"));
        Progress nobody = fraction -> {
            if (fraction > 0.3) {
                throw new CancellationException();
            }
        };
        assertThatThrownBy(() -> TextTable.read(file, ImportOptions.NONE, nobody))
                .isInstanceOf(CancellationException.class);
    }

    private TextTable read(String text, java.nio.charset.Charset charset) throws UnreadableFile, IOException {
        return TextTable.read(
                Files.write(folder.resolve("cords.csv"), text.getBytes(charset)), ImportOptions.NONE, Progress.none());
    }
}
