package helvo.cli;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.study.History;
import helvo.files.samples.SampleStudy;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// Every command with its parts missing, half there or wrong: it ends in a result, or in a sentence that says what
/// is missing.
class MannersTest {
    private static final List<String> COMMANDS =
            List.of("check", "fit", "curves", "draw", "apply", "report", "simulate-logger", "completions");

    @TempDir
    private Path folder;

    private Path table;
    private final CommandLineRun run = new CommandLineRun();

    @BeforeEach
    void write() throws IOException {
        table = Files.writeString(
                folder.resolve("pull.csv"),
                "Load (N),Stretch (mm),± Stretch (mm),Cord,Day\n"
                        + IntStream.range(0, 12)
                                .mapToObj(k -> String.format(
                                        Locale.ROOT,
                                        "%d,%.1f,0.2,%s,2026-01-%02d%n",
                                        k,
                                        2 * k + k * 7 % 5 / 10.0,
                                        k % 2 == 0 ? "dry" : "salt",
                                        k + 1))
                                .collect(Collectors.joining()));
    }

    private int helvo(String... words) {
        run.out.getBuffer().setLength(0);
        run.err.getBuffer().setLength(0);
        return run.helvo(words);
    }

    private Path sample() throws IOException {
        Path study = folder.resolve("s.helvo");
        StudyFile.write(study, StoredStudy.of(History.from(SampleStudy.study())), Progress.none());
        return study;
    }

    private String said() {
        return run.out + "\n" + run.err;
    }

