package helvo.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.study.Study;
import helvo.core.style.AxisPlace;
import helvo.core.style.FigureStyle;
import helvo.core.style.MarkerShape;
import helvo.core.style.Note;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.files.UnreadableFile;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.assertj.core.data.Percentage;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// Studies that no window made: `--save`, `new`, `edit`, `show`, and the commands that take one.
@InManyLanguages
class StudyCommandsTest {
    private static final JsonMapper JSON = new JsonMapper();

    @TempDir
    private Path folder;

    private CommandLineRun run = new CommandLineRun();

    @BeforeEach
    void data() throws IOException {
        Files.writeString(path("cords.csv"), """
                Cord,Load (N),Stretch (mm),± Stretch (mm)
                dry,5,1.31,0.3
                dry,10,2.35,0.3
                dry,20,4.25,0.3
                dry,30,6.29,0.3
                dry,40,8.48,0.3
                salted,5,1.65,0.3
                salted,10,3.29,0.3
                salted,20,5.2,0.3
                salted,30,8.88,0.3
                salted,40,11.72,0.3
                """);
    }

    private Path path(String name) {
        return folder.resolve(name);
    }

    /// Words with files of the folder behind an @.
    private int helvo(String line, String... further) {
        run = new CommandLineRun();
        return run.helvo(Stream.concat(Stream.of(line.split(" ")), Stream.of(further))
                .map(word -> word.startsWith("@") ? path(word.substring(1)).toString() : word)
                .toArray(String[]::new));
    }

    private String out() {
        return run.out.toString();
    }

    private String err() {
        return run.err.toString();
    }

    private Study study(String name) throws UnreadableFile {
        return StudyFile.read(path(name), Progress.none()).history().study();
    }

    private JsonNode fits(String line, String... further) {
        assertThat(helvo(line + " --json", further)).as(err()).isZero();
        return JSON.readTree(out()).get("fits");
    }

    @Test
    void whatAFitWasToldIsKept() throws UnreadableFile, IOException {
        String asked = " --x Load --y Stretch --by Cord --curve polynomial --degree 2 --exclude 3 --weights stated";
        String bar = "--y-bar=± Stretch";
        JsonNode direct = fits(
                "fit @cords.csv" + asked,
                bar,
                "--derive",
                "Twice [mm] = 2*Stretch",
                "--save",
                path("c.helvo").toString());
        assertThat(fits("fit @c.helvo")).isEqualTo(direct);
        assertThat(study("c.helvo").name()).isEqualTo("c");
        assertThat(study("c.helvo").tables().getFirst().columns())
                .as("Twice and its ±")
                .hasSize(6);
        assertThat(helvo("draw @cords.csv --out @a.svg" + asked, bar)).isZero();
        assertThat(helvo("draw @c.helvo --out @b.svg")).isZero();
        assertThat(Files.readString(path("b.svg"))).isEqualTo(Files.readString(path("a.svg")));
        assertThat(helvo("report @c.helvo --out @r.md")).isZero();
        assertThat(Files.readString(path("r.md"))).contains("salted");
        assertThat(helvo("fit @c.helvo --curve power --save @c.helvo"))
                .as("itself")
                .isZero();
        byte[] before = Files.readAllBytes(path("c.helvo"));
        assertThat(helvo("fit @cords.csv --x Load --y Stretch --save @c.helvo")).isEqualTo(1);
        assertThat(err()).contains("is there already");
        assertThat(Files.readAllBytes(path("c.helvo"))).isEqualTo(before);
        assertThat(helvo("fit @cords.csv --x Load --y Stretch --save @c.csv")).isEqualTo(1);
        assertThat(err()).contains("a study is saved in a file ending in .helvo");
    }

