package helvo.files.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.Progress;
import helvo.core.number.DecimalMark;
import helvo.core.quality.Problems;
import helvo.core.table.Cell;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.ImportOptions;
import helvo.core.table.Kind;
import helvo.core.table.Role;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.table.TableExport;
import helvo.files.table.TableImport;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class TextTableTest {
    @TempDir
    private Path folder;

    /// The same small table in the ways that laboratories write it.
    static Stream<Arguments> layouts() {
        Charset utf8 = StandardCharsets.UTF_8;
        return Stream.of(
                Arguments.of(
                        "commas", "Load (N),Länge (mm)\n1.5,2.25\n2.5,3.5\n", utf8, Delimiter.COMMA, DecimalMark.POINT),
                Arguments.of(
                        "semicolons, decimal comma",
                        "Load [N];Länge [mm]\r\n1,5;2,25\r\n2,5;3,5\r\n",
                        utf8,
                        Delimiter.SEMICOLON,
                        DecimalMark.COMMA),
                Arguments.of(
                        "semicolons, decimal point",
                        "Load / N;Länge / mm\n1.5;2.25\n2.5;3.5",
                        utf8,
                        Delimiter.SEMICOLON,
                        DecimalMark.POINT),
                Arguments.of(
                        "tabs, decimal comma",
                        "Load (N)\tLänge (mm)\n1,5\t2,25\n2,5\t3,5\n",
                        utf8,
                        Delimiter.TAB,
                        DecimalMark.COMMA),
                Arguments.of(
                        "byte order mark",
                        "\ufeffLoad (N),Länge (mm)\n1.5,2.25\n2.5,3.5\n",
                        utf8,
                        Delimiter.COMMA,
                        DecimalMark.POINT),
                Arguments.of(
                        "Windows-1252",
                        "Load (N),Länge (mm)\n1.5,2.25\n2.5,3.5\n",
                        TextLayout.WINDOWS,
                        Delimiter.COMMA,
                        DecimalMark.POINT),
                Arguments.of(
                        "UTF-16",
                        "Load (N),Länge (mm)\n1.5,2.25\n2.5,3.5\n",
                        StandardCharsets.UTF_16,
                        Delimiter.COMMA,
                        DecimalMark.POINT),
                Arguments.of(
                        "quoted",
                        "\"Load (N)\",\"Länge (mm)\"\n\"1.5\",\"2.25\"\n2.5,\" 3.5 \"\n",
                        utf8,
                        Delimiter.COMMA,
                        DecimalMark.POINT),
                Arguments.of(
                        "bars, quoted",
                        "\"Load (N)\"|\"Länge (mm)\"\n\"1.5\"|\"2.25\"\n2.5| \"3.5\" \n",
                        utf8,
                        Delimiter.BAR,
                        DecimalMark.POINT),
                Arguments.of(
                        "old Mac line ends",
                        "Load (N),Länge (mm)\r1.5,2.25\r2.5,3.5\r",
                        utf8,
                        Delimiter.COMMA,
                        DecimalMark.POINT),
                Arguments.of(
                        "comments and blank lines",
                        "# of Monday\n\nLoad (N),Länge (mm)\n1.5,2.25\n\n2.5,3.5\n,\n\n",
                        utf8,
                        Delimiter.COMMA,
                        DecimalMark.POINT));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("layouts")
    void recognisesTheLayout(String name, String text, Charset charset, Delimiter delimiter, DecimalMark mark)
            throws Exception {
        TextTable read = TextTable.read(file(text.getBytes(charset)), ImportOptions.NONE, Progress.none());
        assertThat(read.table().source().orElseThrow())
                .isEqualTo(new Table.Source.Text(
                        folder.resolve("t.csv").toString(),
                        (name.equals("UTF-16")
                                        ? charset
                                        : name.equals("Windows-1252") ? TextLayout.WINDOWS : StandardCharsets.UTF_8)
                                .name(),
                        delimiter.sign(),
                        true));
        assertThat(read.table().decimalMark()).isEqualTo(mark);
        List<Column> columns = read.table().columns();
        assertThat(columns)
                .extracting(Column::heading)
                .containsExactly(new Heading("Load", "N"), new Heading("Länge", "mm"));
        assertThat(columns).extracting(Column::role).containsExactly(Role.X, Role.Y);
        assertThat(read.table().rows()).isEqualTo(2);
        assertThat(columns.get(0).cells().number(0)).isEqualTo(1.5);
        assertThat(columns.get(1).cells().number(1)).isEqualTo(3.5);
        assertThat(columns.get(1).shown(1, mark)).isEqualTo("3" + mark.sign() + "50");
        assertThat(TableImport.again(read.table(), Progress.none()).table()).isEqualTo(read.table());
    }

    /// Short names that stand for no value in other tables are names here; a first row without values is a row.
    @ParameterizedTest
    @ValueSource(strings = {"x,y", "Load,sd", "nr,Load", "x,Load", "Na,K", "Nd,Load"})
    void shortNamesAreHeadings(String headings) throws Exception {
        Table read = TextTable.readText(
                        (headings + "\nn.d.,NA\n1,2\n2,4\n").getBytes(StandardCharsets.UTF_8),
                        "n.csv",
                        ImportOptions.NONE)
                .table();
        assertThat(read.columns()).extracting(Column::name).containsExactly(headings.split(","));
        assertThat(read.rows()).isEqualTo(3);
        assertThat(read.columns().getFirst().cells().number(1)).isEqualTo(1);
    }

    @Test
    void keepsWhatIsNoNumberAndRaggedRows() throws Exception {
        TextTable read = TextTable.read(
                file("Load,Stretch\n1,about 7.6\n2\n3,4,extra\n4,\"a,b\n c\"\n5,6\n6,7\n7,8\n"),
                ImportOptions.NONE,
                Progress.none());
        assertThat(read.table().columns()).extracting(Column::name).containsExactly("Load", "Stretch", "Column 3");
        assertThat(read.table().columns().get(1).cells().cell(0)).isEqualTo(new Cell.Text("about 7.6"));
        assertThat(read.table().columns().get(1).cells().cell(1)).isEqualTo(Cell.EMPTY);
        assertThat(read.table().columns().get(1).cells().cell(3)).isEqualTo(new Cell.Text("a,b\n c"));
        assertThat(read.table().columns().get(2).cells().cell(2)).isEqualTo(new Cell.Text("extra"));
        assertThat(Problems.in(read.table()).groups())
                .extracting(problem -> problem.why(read.table()))
                .containsExactly("“about 7.6” is not a number", "“a,b\n c” is not a number", "empty");
        assertThat(read.notices()).singleElement().asString().contains("2 lines have", "line 3");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "Load (N),Remark\n1.5,\"a, \"\"b\"\"\"\n0.1234567890123,about 7.6\n,\n3e-9,x\n",
                "Load (N);Remark\n1,5;a;\n0,1234567890123;\"b;c\"\n-2;\n"
            })
    void whatIsWrittenReadsBackAsItWas(String text) throws Exception {
        TextTable read = TextTable.read(file(text), ImportOptions.NONE, Progress.none());
        Path written = folder.resolve("written.csv");
        TableExport.write(written, TableExport.Format.CSV, read.table(), List.of(), Progress.none());
        TextTable back = TextTable.read(written, ImportOptions.NONE, Progress.none());
        assertThat(back.table().columns()).isEqualTo(read.table().columns());
        assertThat(back.table().decimalMark()).isEqualTo(read.table().decimalMark());
        assertThat(folder).isDirectoryNotContaining("glob:**.part");
    }

    @Test
    void readingCanBeStopped() throws Exception {
        Path file = file("x,y\n" + "1,2\n".repeat(200_000));
        Progress unwanted = fraction -> {
            if (fraction > 0.3) {
                throw new CancellationException();
            }
        };
        assertThatThrownBy(() -> TextTable.read(file, ImportOptions.NONE, unwanted))
                .isInstanceOf(CancellationException.class);
    }

    @Test
    void guessesThatCannotBeRightCanBeChanged() throws Exception {
        Path file = file("1,5\n2,7\n");
        TextTable guessed = TextTable.read(file, ImportOptions.NONE, Progress.none());
        assertThat(guessed.table().columns()).extracting(Column::name).containsExactly("x", "y");
        ImportOptions semicolons = ImportOptions.NONE.withSeparator(Optional.of(';'));
        assertThat(TextTable.read(file, semicolons, Progress.none()).table().columns())
                .singleElement()
                .satisfies(column -> assertThat(column.cells().number(1)).isEqualTo(2.7));
        assertThat(TextTable.read(file, ImportOptions.NONE.withHeadingLine(Optional.of(1)), Progress.none())
                        .table()
                        .columns())
                .extracting(Column::name)
                .containsExactly("1", "5");
        assertThat(TableImport.again(guessed.table(), ImportOptions.NONE.withSkipLines(1), Progress.none())
                        .table()
                        .rows())
                .isOne();
    }

    /// Bytes that turn out not to be UTF-8 only after the part that the guess was made from.
    @Test
    void anUmlautFarDownIsReadToo() throws Exception {
        String rows = "1,2,plain\n".repeat(60_000) + "3,4,für\n";
        TextTable read = TextTable.read(
                file(("a,b,c\n" + rows).getBytes(TextLayout.WINDOWS)), ImportOptions.NONE, Progress.none());
        assertThat(read.table().importReport().orElseThrow().layout()).contains("Windows-1252");
        assertThat(read.table().columns().get(2).cells().cell(60_000)).isEqualTo(new Cell.Text("für"));
    }

    static Stream<Arguments> unreadable() {
        return Stream.of(
                Arguments.of("", "is empty"),
                Arguments.of("Load (N),Stretch (mm)\n", "headings only"),
                Arguments.of(",,\n,,\n", "holds no values"),
                Arguments.of("PK\u0003\u0004\u0000\u0000\u0001", "is not a text file"),
                Arguments.of(
                        IntStream.range(0, 200_000).mapToObj(Integer::toString).collect(Collectors.joining(",")),
                        "line 1 has more than 1,000 columns"));
    }

    @ParameterizedTest
    @MethodSource("unreadable")
    void saysWhyAFileIsNoTable(String text, String why) throws IOException {
        Path file = file(text);
        assertThatThrownBy(() -> TextTable.read(file, ImportOptions.NONE, Progress.none()))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining(why)
                .hasMessageContaining("t.csv");
    }

    @Test
    void saysThatThereIsNoFileOrThatItIsAFolder() {
        assertThatThrownBy(() -> TextTable.read(folder.resolve("no.csv"), ImportOptions.NONE, Progress.none()))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("no file");
        assertThatThrownBy(() -> TextTable.read(folder, ImportOptions.NONE, Progress.none()))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("is a folder");
    }

    /// Any bytes at all give a table or a sentence, never another fault.
    @Property(tries = 300, seed = "26")
    void anyBytesAreATableOrASentence(@ForAll byte[] bytes, @ForAll long seed) {
        var random = new Random(seed);
        byte[] mixed = bytes.clone();
        String likely = ",;\t\"\n\r#1.5e-é";
        for (int i = 0; i < mixed.length; i++) {
            if (random.nextBoolean()) {
                mixed[i] = (byte) likely.charAt(random.nextInt(likely.length()));
            }
        }
        try {
            assertThat(TextTable.readText(mixed, "any.csv", ImportOptions.NONE)
                            .table()
                            .columns())
                    .isNotEmpty();
        } catch (UnreadableFile known) {
            assertThat(known.getMessage()).contains("any.csv");
        }
    }

    /// Doubles come back exactly, however many digits they need.
    /// Numbers of few digits take a way of their own; the JDK reads each text by another.
    @Test
    void decimalsOfAnyLengthAreReadToTheLastDigit() throws UnreadableFile {
        var random = new Random(17);
        List<String> texts = IntStream.range(0, 20_000)
                .mapToObj(_ -> {
                    String whole = digits(random, random.nextInt(10));
                    String broken = digits(random, random.nextInt(12));
                    return (random.nextInt(3) == 0 ? "-" : "")
                            + (whole.isEmpty() && broken.isEmpty() ? "7" : whole)
                            + (broken.isEmpty() ? "" : "." + broken);
                })
                .toList();
        String file = "x\ty\n" + texts.stream().map(text -> text + "\t0.5\n").collect(Collectors.joining());
        var cells = TextTable.readText(file.getBytes(StandardCharsets.UTF_8), "decimals.csv", ImportOptions.NONE)
                .table()
                .columns()
                .getFirst()
                .cells();
        assertThat(IntStream.range(0, texts.size()).mapToObj(cells::number).toList())
                .isEqualTo(texts.stream().map(Double::parseDouble).toList());
    }

    private static String digits(Random random, int count) {
        return random.ints(count, '0', '9' + 1).mapToObj(Character::toString).collect(Collectors.joining());
    }

    @Property(tries = 100, seed = "26")
    void numbersAreReadToTheLastDigit(@ForAll double value) throws UnreadableFile {
        if (Double.isFinite(value)) {
            var table = TextTable.readText(
                            ("x,y\n" + value + ",1\n").getBytes(StandardCharsets.UTF_8), "n.csv", ImportOptions.NONE)
                    .table();
            assertThat(table.columns().getFirst().cells().number(0)).isEqualTo(value);
            assertThat(table.columns().getFirst().kind()).isEqualTo(Kind.NUMBER);
        }
    }

    private Path file(String text) throws IOException {
        return file(text.getBytes(StandardCharsets.UTF_8));
    }

    private Path file(byte[] bytes) throws IOException {
        return Files.write(folder.resolve("t.csv"), bytes);
    }
}