    @ParameterizedTest
    @ValueSource(strings = {"check", "fit", "curves", "draw", "apply", "report", "simulate-logger", "completions"})
    void nothingGivenIsNamed(String command) {
        assertThat(helvo(command)).isEqualTo(2);
        assertThat(run.err.toString())
                .startsWith("helvo " + command + " needs ")
                .contains("--help` tells how it is used");
        assertThat(helvo(command, "--no-such-option", "x")).isEqualTo(2);
        assertThat(run.err.toString()).startsWith("helvo " + command + " has no option “--no-such-option”.");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "fit --x Load --y Stretch|helvo fit needs FILE.",
                "draw --x Load --y Stretch --out a.png|helvo draw needs FILE.",
                "report --out a.html|helvo report needs STUDY.",
                "apply --out a --data Pull=pull.csv|helvo apply needs STUDY.",
                "apply --out=a --data=Pull=pull.csv s.helvo --figures bmp|"
                        + "--figures “bmp” must be png, svg, pdf or html.",
                "fit TABLE|helvo fit needs --x COL and --y COL. “pull.csv” has the columns Load, Stretch, ± Stretch, "
                        + "Cord, Day.",
                "fit TABLE --x Load|helvo fit needs --y COL.",
                "fit TABLE --x|--x needs a value behind it: --x COL.",
                "fit TABLE --x Load --x Stretch --y Day|--x can be given once only.",
                "fit TABLE --x Load --y Stretch --json=yes|--json takes no value.",
                "fit TABLE --x Load --y Stretch --degree two|--degree: “two” is not a whole number, or is too large",
                "help frobnicate|There is no command “frobnicate”; there are check, fit,",
                "--quite fit TABLE|helvo has no option “--quite”; did you mean “--quiet”?",
                "fit TABLE --xx Load|helvo fit has no option “--xx”; did you mean “--x”?",
                "fit TABLE --x Load --y Stretch --weigths stated|did you mean “--weights”?",
                "report a.helvo b.helvo --out r.html|“b.helvo” is one word too many for helvo report",
                "TABLE|To open it in the window: helvo open ",
                "week.helvo|To open the study: helvo open week.helvo. To write its report: helvo report week.helvo "
                        + "--out report.html.",
                "ft|There is no command “ft”; did you mean “fit”?",
                "frobnicate|There is no command “frobnicate”; there are check, fit, curves,",
                "fit TABLE --x Load --y Stretch --at soon|--at: “soon” is not a number, or is "
                        + "too large, and is not a date: "
                        + "write it as 3.5, 2e-6 or "
                        + "2026-03-05.",
                "fit TABLE --x Load --y Stretch --at 1/2/2026|“1/2/2026” is not a number, or is "
                        + "too large, and is not a date",
            })
    void whatIsWrongAndWhatWasMeant(String line, String sentence) {
        assertThat(helvo(line.replace("TABLE", table.toString()).split(" "))).isEqualTo(2);
        assertThat(run.err.toString()).contains(sentence);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "fit TABLE --x Load --y Stretch --derive Stretch=Load*2|there is a column “Stretch” already",
                "fit TABLE --x Load --y t --derive t=Day-2026-1-5|could be a date: write a date as 2026-01-05",
                "fit TABLE --x Load --y Stretch --at 2026-01-05|is a date, and this axis holds numbers",
                "draw TABLE --x Day --y Stretch --y-limits 2026-01-05.. --out a.png|--y-limits “2026-01-05” is a date, "
                        + "and this axis holds numbers",
                "fit TABLE --x Load --y Stretch --turn long|there is nothing to give a row to each value of",
                "fit TABLE --figure Creep|“pull.csv” is a table and has no figures: leave out --figure",
                "fit STUDY --figure Creep --missing 99|“s.helvo” is a study, whose tables have been read: leave out "
                        + "--missing.",
                "check STUDY --strict --sheet A --decimal comma|leave out --sheet and --decimal.",
                "report TABLE --out FOLDER/r.html|is not a study saved by Helvo (.helvo). If it is a table of "
                        + "measurements, `helvo check`",
            })
    void whatTheDataDoNotAllow(String line, String sentence) throws IOException {
        assertThat(helvo(line.replace("TABLE", table.toString())
                        .replace("STUDY", line.contains("STUDY") ? sample().toString() : "")
                        .replace("FOLDER", folder.toString())
                        .split(" ")))
                .isEqualTo(1);
        assertThat(run.err.toString()).contains(sentence);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Stretch,Load;1,5;2,7;3,9|Load = 2 Stretch + 3",
                "Load,Day;1,2026-01-01;2,2026-01-02;4,2026-01-03|Load against Day",
                "Remark,Load,Stretch,± Stretch;a,1,5,0.1;b,2,7,0.1;c,3,9,0.1|Bars in y from column ± Stretch",
                "Load,Stretch,Cord;1,5,a;2,7,a;3,9,b;4,10,b|helvo fit needs --x COL and --y COL. “pair.csv” has the "
                        + "columns Load, Stretch, Cord.",
                "Load,Stretch,Width;1,5,3;2,7,4;3,9,9|helvo fit needs --x COL and --y COL."
            })
    void twoColumnsOfNumbersNeedNoNames(String content, String told) throws IOException {
        Path pair = Files.writeString(folder.resolve("pair.csv"), content.replace(';', '\n'));
        boolean isAsked = told.contains("needs");
        assertThat(helvo("fit", pair.toString())).isEqualTo(isAsked ? 2 : 0);
        assertThat(said()).contains(told);
        assertThat(helvo("fit", pair.toString(), table.toString(), pair.toString()))
                .isEqualTo(1);
        assertThat(run.out.toString().split("pair.csv: ", -1)).hasSize(isAsked ? 1 : 3);
        assertThat(run.err.toString()).contains("pull.csv: helvo fit needs --x COL and --y COL.");
    }

    @Test
    void aBandOfAWeightedFitIsDrawn() {
        for (String weights : List.of("stated", "relative")) {
            for (String format : List.of("png", "svg", "pdf")) {
                Path out = folder.resolve(weights + "." + format);
                assertThat(helvo(
                                "draw",
                                table.toString(),
                                "--x",
                                "Load",
                                "--y",
                                "Stretch",
                                "--y-bar",
                                "column:± Stretch",
                                "--weights",
                                weights,
                                "--band",
                                "--out",
                                out.toString()))
                        .as(said())
                        .isZero();
                assertThat(out).isNotEmptyFile();
            }
        }
    }

    /// What was asked for stands in the answer, each group under its name.
    @Test
    void theAnswerSaysWhatWasAsked() {
        assertThat(helvo(
                        "fit",
                        table.toString(),
                        "--x",
                        "Load",
                        "--y",
                        "Twice",
                        "--derive",
                        "Twice = 2 Stretch",
                        "--only",
                        "Load<9",
                        "--by",
                        "Cord"))
                .isZero();
        assertThat(run.out.toString())
                .startsWith(table + ": Twice against Load, by Cord, only rows where Load is below 9; Twice = "
                        + "2 Stretch. "
                        + "Helvo ")
                .containsPattern("\ndry\nTwice = ")
                .containsPattern("\nsalt\nTwice = ")
                .contains("± one standard error");
        assertThat(helvo("fit", table.toString(), "--x", "Load", "--y", "Stretch", "--only", "Cord=dry", "--json"))
                .isZero();
        JsonNode report = JsonMapper.shared().readTree(run.out.toString());
        assertThat(report.at("/file").asString()).isEqualTo(table.toString());
        assertThat(report.at("/version").asString()).startsWith("Helvo");
        assertThat(report.at("/only").toString()).isEqualTo("[\"Cord is dry\"]");
        assertThat(report.at("/derived").toString()).isEqualTo("[]");
    }

    @Test
    void alongDatesPlacesAreDates() throws IOException {
        assertThat(helvo(
                        "fit", table.toString(), "--x", "Day", "--y", "Stretch", "--at", "2026-01-05", "--when", "8.3"))
                .isZero();
        assertThat(run.out.toString())
                .contains("t 2026-01-05 ")
                .containsPattern("Stretch 8.3 2026-01-05 \\d\\d:\\d\\d\n95 % between 2026-01-0[45] \\d\\d:\\d\\d and "
                        + "2026-01-05 \\d\\d:\\d\\d");
        Path dates = folder.resolve("dates.svg");
        Path days = folder.resolve("days.svg");
        assertThat(helvo(
                        "draw",
                        table.toString(),
                        "--x",
                        "Day",
                        "--y",
                        "Stretch",
                        "--x-limits",
                        "2025-12-31..2026-01-20",
                        "--out",
                        dates.toString()))
                .as(said())
                .isZero();
        assertThat(helvo(
                        "draw",
                        table.toString(),
                        "--x",
                        "Day",
                        "--y",
                        "Stretch",
                        "--x-limits",
                        "-1..19",
                        "--out",
                        days.toString()))
                .isZero();
        assertThat(dates).hasSameBinaryContentAs(days);
    }

    @Test
    void signsInTitlesAreDrawn() throws IOException {
        Path out = folder.resolve("signs.svg");
        assertThat(helvo(
                        "draw",
                        table.toString(),
                        "--x",
                        "Load",
                        "--y",
                        "Stretch",
                        "--title",
                        "\\Delta T",
                        "--x-title",
                        "c_{S} (\\mu{}M)",
                        "--y-title",
                        "\\theta (\\deg)",
                        "--out",
                        out.toString()))
                .isZero();
        assertThat(Files.readString(out)).contains("Δ T").doesNotContain("\\mu", "\\theta", "\\Delta");
    }

    /// Strict is what `check` says.
    @Test
    void strictIsAsCheckSays() throws IOException {
        String dirty = Files.writeString(folder.resolve("dirty.csv"), "a,b\n1,2\n2,x3\n3,5\n4,n.a.\n5,9\n6,13\n")
                .toString();
        assertThat(helvo("check", dirty)).isEqualTo(1);
        assertThat(helvo("fit", dirty, "--x", "a", "--y", "b")).isZero();
        assertThat(helvo("fit", dirty, "--x", "a", "--y", "b", "--strict")).isEqualTo(1);
        assertThat(run.err.toString()).contains("dirty.csv: 1 place needs a look; helvo check tells it.");
        assertThat(helvo("check", table.toString())).isZero();
        assertThat(helvo("fit", table.toString(), "--x", "Load", "--y", "Stretch", "--strict"))
                .isZero();
    }

    @Test
    void checkingAStudySaysThatItIsOne() throws IOException {
        Path study = sample();
        assertThat(helvo("check", study.toString())).isEqualTo(1);
        assertThat(run.out.toString())
                .startsWith(study + ": the study “" + SampleStudy.study().name() + "”, with ")
                .contains(study + ", Stretch: 22 rows, 4 columns");
    }

    /// Command lines put together from the options' own descriptions, with values of their kind and of others.
    @Tag("thorough")
    @Test
    void randomLinesEndInAResultOrInWords() throws IOException {
        var random = new Random(39);
        Path study = sample();
        Path garbage = Files.write(
                folder.resolve("garbage.bin"),
                random.ints(400, 0, 256)
                        .collect(java.io.ByteArrayOutputStream::new, java.io.ByteArrayOutputStream::write, (_, _) -> {})
                        .toByteArray());
        List<String> files = List.of(
                table.toString(),
                table.toString(),
                study.toString(),
                garbage.toString(),
                folder.toString(),
                folder.resolve("none.csv").toString(),
                "");
        List<String> values = List.of(
                "Load",
                "Stretch",
                "Cord",
                "Day",
                "#3",
                "3",
                "-2.5",
                "1e400",
                "NaN",
                "2026-01-05",
                "0..9",
                "Cord=dry",
                "Load<5",
                "t = Day - 2026-01-01",
                "q = Stretch^2",
                "q = 1/0",
                "column:± Stretch",
                "5%",
                "stated",
                "polynomial",
                "mean",
                "long",
                "transposed",
                "\\mu",
                "a.png",
                "x.svg",
                "UTF-8",
                "comma",
                "dmy",
                "",
                "“",
                "--",
                "=",
                "1-99999999999",
                "\u0000");
        for (int i = 0; i < 500; i++) {
            List<String> line = line(random, files, values);
            int code = helvo(line.toArray(String[]::new));
            assertThat(code).as(() -> line + "\n" + said()).isBetween(0, 2);
            assertThat(said()).as(line.toString()).doesNotContain("fault of its own", "Exception", "\tat ", "NaN ");
            assertThat(run.err.toString()).as(line.toString()).doesNotContain("null");
            assertThat(code == 0 || !run.err.toString().isBlank() || line.contains("check"))
                    .as(line.toString())
                    .isTrue();
        }
    }

    private List<String> line(Random random, List<String> files, List<String> values) {
        String command = COMMANDS.get(random.nextInt(6));
        List<Argument> options = Helvo.argumentsOf(command).options().stream()
                .filter(each -> !List.of("--help", "--version", "--verbose").contains(each.name()))
                .toList();
        var parts = new ArrayList<List<String>>();
        parts.add(List.of(files.get(random.nextInt(files.size()))));
        for (Argument option : options) {
            if (option.isRequired() ? random.nextInt(8) > 0 : random.nextInt(options.size()) < 3) {
                parts.add(option(random, option, values));
            }
        }
        Collections.shuffle(parts, random);
        return Stream.concat(Stream.of(command), parts.stream().flatMap(List::stream))
                .toList();
    }

    /// Its likely value twice as often as any other.
    private List<String> option(Random random, Argument option, List<String> values) {
        String name = option.name();
        if (!option.takesValue()) {
            return List.of(name);
        }
        String likely =
                switch (name) {
                    case "--x" -> "Load";
                    case "--y" -> "Stretch";
                    case "--out" ->
                        folder.resolve(List.of("o.png", "o.svg", "o.html", "o").get(random.nextInt(4)))
                                .toString();
                    case "--residuals" -> folder.resolve("r.csv").toString();
                    case "--data" -> "Pull=" + table;
                    default -> values.get(random.nextInt(values.size()));
                };
        // Nothing is written outside of the folder.
        boolean writes = name.equals("--out") || name.equals("--residuals");
        String value = writes || random.nextInt(3) > 0 ? likely : values.get(random.nextInt(values.size()));
        return random.nextInt(12) == 0
                ? List.of(name)
                : random.nextBoolean() ? List.of(name, value) : List.of(name + "=" + value);
    }
}