    @Test
    void anEditIsAStepAndWhatItDoesNotNameStays() throws UnreadableFile {
        helvo("fit @cords.csv --x Load --y Stretch --by Cord --curve power --save @c.helvo");
        assertThat(helvo("edit @c.helvo --exclude 7 --only Load>=10 --log-y", "--title", "Cords"))
                .as(err())
                .isZero();
        assertThat(out()).contains("c.helvo: 2 steps.");
        JsonNode direct =
                fits("fit @cords.csv --x Load --y Stretch --by Cord --curve power --exclude 7 --only Load>=10");
        assertThat(fits("fit @c.helvo")).isEqualTo(direct);
        assertThat(study("c.helvo").figures().getFirst().title()).contains("Cords");
        helvo("edit @c.helvo --curve line --save @d.helvo");
        assertThat(fits("fit @d.helvo").get(0).get("curve").asString()).isEqualTo("line");
        assertThat(fits("fit @c.helvo").get(0).get("curve").asString()).isEqualTo("power");
        assertThat(helvo("edit @c.helvo --exclude 7")).isZero();
        assertThat(out()).contains("nothing changes");
        helvo("show @c.helvo --json");
        JsonNode shown = JSON.readTree(out());
        assertThat(shown.at("/tables/0/excluded/0").asInt()).isEqualTo(7);
        assertThat(shown.at("/figures/0/fits")).isEqualTo(direct);
        assertThat(shown.get("history")).hasSize(4);
    }

    /// The fit of a curve with a held rate is the same one in other units, and what cannot be told is said.
    @Test
    void aConvertedColumnTakesNumbersOfItsCurvesAlong() {
        helvo("fit @cords.csv --x Load --y Stretch --save @c.helvo --hold k=20 --formula", "a*(1-exp(-x/k))");
        JsonNode before = fits("fit @c.helvo").get(0);
        assertThat(helvo("edit @c.helvo --convert Load=mN --convert Stretch=cm"))
                .as(err())
                .isZero();
        assertThat(err()).isEmpty();
        JsonNode after = fits("fit @c.helvo").get(0);
        assertThat(after.get("r2").asDouble())
                .isCloseTo(before.get("r2").asDouble(), within(1e-12))
                .isGreaterThan(0.5);
        helvo("edit @c.helvo --hold a=3 --formula", "a*x^b");
        assertThat(helvo("edit @c.helvo --convert Load=N")).as(err()).isZero();
        assertThat(err())
                .contains("--convert: The held values, limits and starts of the curve “a*x^b” stay the numbers that "
                        + "they are");
    }

    @Test
    void editsOfAFileAreDoneInTheirOrderOrNone() throws IOException, UnreadableFile {
        helvo("new @c.helvo --data @cords.csv");
        Files.writeString(path("edits.json"), """
                [{"type": "rename study", "name": "Week 14"},
                 {"type": "exclude rows", "table": 1, "rows": [0], "reason": "slipped"}]
                """);
        assertThat(helvo("edit @c.helvo --do @edits.json")).as(err()).isZero();
        assertThat(study("c.helvo").name()).isEqualTo("Week 14");
        assertThat(study("c.helvo").tables().getFirst().excluded().reasons()).containsEntry(0, "slipped");
        byte[] before = Files.readAllBytes(path("c.helvo"));
        List<String> wrong = List.of(
                "{\"type\": \"rename study\", \"name\": \"B\"}\n{\"type\": \"explode\"}",
                "{\"type\": \"rename study\", \"name\": \"B\"}\n"
                        + "{\"type\": \"exclude rows\", \"table\": 9, \"rows\": [0], \"reason\": \"\"}",
                "[{\"type\": \"rename study\"}]",
                "[{\"type\": ",
                "",
                "[{\"name\": \"B\"}]");
        List<String> said = List.of(
                "edit 2 is none: there is no edit “explode”.",
                "--do, edit 2: the study has no table 9. Nothing was changed.",
                "edit 1 is none: ",
                "is no list of edits: line 1",
                "has no edits in it.",
                "edit 1 is none: it has no \"type\".");
        for (int i = 0; i < wrong.size(); i++) {
            Files.writeString(path("edits.json"), wrong.get(i));
            assertThat(helvo("edit @c.helvo --do @edits.json")).isEqualTo(1);
            assertThat(err()).contains(said.get(i)).doesNotContain("helvo.core", "Exception");
            assertThat(Files.readAllBytes(path("c.helvo"))).isEqualTo(before);
        }
    }

    @Test
    void aNewStudyHasATableOfEachFile() throws IOException, UnreadableFile {
        Files.writeString(path("creep.csv"), "Time (h),Creep (mm)\n1,2\n2,2.7\n4,3.4\n8,4.1\n");
        assertThat(helvo("new --data @cords.csv @creep.csv @all.helvo"))
                .as(err())
                .isZero();
        assertThat(study("all.helvo").tables())
                .extracting(table -> table.name())
                .containsExactly("cords", "creep");
        assertThat(helvo("show @all.helvo")).isZero();
        assertThat(out())
                .contains("cords: 10 rows; Cord, Load (N), Stretch (mm), ± Stretch (mm)")
                .contains("“Creep against Time” (creep)\n    Creep = 0.28 Time");
        byte[] before = Files.readAllBytes(path("all.helvo"));
        assertThat(helvo("new @all.helvo --data @creep.csv")).isEqualTo(1);
        assertThat(Files.readAllBytes(path("all.helvo"))).isEqualTo(before);
        assertThat(helvo("fit @all.helvo")).isEqualTo(1);
        assertThat(err()).contains("has 2 figures: say which with --figure.", "“Creep against Time” (creep)");
        assertThat(helvo("fit @all.helvo --figure creep --curve logarithmic")).isZero();
        assertThat(out()).contains("Creep = 1.01 ln(Time)");
        Files.writeString(path("e.json"), "{\"type\": \"add figure\", \"table\": 2}");
        assertThat(helvo("edit @all.helvo --do @e.json")).as(err()).isZero();
        assertThat(helvo("fit @all.helvo --figure creep")).isEqualTo(1);
        assertThat(err())
                .contains("“creep” names 2 figures, “Figure” of creep, “Figure 2” of creep: name one of them.");
        assertThat(helvo("check @all.helvo")).isZero();
        assertThat(out()).contains("all.helvo, cords: 10 rows, 4 columns", "all.helvo, creep: 4 rows, 2 columns");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            edit @c.helvo                             | helvo edit needs something to do
            edit                                      | helvo edit needs STUDY
            edit @c.helvo --x Load                    | --x and --y belong together
            new                                       | helvo new needs STUDY and --data FILE
            new @d.helvo                              | helvo new needs --data FILE
            show                                      | helvo show needs STUDY
            batch                                     | helvo batch needs FILE
            fit @cords.csv --x Load                   | helvo fit needs --y COL
            fit @cords.csv @cords.csv --x a --y b --save @s.helvo | --save takes one file at a time
            """)
    void whatIsMissingIsSaid(String line, String sentence) {
        helvo("new @c.helvo --data @cords.csv");
        assertThat(helvo(line)).isEqualTo(2);
        assertThat(err()).contains(sentence, "--help` tells how it is used");
    }

    /// Each answer of a batch is that of the command alone; a wrong line is told and the others are done.
    @Test
    void aBatchAnswersEachLine() throws IOException {
        String fit = "fit '" + path("cords.csv") + "' --x Load --y Stretch";
        Files.writeString(
                path("lines"),
                "# cords\n" + fit + " --json\n\n" + fit + " --curve \"power\"\n" + fit + " --y Nothing --json\n"
                        + "batch lines\ndraw cords.csv --x a --y b --format svg --out -\n");
        assertThat(helvo("batch @lines")).isEqualTo(2);
        List<JsonNode> answers =
                Arrays.stream(out().split("\n")).map(JSON::readTree).toList();
        assertThat(answers).extracting(each -> each.get("line").asInt()).containsExactly(2, 4, 5, 6, 7);
        assertThat(answers).extracting(each -> each.get("code").asInt()).containsExactly(0, 0, 2, 2, 2);
        helvo("fit @cords.csv --x Load --y Stretch --json");
        assertThat(answers.get(0).get("result")).isEqualTo(JSON.readTree(out()));
        helvo("fit @cords.csv --x Load --y Stretch --curve power");
        assertThat(answers.get(1).get("output").asString()).isEqualTo(out());
        assertThat(answers.get(2).at("/result/error/kind").asString()).isEqualTo("usage");
        assertThat(answers.get(3).get("errors").asString()).isEqualTo("A batch runs no batch.");
        assertThat(answers.get(4).get("errors").asString()).startsWith("In a batch a figure goes into a file");
    }

    @Test
    void wordsAreSplitAsAShellDoes() throws UserError {
        assertThat(ShellWords.of("fit 'a b' \"c\\\"d\" e\\ f''g # h", ""))
                .containsExactly("fit", "a b", "c\"d", "e fg");
        assertThat(ShellWords.of("  \"\"  x#y", "")).containsExactly("", "x#y");
    }

    @Test
    void remarksAreLeftOutWithQuiet() {
        Stream.of("", " --quiet").forEach(quiet -> {
            try {
                Files.writeString(path("odd.csv"), "a,b\n1,2\n2,3\n\"3\",n.d.\n4,5\n5,6.2\n\nTotal,18.2\n");
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
            assertThat(helvo("new @o.helvo --replace --data @odd.csv" + quiet))
                    .as(err())
                    .isZero();
            assertThat(out().isEmpty() && err().isEmpty()).isEqualTo(!quiet.isEmpty());
        });
        assertThat(helvo("show @nowhere.helvo --quiet --json")).isEqualTo(1);
        assertThat(err()).contains("There is no file");
        assertThat(JSON.readTree(out()).at("/error/kind").asString()).isEqualTo("file");
    }

    /// Whole days count in days, however few; moments of days in hours.
    @ParameterizedTest
    @CsvSource({"2026-01-01,2026-01-02,2026-01-03,days", "2026-01-01 08:00,2026-01-01 20:00,2026-01-02 08:00,hours"})
    void datesCountByWhatTheyAre(String first, String second, String third, String per) throws IOException {
        Files.writeString(path("t.csv"), "t,a\n" + first + ",1\n" + second + ",2\n" + third + ",4\n");
        assertThat(helvo("fit @t.csv --x t --y a")).isZero();
        assertThat(out()).contains("t in " + per + " since 2026-01-01");
    }

    /// By hand: hours since the midnight before the first moment.
    @Test
    void whatIsPutAtADateIsThere() throws IOException, UnreadableFile {
        Files.writeString(path("t.csv"), "t,a\n2026-01-01 08:00,1\n2026-01-01 20:00,2\n2026-01-02 08:00,4\n");
        assertThat(helvo(
                        "draw @t.csv --x t --y a --out @t.svg --save @t.helvo",
                        "--reference",
                        "x=2026-01-03T08:00 due",
                        "--reference",
                        "x=2026-01-01T12:00 .. 2026-01-01T18:00 night",
                        "--reference",
                        "y = 3 limit",
                        "--note",
                        "2026-01-02T08:00,4 slipped",
                        "--reading",
                        "x=2026-01-01 14:00"))
                .as(err())
                .isZero();
        assertThat(study("t.helvo").figures().getFirst().style().notes())
                .satisfiesExactly(
                        reading ->
                                assertThat(((Note.ReadingMarker) reading).at()).isEqualTo(14),
                        due -> assertThat(due).isEqualTo(new Note.Rule(due.id(), false, 56, "due")),
                        night -> assertThat(night).isEqualTo(new Note.Span(night.id(), false, 12, 18, "night")),
                        limit -> assertThat(limit).isEqualTo(new Note.Rule(limit.id(), true, 3, "limit")),
                        text -> assertThat(text)
                                .isEqualTo(new Note.Text(text.id(), "slipped", 32, 4, Optional.empty())));
        for (String wrong : List.of("x=3..", "x=..3", "x=5..3", "x=2026-01-02..", "y=2026-01-02")) {
            assertThat(helvo("draw @t.csv --x t --y a --out @t.svg", "--reference", wrong))
                    .as(wrong)
                    .isIn(1, 2);
        }
    }

    /// An unknown by its values reads as their mean does, with as many measurements.
    @Test
    void anUnknownIsGivenByItsValues() {
        String line = "fit @cords.csv --x Load --y Stretch ";
        String byValues =
                fits(line + "--measured 3.1,3.4,3.25").get(0).get("readings").toString();
        String byMean =
                fits(line + "--when 3.25 --measured 3").get(0).get("readings").toString();
        assertThat(byValues).isEqualTo(byMean).contains("3.25");
    }

    /// One group stands below the other in the file: that is no drift.
    @Test
    void theRowsOfSeveralGroupsStandInNoOrder() throws IOException {
        Files.writeString(
                path("doses.csv"),
                "Lot,Dose,Response\nA,1,2.1\nA,2,4.2\nA,3,5.8\nA,4,8.1\nB,1,2.9\nB,2,5.6\nB,3,8.9\nB,4,11.7\n"
                        + "C,1,1.2\nC,2,2.1\nC,3,3.4\nC,4,4.2\n");
        assertThat(helvo("fit @doses.csv --x Dose --y Response --by Lot")).isZero();
        assertThat(out()).contains("\npooled\n").doesNotContain("order of measurement");
        assertThat(helvo("fit @doses.csv --x Dose --y Response")).isZero();
        assertThat(out()).contains("In the order of measurement");
    }

    /// Repeats side by side give what a table gives in which somebody averaged them, or put them under one another.
    @Test
    void repeatsAreOneQuantity() throws IOException, UnreadableFile {
        Files.writeString(path("side.csv"), """
                Conc (mg/L),A1 (AU),A2 (AU),A3 (AU),Lot
                0,0.01,0.02,0.03,a
                2,0.21,0.23,0.22,b
                4,0.4,0.46,,a
                8,0.79,0.83,0.87,b
                """);
        Files.writeString(path("means.csv"), """
                Conc (mg/L),A (AU),u
                0,0.02,0.01
                2,0.22,0.01
                4,0.43,0.04242640687119285
                8,0.83,0.04
                """);
        Files.writeString(path("long.csv"), """
                Conc (mg/L),A (AU)
                0,0.01\n0,0.02\n0,0.03\n2,0.21\n2,0.23\n2,0.22\n4,0.4\n4,0.46\n8,0.79\n8,0.83\n8,0.87
                """);
        String repeats = "fit @side.csv --x Conc --weights stated";
        JsonNode means =
                fits(repeats, "--repeats", "A1,A2,A3", "--save", path("r.helvo").toString());
        JsonNode averaged = fits("fit @means.csv --x Conc --y A --y-bar u --weights stated");
        for (String part : List.of("/0/coefficients/1/value", "/0/coefficients/1/standardError", "/0/chi2")) {
            assertThat(means.at(part).asDouble())
                    .as(part)
                    .isNotZero()
                    .isCloseTo(averaged.at(part).asDouble(), Percentage.withPercentage(1e-9));
        }
        assertThat(fits("fit @r.helvo")).isEqualTo(means);
        JsonNode named = fits(repeats, "--repeats", "Absorbance [AU] = #2, \"A2\", A3", "--repeats-as", "se");
        assertThat(JSON.readTree(out()).at("/y/name").asString()).isEqualTo("Absorbance");
        assertThat(named.at("/0/coefficients/1/standardError").asDouble())
                .isLessThan(means.at("/0/coefficients/1/standardError").asDouble() * 0.65);
        String points = "fit @side.csv --x Conc --repeats-as points";
        JsonNode all =
                fits(points, "--repeats", "A1,A2,A3", "--save", path("p.helvo").toString());
        JsonNode under = fits("fit @long.csv --x Conc --y A");
        assertThat(all.at("/0/coefficients")).isEqualTo(under.at("/0/coefficients"));
        assertThat(fits("fit @p.helvo")).as("the only figure with points").isEqualTo(all);
        assertThat(helvo("show @p.helvo --json")).as(err()).isZero();
        assertThat(JSON.readTree(out()).at("/figures/0/missing").asString()).contains("y");
        assertThat(fits("fit @side.csv --x Conc --y A", "--turn", "long=A1,A2,A3")
                        .at("/0/coefficients/1/value"))
                .isEqualTo(under.at("/0/coefficients/1/value"));
        assertThat(fits(points, "--repeats", "A1,A2,A3", "--by", "Lot")).hasSize(3);
        helvo("fit @side.csv --x Conc --repeats A1,A2,A3");
        assertThat(out()).contains("A1,A2,A3 (repeats, mean ± sd)");
        helvo("new @s.helvo --data @side.csv --x Conc --y A1");
        assertThat(helvo("edit @s.helvo --repeats A2,A3")).as(err()).isZero();
        assertThat(study("s.helvo")
                        .tables()
                        .getFirst()
                        .first(Role.Y)
                        .orElseThrow()
                        .name())
                .isEqualTo("A");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            --x Load --repeats Stretch                       | needs two different columns at least
            --x Load --repeats Stretch,Stretch               | needs two different columns at least
            --x Load --repeats Stretch,Load                  | “Load” is x.
            --x Load --repeats Stretch,Cord                  | “Cord” holds text
            --x Load --repeats Stretch,Twice                 | “Twice”
            --x #4 --repeats Stretch,Load                    | these columns are in different units (mm, N)
            --x Load --repeats Stretch,#4                    | say what they measure: "Absorbance = Stretch,#4"
            --x Load --y Stretch --repeats-as se             | --repeats-as goes with --repeats
            --x Load --repeats a[g]=Stretch,#4               | these columns are in mm, not in g
            --x Load --repeats a=Stretch,#4 --repeats-as all | choose sd, se or points
            --x Load --y Stretch --turn long=Cord,Load       | “Cord” holds no numbers
            --x Load --y Stretch --turn wide=Cord,Load       | choose long
            """)
    void whatRepeatsNothingIsSaid(String options, String sentence) {
        assertThat(helvo("fit @cords.csv " + options)).isIn(1, 2);
        assertThat(err()).contains(sentence);
    }

    @Test
    void aStyleIsAPartOfJsonAndOptionsStandOverIt() throws IOException, UnreadableFile {
        Files.writeString(path("s.json"), """
                {"sheet": {"textSize": 8, "frame": true}, "axes": {"x": {"title": "Pull"}},
                 "series": {"*": {"size": 0.5}, "dry": {"shape": "SQUARE"}},
                 "curves": {"salted": {"label": []}}, "show": {"residuals": false},
                 "notes": [{"type": "text", "text": "slipped", "x": 20, "y": 5, "to": null}]}
                """);
        assertThat(helvo(
                        "draw @cords.csv --x Load --y Stretch --by Cord --style @s.json --marker salted=star "
                                + "--width 85 --text-size 7 --out @a.svg --save @c.helvo",
                        "--reference",
                        "y=5..8 allowed",
                        "--legend",
                        "bottom-right",
                        "--reading",
                        "dry: x=22.5",
                        "--x-step",
                        "20",
                        "--y-minor",
                        "4"))
                .as(err())
                .isZero();
        FigureStyle style = study("c.helvo").figures().getFirst().style();
        assertThat(style.sheet().textSize()).isEqualTo(7);
        assertThat(style.sheet().frame()).isTrue();
        assertThat(style.sheet().heightMm()).as("the proportion stays").isEqualTo(85 * 140 / 160.0);
        assertThat(style.axis(AxisPlace.X).title()).contains("Pull");
        assertThat(style.series(SeriesKey.group(3, "dry")).shape()).contains(MarkerShape.SQUARE);
        assertThat(style.series(SeriesKey.group(3, "salted")).shape()).contains(MarkerShape.STAR);
        assertThat(style.series(SeriesKey.group(3, "salted")).size()).isEqualTo(0.5);
        assertThat(style.curve(SeriesKey.group(3, "salted")).label()).isEmpty();
        assertThat(style.legend().at())
                .hasValueSatisfying(at -> assertThat(at.across() + at.down()).isEqualTo(2));
        assertThat(style.axis(AxisPlace.X).step()).contains(20.0);
        assertThat(style.axis(AxisPlace.Y).minorIntervals()).contains(4);
        assertThat(style.notes())
                .hasSize(3)
                .filteredOn(Note.ReadingMarker.class::isInstance)
                .singleElement()
                .satisfies(reading -> assertThat(reading.of()).contains(SeriesKey.group(3, "dry")));
        assertThat(Files.readString(path("a.svg"))).contains("slipped", "allowed", "Pull");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            {"sheet": {"textsize": 3}}      | sheet: there is no “textsize”; there are widthMm
            {"sheet": {"textSize": 300}}    | sheet: text=300.0 must be 4.0 to 48.0.
            {"sheet": {"textSize": "big"}}  | sheet: “big” is no number.
            {"series": {"lead": {}}}        | series: there is no series “lead”; there are
            {"axes": {"z": {}}}             | axes: there is no “z”; there are x, y, right.
            {"legend": {"shown": "maybe"}}  | legend: “maybe” is none of
            {"notes": [{"text": "a"}]}      | notes: it has no "type".
            {"colour": 1}                   | a style has sheet, axes, legend
            [1]                             | it must be one JSON object
            {                               | is no JSON: line
            """)
    void aWrongStyleIsSaidAndNothingIsDrawn(String json, String sentence) throws IOException {
        Files.writeString(path("s.json"), json);
        assertThat(helvo("draw @cords.csv --x Load --y Stretch --style @s.json --out @a.svg"))
                .isEqualTo(1);
        assertThat(err()).contains("“s.json”", sentence).doesNotContain("helvo.core");
        assertThat(path("a.svg")).doesNotExist();
    }
}
