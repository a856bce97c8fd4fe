package helvo.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import helvo.core.fit.Curves;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@InManyLanguages
class HelvoTest {
    private static final List<String> FIT_KEYS = List.of(
            "group",
            "label",
            "curve",
            "degree",
            "fittedOn",
            "formula",
            "rows",
            "equation",
            "equationWhere",
            "equationOrigin",
            "coefficients",
            "coefficientsOrigin",
            "profileLimits",
            "sharedFit",
            "lesserLimit",
            "search",
            "held",
            "r2",
            "r2About",
            "r2AboutMean",
            "adjustedR2",
            "pearsonR",
            "pearsonP",
            "spearmanRho",
            "residualStandardDeviation",
            "residualSumOfSquares",
            "degreesOfFreedom",
            "f",
            "fP",
            "aicc",
            "chi2",
            "chi2P",
            "weights",
            "checks",
            "patternless",
            "bounds",
            "quantities",
            "readings",
            "covariance",
            "calibration",
            "theilSen",
            "withExcluded",
            "residuals");

    @TempDir
    private Path folder;

    private final CommandLineRun run = new CommandLineRun();
    private final StringWriter out = run.out;
    private final StringWriter err = run.err;

    @Test
    void fitsAndReportsAsJson() throws IOException {
        int code = helvo(
                "fit",
                table(),
                "--x",
                "load",
                "--y",
                "#3",
                "--exclude",
                "1,4-5",
                "--only",
                "2<=Load<=50",
                "--only",
                "Cord=dry",
                "--at",
                "55",
                "--json");
        assertThat(code).isZero();
        JsonNode report = JsonMapper.shared().readTree(out.toString());
        assertThat(report.propertyNames())
                .containsExactlyInAnyOrder(
                        "file", "version", "only", "derived", "x", "y", "fits", "comparison", "readAs", "warnings");
        assertThat(report.at("/x/unit").asString()).isEqualTo("N");
        JsonNode fit = report.at("/fits/0");
        assertThat(fit.propertyNames()).containsExactlyInAnyOrderElementsOf(FIT_KEYS);
        assertThat(fit.at("/rows").toString())
                .isEqualTo("{\"given\":8,\"used\":4,\"excluded\":[1,4,5],"
                        + "\"unusable\":[{\"row\":3,\"why\":\"“about 7.6” is not a number\"}]}");
        // Rows 2, 6, 7 and 8: y = 0.2 x exactly.
        assertThat(fit.at("/coefficients/1/value").asDouble()).isEqualTo(0.2);
        assertThat(fit.at("/coefficients/1/t").isNull()).isTrue();
        assertThat(fit.at("/r2").asDouble()).isEqualTo(1);
        assertThat(fit.at("/readings/0/value").asDouble()).isEqualTo(11);
        assertThat(fit.at("/readings/0/beyondPercent").asDouble()).isEqualTo(100 * 5 / 40.0);
        assertThat(fit.at("/residuals").size()).isEqualTo(4);
        assertThat(out.toString()).doesNotContain("NaN", "Infinity");
    }

    @Test
    void fitsForAPerson() throws IOException {
        assertThat(helvo("fit", table(), "--x", "Load", "--y", "Stretch", "--intercept", "0", "--at", "5"))
                .isZero();
        assertThat(out.toString())
                .contains(
                        "Stretch = 0.2", "mm/N", "about zero", "7 of 9 rows used; no number in rows 3, 9.", "Load 5 ");
    }

    private String cooling() throws IOException {
        return Files.writeString(
                        folder.resolve("cooling.csv"),
                        "Time (min),Temp (°C)\n0,88.1\n1,81.9\n2,77.4\n3,73.2\n4,70.6\n6,66.4\n8,63.9\n10,62.3\n"
                                + "14,60.9\n20,60.1\n")
                .toString();
    }

    @Test
    void aCurveIsGivenByItsFormula() throws IOException {
        assertThat(helvo(
                        "fit",
                        cooling(),
                        "--x",
                        "Time",
                        "--y",
                        "Temp",
                        "--formula",
                        "T0 + A*exp(-Time/tau)",
                        "--hold",
                        "T0=60",
                        "--limit",
                        "1<tau<3.5",
                        "--limit",
                        "A>0",
                        "--start",
                        "A=20",
                        "--json"))
                .isZero();
        JsonNode fit = JsonMapper.shared().readTree(out.toString()).at("/fits/0");
        assertThat(fit.at("/curve").asString()).isEqualTo("formula");
        assertThat(fit.at("/formula").asString()).isEqualTo("T0 + A*exp(-x/tau)");
        assertThat(fit.at("/held").toString()).isEqualTo("{\"T0\":60.0}");
        assertThat(fit.at("/coefficients/1/value").asDouble())
                .as("at its limit")
                .isEqualTo(3.5);
        assertThat(fit.at("/coefficients/1/standardError").isNull()).isTrue();
        assertThat(fit.at("/search/endedHere").asInt()).isPositive();
        out.getBuffer().setLength(0);
        assertThat(helvo("fit", cooling(), "--x", "Time", "--y", "Temp", "--curve", "exponential-to-level", "--all"))
                .isZero();
        assertThat(out.toString()).contains("Temp = 59.9", "1/min", "starts ended at this least");
    }

    @Test
    void theCurveThatIsMeantIsTheBestOfAll() throws IOException {
        assertThat(helvo("curves", cooling(), "--x", "Time", "--y", "Temp", "--json"))
                .isZero();
        JsonNode curves = JsonMapper.shared().readTree(out.toString()).at("/curves");
        assertThat(curves.at("/0/curve").asString()).isEqualTo("exponential-to-level");
        assertThat(curves.at("/0/coefficients/0/value").asDouble()).isBetween(59.7, 60.1);
        assertThat(curves.size()).isEqualTo(Curves.compared().size());
        out.getBuffer().setLength(0);
        assertThat(helvo("shapes")).isZero();
        assertThat(out.toString())
                .contains("exponential-to-level         y = c + a*exp(b*x)", "--degree 2 to 10", "Peaks", "--formula");
    }

    @Test
    void groupsShareACoefficient() throws IOException {
        Path file = folder.resolve("cords.csv");
        var text = new StringBuilder("t (min),T (°C),Cord\n");
        double[] wobble = {0.1, -0.2, 0.15, -0.1, 0.05, 0.1, -0.1};
        for (int i = 0; i < 7; i++) {
            double fallen = Math.exp(-i / 2.0);
            text.append(String.format(
                    Locale.ROOT,
                    "%d,%.2f,A\n%d,%.2f,B\n",
                    i,
                    60 + 28 * fallen + wobble[i],
                    i,
                    40 - 9 * fallen - wobble[i]));
        }
        Files.writeString(file, text);
        String[] words = ("fit " + file + " --x t --y T --by Cord --formula T0+A*exp(-t/tau) --shared tau").split(" ");
        assertThat(helvo(words)).isZero();
        assertThat(out.toString())
                .contains(
                        "One fit over 2 groups, 14 points and 5 coefficients in all: these share tau.",
                        "Curves of each group’s own do not leave significantly less (F = ");
        out.getBuffer().setLength(0);
        assertThat(helvo(Stream.concat(Stream.of(words), Stream.of("--json")).toArray(String[]::new)))
                .isZero();
        JsonNode fits = JsonMapper.shared().readTree(out.toString()).at("/fits");
        assertThat(fits.at("/0/coefficients/2/value")).isEqualTo(fits.at("/1/coefficients/2/value"));
        assertThat(fits.at("/0/coefficients/2/value").asDouble()).isBetween(1.9, 2.1);
        assertThat(fits.at("/0/degreesOfFreedom").asInt()).isEqualTo(9);
        assertThat(fits.at("/1/sharedFit/coefficients/0").asString()).isEqualTo("tau");
        assertThat(fits.at("/1/sharedFit/test/furtherCoefficients").asInt()).isEqualTo(1);
    }

    @Test
    void aCurveIsKeptHandedOnAndForgotten() throws IOException {
        assertThat(helvo("shapes", "--keep", "Newton cooling", "--formula", "T0 + A*exp(-x/tau)", "--limit", "tau>0"))
                .isZero();
        assertThat(out.toString()).contains("Kept: --curve newton-cooling");
        assertThat(helvo("fit", cooling(), "--x", "Time", "--y", "Temp", "--curve", "Newton cooling"))
                .isZero();
        assertThat(out.toString()).contains("T0          59.9");
        Path file = folder.resolve("curves.json");
        assertThat(helvo("shapes", "--write", file.toString(), "--name", "newton-cooling"))
                .isZero();
        assertThat(file).content().contains("\"format\" : \"helvo curves\"", "\"name\" : \"Newton cooling\"");
        assertThat(helvo("shapes", "--forget", "newton-cooling")).isZero();
        assertThat(helvo("fit", cooling(), "--x", "Time", "--y", "Temp", "--curve", "newton-cooling"))
                .isNotZero();
        assertThat(helvo("shapes", "--read", file.toString())).isZero();
        out.getBuffer().setLength(0);
        assertThat(helvo("shapes")).isZero();
        assertThat(out.toString()).contains("Your own", "newton-cooling               y = T0 + A*exp(-x/tau)");
        assertThat(helvo("shapes", "--forget", "Newton  Cooling")).isZero();
        List<String> wrong = List.of(
                "--keep|line|--formula|a*x|--keep: “line” is the name of a curve that is there already.",
                "--keep|k|--keep “k” needs the curve: --formula.",
                "--formula|a*x|--formula goes with --keep NAME here.",
                "--forget|none|--forget: your own list has no curve “none”; it is empty.",
                "--write|" + file + "|Your own list has no curve yet",
                "--name|k|--name goes with --write.",
                "--keep|k|--forget|k|one at a time.",
                "--read|" + cooling() + "|is no file of curves");
        for (String each : wrong) {
            err.getBuffer().setLength(0);
            List<String> words = new ArrayList<>(List.of(("shapes|" + each).split("\\|")));
            String sentence = words.removeLast();
            assertThat(helvo(words.toArray(String[]::new))).as(each).isNotZero();
            assertThat(err.toString()).contains(sentence);
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "--formula a*3; There is no x in this formula",
                "--formula a*sen(x); at character 3 of “a*sen(x)”: No function is called “sen”",
                "--formula a*x --curve line; --formula says what is fitted: leave out --curve",
                "--formula a*x --hold b=3; --hold: “b” is no coefficient of this curve; they are a.",
                "--formula a*x --hold a; --hold “a”: write it as NAME=VALUE, such as a=1.5, or with a unit",
                "--formula a*x --hold a=3; all coefficients are held",
                "--formula a*x --limit a; --limit “a”: write \"a>0\"",
                "--formula a*x --limit 5<a<1; --limit “5<a<1”: write",
                "--formula a*x --limit a>x; --limit “a>x”: write",
                "--start a=1; --hold, --limit, --start and --shared go with --formula",
                "--formula c+a*exp(-b*(x-d)); a and d always act as one in this formula: points determine only",
                "--formula a*b*x; --formula: a and b always act as one in this formula: points determine a·b, not each",
                "--formula x*a/b; points determine a/b, not each of them. Leave one out, or hold it.",
                "--formula a+x^c-b; points determine a − b, not each of them",
                "--formula a*x --shared a; --shared a: there is one series only; --by splits it",
                "--formula a*x --shared b; --shared: “b” is no coefficient of this curve; they are a.",
                "--formula a+b*x --shared a --hold a=3; --shared a: it is held",
                "--curve spline; There is no curve “spline”: choose mean, line"
            })
    void whatIsWrongWithAFormulaIsSaid(String options, String sentence) throws IOException {
        List<String> words = new ArrayList<>(List.of("fit", cooling(), "--x", "Time", "--y", "Temp"));
        words.addAll(List.of(options.split(" ")));
        assertThat(helvo(words.toArray(String[]::new))).isNotZero();
        assertThat(err.toString()).contains(sentence);
    }

    private static final String BARS = """
            Cord,Load [N],Stretch [mm],Sigma [mm]
            dry,5,1.31,0.35
            dry,10,2.22,0.35
            dry,15,3.42,0.35
            dry,20,4.31,0.35
            dry,25,5.49,0.35
            dry,30,6.36,0.35
            dry,40,8.41,0.35
            dry,50,10.43,0.35
            salt,5,1.92,0.35
            salt,15,4.61,0.35
            salt,25,7.35,0.35
            salt,35,10.21,
            """;

    /// An unknown measured three times: wider limits than an exact y, and what the line can detect; in print and in
    /// JSON.
    @Test
    void anUnknownIsReadOffACalibration() throws IOException {
        String dye = Files.writeString(
                        folder.resolve("dye.csv"),
                        "Dye (mg/l),Absorbance\n0,0.01\n0,0.014\n1,0.112\n2,0.209\n4,0.418\n" + "6,0.61\n8,0.82\n")
                .toString();
        assertThat(helvo("fit", dye, "--x", "Dye", "--y", "Absorbance", "--when", "0.3", "--measured", "3"))
                .isZero();
        assertThat(out.toString())
                .contains("Absorbance 0.3, mean of 3", "limit of detection", "By ICH Q2(R2)", "By Currie");
        double[] wide = new double[2];
        for (int measured = 0; measured < 2; measured++) {
            out.getBuffer().setLength(0);
            List<String> line =
                    new ArrayList<>(List.of("fit", dye, "--x", "Dye", "--y", "Absorbance", "--when", "0.3", "--json"));
            line.addAll(measured == 0 ? List.of() : List.of("--measured", "3"));
            assertThat(helvo(line.toArray(String[]::new))).isZero();
            JsonNode fit = JsonMapper.shared().readTree(out.toString()).at("/fits/0");
            assertThat(fit.at("/readings/0/measured").isNull()).isEqualTo(measured == 0);
            JsonNode solution = fit.at("/readings/0/solutions/0");
            wide[measured] =
                    solution.at("/high95").asDouble() - solution.at("/low95").asDouble();
            double slope = fit.at("/coefficients/1/value").asDouble();
            assertThat(fit.at("/calibration/byScatter/detection").asDouble())
                    .isCloseTo(3.3 * fit.at("/residualStandardDeviation").asDouble() / slope, within(1e-12));
            assertThat(fit.at("/calibration/byBlank/measured").asInt()).isEqualTo(2);
            assertThat(fit.at("/covariance/0/1").asDouble())
                    .isCloseTo(-fit.at("/covariance/1/1").asDouble() * 3, within(1e-12));
            assertThat(fit.at("/theilSen/slope").asDouble()).isCloseTo(slope, within(0.003));
            assertThat(fit.at("/withExcluded").isNull()).isTrue();
        }
        assertThat(wide[1]).isGreaterThan(1.2 * wide[0]);
        assertThat(helvo("fit", dye, "--x", "Dye", "--y", "Absorbance", "--measured", "3"))
                .isEqualTo(2);
        assertThat(err.toString()).contains("--measured 3 goes with --when");
        assertThat(helvo("fit", dye, "--x", "Dye", "--y", "Absorbance", "--when", "0.3", "--measured", "0"))
                .isEqualTo(2);
    }

    /// The dry cord's limits by hand: steepest from (5; 0.96) to (50; 10.78), shallowest from (10; 2.57) to (50;
    /// 10.08), both clear of all other bars.
    @Test
    void boundsOfTheLinesThroughAllBars() throws IOException {
        Path file = Files.writeString(folder.resolve("bars.csv"), BARS);
        assertThat(helvo(
                        "fit",
                        file.toString(),
                        "--x",
                        "Load",
                        "--y",
                        "Stretch",
                        "--only",
                        "Cord=dry",
                        "--y-bar",
                        "0.35",
                        "--bounds",
                        "--at",
                        "55",
                        "--when",
                        "5",
                        "--json"))
                .isZero();
        JsonNode fit = JsonMapper.shared().readTree(out.toString()).at("/fits/0");
        assertThat(fit.at("/bounds/exists").asBoolean()).isTrue();
        assertThat(fit.at("/bounds/steepest/slope").asDouble()).isCloseTo(9.82 / 45, within(1e-14));
        assertThat(fit.at("/bounds/steepest/rows").toString()).isEqualTo("[1,8]");
        assertThat(fit.at("/bounds/shallowest/slope").asDouble()).isCloseTo(7.51 / 40, within(1e-14));
        assertThat(fit.at("/bounds/shallowest/rows").toString()).isEqualTo("[2,8]");
        assertThat(fit.at("/bounds/slopeHalfRange").asDouble()).isCloseTo((9.82 / 45 - 7.51 / 40) / 2, within(1e-14));
        assertThat(fit.at("/bounds/originInside").asBoolean()).isTrue();
        assertThat(fit.at("/bounds/fittedLinePasses").asInt()).isEqualTo(8);
        assertThat(fit.at("/bounds/fittedLineMisses").size()).isZero();
        assertThat(fit.at("/bounds/leastFactor").asDouble()).isLessThan(1);
        assertThat(fit.at("/readings/0/boundsHigh").asDouble()).isCloseTo(10.78 + 5 * 9.82 / 45, within(1e-12));
        JsonNode solution = fit.at("/readings/1/solutions/0");
        assertThat(solution.at("/value").asDouble())
                .isBetween(
                        solution.at("/low95").asDouble(), solution.at("/high95").asDouble());
        assertThat(helvo("fit", file.toString(), "--x", "Load", "--y", "Stretch", "--y-bar", "2%", "--bounds"))
                .isZero();
        assertThat(out.toString()).contains("No line passes through all bars.").doesNotContain("NaN", "Infinity");
    }

    /// y = 0.5 + 2.5 x misses by 0.5, −1 and 0.5; leverages 5/6, 1/3, 5/6 and s² = 1.5 give the rest by hand.
    @Test
    void residualsAreWrittenAsTheyAreByHand() throws IOException {
        Path file = Files.writeString(folder.resolve("three.csv"), "x,y\n0,1\n1,2\n2,6\n");
        Path residuals = folder.resolve("residuals.csv");
        assertThat(helvo("fit", file.toString(), "--x", "x", "--y", "y", "--residuals", residuals.toString()))
                .isZero();
        double[][] byHand = {
            {1, 0, 1, 0.5, 0.5, 100, 50, 1, 5 / 6.0, 2.5},
            {2, 1, 2, 3, -1, -100 / 3.0, -50, -1, 1 / 3.0, 0.25},
            {3, 2, 6, 5.5, 0.5, 100 / 11.0, 100 / 12.0, 1, 5 / 6.0, 2.5}
        };
        List<String> lines = Files.readAllLines(residuals);
        assertThat(lines).hasSize(4);
        for (int i = 0; i < 3; i++) {
            String[] cells = lines.get(i + 1).split(",");
            assertThat(cells[0]).isEmpty();
            for (int k = 0; k < byHand[i].length; k++) {
                assertThat(Double.parseDouble(cells[k + 1]))
                        .as(lines.getFirst().split(",")[k + 1])
                        .isCloseTo(byHand[i][k], within(1e-12));
            }
        }
    }

    @Test
    void barsWeighAndGroupsAreCompared() throws IOException {
        Path file = Files.writeString(folder.resolve("bars.csv"), BARS);
        Path residuals = folder.resolve("residuals.csv");
        assertThat(helvo(
                        "fit",
                        file.toString(),
                        "--x",
                        "Load",
                        "--y",
                        "Stretch",
                        "--by",
                        "Cord",
                        "--y-bar",
                        "column:sigma",
                        "--weights",
                        "stated",
                        "--residuals",
                        residuals.toString(),
                        "--json"))
                .isZero();
        JsonNode report = JsonMapper.shared().readTree(out.toString());
        assertThat(report.at("/fits").size()).isEqualTo(3);
        assertThat(report.at("/fits/0/group").asString()).isEqualTo("dry");
        assertThat(report.at("/fits/2/group").isNull()).isTrue();
        // Equal bars: the line of equal weights, its χ² in units of the bars.
        double ssr = report.at("/fits/0/chi2").asDouble() * 0.35 * 0.35;
        assertThat(report.at("/fits/1/rows/unusable/0/why").asString())
                .isEqualTo("it has no error bar above 0 to weigh by");
        assertThat(report.at("/comparison/slopes/1/group").asString()).isEqualTo("salt");
        assertThat(report.at("/comparison/equalSlopes").isNull()).isTrue();
        assertThat(residuals).content().startsWith("group,row,x,y,fitted,").hasLineCount(8 + 3 + 11 + 1);
        assertThat(helvo("fit", file.toString(), "--x", "Load", "--y", "Stretch", "--by", "Cord", "--json"))
                .isZero();
        JsonNode alike = JsonMapper.shared()
                .readTree(out.toString().substring(out.toString().lastIndexOf("{\n  \"file\"")));
        assertThat(alike.at("/fits/0/residualSumOfSquares").asDouble()).isCloseTo(ssr, within(1e-13));
        assertThat(alike.at("/comparison/equalSlopes/p").asDouble()).isLessThan(1e-4);
        assertThat(helvo("fit", file.toString(), "--x", "Load", "--y", "Stretch", "--by", "Cord"))
                .isZero();
        assertThat(out.toString()).contains("Slopes of the lines", "The slopes differ (F = ", "salt against dry");
    }

    /// What the computer's language is changes nothing: no dotless i in a word, no other digits, no other marks.
    @Test
    void everyLanguageGivesTheSameText() throws IOException {
        Path file = Files.writeString(folder.resolve("bars.csv"), BARS);
        Locale before = Locale.getDefault();
        var told = new java.util.LinkedHashMap<String, String>();
        try {
            for (String language : List.of("und", "tr-TR", "ar-EG-u-nu-arab", "de-DE", "hi-IN-u-nu-deva")) {
                Locale.setDefault(Locale.forLanguageTag(language));
                out.getBuffer().setLength(0);
                String path = file.toString();
                assertThat(helvo(
                                "fit",
                                path,
                                "--x",
                                "Load",
                                "--y",
                                "Stretch",
                                "--by",
                                "Cord",
                                "--y-bar",
                                "0.35",
                                "--bounds",
                                "--at",
                                "1234567",
                                "--weights",
                                "stated",
                                "--json"))
                        .isZero();
                assertThat(helvo("fit", path, "--x", "Load", "--y", "Stretch", "--by", "Cord", "--curve", "logistic"))
                        .isZero();
                assertThat(helvo("check", path)).isZero();
                assertThat(helvo("curves", path, "--x", "Load", "--y", "Stretch"))
                        .isZero();
                told.put(language, out.toString());
            }
        } finally {
            Locale.setDefault(before);
        }
        assertThat(told.values()).allSatisfy(text -> assertThat(text).isEqualTo(told.get("und")));
        assertThat(told.get("und")).contains("\"weights\" : \"stated\"", "Slopes of the lines");
    }

    /// Every shape gives every key, with numbers or null.
    @ParameterizedTest
    @ValueSource(
            strings = {
                "line",
                "line --intercept 0",
                "polynomial --degree 2",
                "polynomial --degree 4",
                "logarithmic",
                "exponential",
                "exponential --on-log-scale",
                "power",
                "power --on-log-scale",
                "logistic"
            })
    void everyShapeReportsEveryField(String shape) throws IOException {
        Path file = Files.writeString(folder.resolve("bars.csv"), BARS);
        for (String weights : List.of("alike", "stated", "relative")) {
            out.getBuffer().setLength(0);
            List<String> line = new ArrayList<>(List.of(
                    "fit",
                    file.toString(),
                    "--x",
                    "Load",
                    "--y",
                    "Stretch",
                    "--only",
                    "Cord=dry",
                    "--y-bar",
                    "0.35",
                    "--weights",
                    weights,
                    "--bounds",
                    "--at",
                    "55",
                    "--when",
                    "5",
                    "--json",
                    "--curve"));
            line.addAll(List.of(shape.split(" ")));
            assertThat(helvo(line.toArray(String[]::new))).isZero();
            JsonNode fit = JsonMapper.shared().readTree(out.toString()).at("/fits/0");
            assertThat(fit.propertyNames()).containsExactlyInAnyOrderElementsOf(FIT_KEYS);
            assertThat(fit.at("/coefficients"))
                    .allSatisfy(each ->
                            assertThat(each.at("/standardError").asDouble()).isPositive());
            assertThat(fit.at("/r2").asDouble()).isBetween(0.6, 1.0);
            assertThat(fit.at("/checks").size()).isGreaterThanOrEqualTo(4);
            assertThat(fit.at("/chi2").isNull()).isEqualTo(weights.equals("alike"));
            assertThat(fit.at("/bounds/fittedLineFactor").isNull()).isEqualTo(shape.endsWith("log-scale"));
            assertThat(fit.at("/readings/0/value").asDouble()).isPositive();
            assertThat(fit.at("/readings/1/solutions"))
                    .anySatisfy(each -> assertThat(each.at("/value").asDouble()).isBetween(5.0, 50.0));
            assertThat(fit.at("/residuals").size()).isEqualTo(8);
            assertThat(out.toString()).doesNotContain("NaN", "Infinity");
        }
    }

    @Test
    void allShapesAreRankedAndWhatAShapeCannotUseIsNamed() throws IOException {
        Path file = Files.writeString(
                folder.resolve("creep.csv"), "t,y\n0,9\n1,2\n2,2.7\n4,3.41\n8,4.07\n16,4.8\n32,5.44\n64,6.17\n");
        assertThat(helvo("curves", file.toString(), "--x", "t", "--y", "y", "--only", "1<=t<=64", "--json"))
                .isZero();
        JsonNode curves = JsonMapper.shared().readTree(out.toString()).at("/curves");
        assertThat(curves.size()).isEqualTo(Curves.compared().size());
        assertThat(curves.at("/0/curve").asString()).isEqualTo("logarithmic");
        assertThat(curves.at("/0/degree").isNull()).isTrue();
        assertThat(curves.at("/0/weight").asDouble()).isGreaterThan(0.9);
        assertThat(helvo(
                        "curves",
                        file.toString(),
                        "--x",
                        "t",
                        "--y",
                        "y",
                        "--curve",
                        "power",
                        "--on-log-scale",
                        "--only",
                        "t>0"))
                .isZero();
        assertThat(out.toString())
                .containsPattern("Power, on the log scale +R² ")
                .containsPattern("\nPower +R² ");
        assertThat(helvo("curves", file.toString(), "--x", "t", "--y", "y")).isZero();
        assertThat(helvo(
                        "fit", file.toString(), "--x", "t", "--y", "y", "--curve", "power", "--on-log-scale", "--json"))
                .isZero();
        String json = out.toString().substring(out.toString().lastIndexOf("{\n  \"file\""));
        JsonNode fit = JsonMapper.shared().readTree(json).at("/fits/0");
        assertThat(fit.at("/fittedOn").asString()).isEqualTo("ln y");
        assertThat(fit.at("/rows").toString())
                .isEqualTo("{\"given\":8,\"used\":7,\"excluded\":[],\"unusable\":[{\"row\":1,\"why\":\"x or y is not "
                        + "above 0\"}]}");
    }

    @Test
    void checkTellsWhatTheFileHolds() throws IOException {
        assertThat(helvo("check", table())).as("something needs a look").isEqualTo(1);
        assertThat(out.toString())
                .contains(
                        "9 rows, 3 columns",
                        "Read by: commas",
                        "Stretch",
                        "2 places need a look",
                        "row 3, Stretch: “about 7.6” is not a number; it may mean 7.6");
    }

    @Test
    void drawsIntoAFile() throws IOException {
        Path file = folder.resolve("figure.svg");
        assertThat(helvo(
                        "draw",
                        table(),
                        "--x",
                        "Load",
                        "--y",
                        "Stretch",
                        "--curve",
                        "polynomial",
                        "--degree",
                        "2",
                        "--width",
                        "85",
                        "--title",
                        "Own title",
                        "--out",
                        file.toString()))
                .isZero();
        assertThat(file).content().contains("Own title", "width=\"85mm\"");
        assertThat(helvo(
                        "draw",
                        table(),
                        "--x",
                        "Load",
                        "--y",
                        "Stretch",
                        "--out",
                        folder.resolve("no/such.pdf").toString()))
                .isEqualTo(1);
        assertThat(err.toString()).contains("could not be saved: its folder does not exist");
    }

    @Test
    void derivedColumnsMayUseEarlierOnes() throws IOException {
        String[] fit = {
            "fit",
            table(),
            "--x",
            "Load",
            "--y",
            "Quarter",
            "--exclude",
            "1,4-5",
            "--only",
            "Cord=dry",
            "--json",
            "--derive"
        };
        assertThat(helvo(Stream.concat(
                                Stream.of(fit),
                                Stream.of("Half [mm] = Stretch / 2", "--derive", "Quarter [cm] = Half / 2"))
                        .toArray(String[]::new)))
                .isZero();
        JsonNode report = JsonMapper.shared().readTree(out.toString());
        assertThat(report.at("/y/unit").asString()).isEqualTo("cm");
        assertThat(report.at("/fits/0/coefficients/1/value").asDouble())
                .as("a quarter of 0.2")
                .isCloseTo(0.05, within(1e-15));
        assertThat(helvo(Stream.concat(Stream.of(fit), Stream.of("Quarter")).toArray(String[]::new)))
                .isNotZero();
        assertThat(err.toString()).contains("--derive “Quarter”", "name [unit] = formula");
        assertThat(helvo(Stream.concat(Stream.of(fit), Stream.of("Quarter = Stretch / (4 + Depth)"))
                        .toArray(String[]::new)))
                .isNotZero();
        assertThat(err.toString()).contains("--derive, at character 16 of “Stretch / (4 + Depth)”", "Depth");
    }

    static Stream<Arguments> refused() {
        return Stream.of(
                Arguments.of("", 1, "is empty"),
                Arguments.of("x,y\n", 1, "headings only"),
                Arguments.of("x\n1\n2\n", 1, "one column only"),
                Arguments.of("x,y\n1,2\n", 1, "Only 1 point"),
                Arguments.of("x,y\n5,2\n5,3\n", 1, "All x are equal (5)"),
                Arguments.of("x,y\n1,\n,3\n", 1, "No row has a number in both x and y"),
                Arguments.of("a,b\n1,2\n2,3\n", 1, "has no column “x”; it has a, b"));
    }

    @ParameterizedTest
    @MethodSource("refused")
    void dataThatDoNotAllowAFitGiveOneSentence(String text, int code, String why) throws IOException {
        Path file = Files.writeString(folder.resolve("bad.csv"), text);
        assertThat(helvo("fit", file.toString(), "--x", "x", "--y", "y")).isEqualTo(code);
        assertThat(err.toString().strip().lines()).singleElement().asString().contains(why);
    }

    @Test
    void aProblemKeepsItsPlaceInTheJson() throws IOException {
        Path file = Files.writeString(folder.resolve("one.csv"), "x,y\n1,2\n");
        assertThat(helvo(
                        "fit",
                        file.toString(),
                        "--x",
                        "x",
                        "--y",
                        "y",
                        "--curve",
                        "polynomial",
                        "--degree",
                        "3",
                        "--json"))
                .isEqualTo(1);
        JsonNode fit = JsonMapper.shared().readTree(out.toString()).at("/fits/0");
        assertThat(fit.at("/curve").asString()).isEqualTo("polynomial");
        assertThat(fit.at("/problem").asString()).isEqualTo("Only 1 point: this curve needs at least 4.");
    }

    static Stream<Arguments> misused() {
        return Stream.of(
                Arguments.of("fit FILE --x Load", "--y"),
                Arguments.of("fit FILE --x Load --y Stretch --curve spiral", "spiral"),
                Arguments.of("fit FILE --x Load --y Stretch --on-log-scale", "--on-log-scale goes with"),
                Arguments.of("fit FILE --x Load --y Stretch --curve polynomial", "--degree 2 to 10"),
                Arguments.of("fit FILE --x Load --y Stretch --degree 3", "--degree goes with"),
                Arguments.of("fit FILE --x Load --y Stretch --intercept NaN", "“NaN” is not a number"),
                Arguments.of("fit FILE --x Load --y Stretch --exclude 99", "rows 1 to 9"),
                Arguments.of("fit FILE --x Load --y Stretch --only Load~3", "is not a condition"),
                Arguments.of("draw FILE --x Load --y Stretch --out figure.docx", ".png, .svg, .pdf or .html"),
                Arguments.of("draw FILE --x Load --y Stretch --out f.png --dpi 1e9", "--dpi must be"),
                Arguments.of("fit FILE --x Load --y Stretch --bounds", "--bounds needs error bars"),
                Arguments.of("fit FILE --x Load --y Stretch --weights stated", "needs error bars"),
                Arguments.of("fit FILE --x Load --y Stretch --y-bar -1", "a length of 0 to 10^150"),
                Arguments.of("fit FILE --x Load --y Stretch --y-bar 1e300", "a length of 0 to 10^150"),
                Arguments.of(
                        "fit FILE --x Load --y Stretch --y-bar 1 --bar-means guess", "choose sd, se, half-range or 95"),
                Arguments.of("fit FILE --x Load --y Stretch --y Cord", "One --y at a time"),
                Arguments.of("fit FILE --x Load --y Stretch --decimal star", "choose comma, point"),
                Arguments.of("fit FILE --x Load --y Stretch --thousands x", "choose apostrophe"),
                Arguments.of("fit FILE --x Load --y Stretch --date-order ymd", "choose dmy or mdy"),
                Arguments.of("fit FILE --x Load --y Stretch --zone Mars/North", "--zone"),
                Arguments.of("fit FILE --x Load --y Stretch --encoding klingon", "--encoding"),
                Arguments.of("fit FILE --x Load --y Stretch --read-as Load", "write COL=WAY"),
                Arguments.of("check FILE --table 0", "--table is 1 or more"),
                Arguments.of("check FILE --turn around", "or transposed"),
                Arguments.of("fit FILE --x Load --y Stretch --only Load<much", "the limit must be one of numbers"),
                Arguments.of("draw FILE --x Load --y Stretch --out f.png --x-limits 5..1", "must be less"),
                Arguments.of(
                        "draw FILE --x Load --y Stretch --out f.png --x-limits five", "write two numbers as 0..50"),
                Arguments.of("draw FILE --x Load --y Stretch --out f.png --log-x --x-limits 0..5", "lies above 0"),
                Arguments.of("draw FILE --x Load --y Stretch --out f.png --right Load", "is no --y"),
                Arguments.of("fit FILE --x Load --y Stretch --at NaN", "“NaN” is not a number"),
                Arguments.of("fit FILE --x Load --y Stretch --at 3,1e400", "“1e400” is not a number, or is too large"),
                Arguments.of(
                        "fit FILE --x Load --y Stretch --when -1e400", "“-1e400” is not a number, or is too large"),
                Arguments.of("curves FILE --x Load --y Stretch --at Infinity", "“Infinity” is not a number"),
                Arguments.of("draw FILE --x Load --y Stretch --out f.png --width NaN", "“NaN” is not a number"),
                Arguments.of("fit FILE --x Load --y Stretch --exclude ,", "write rows as 3,7-9"),
                Arguments.of("fit FILE --x Load --y Stretch --only <3", "is not a condition"),
                Arguments.of("completions tcsh", "choose bash, zsh or fish"),
                Arguments.of("nonsense", "nonsense"));
    }

    @ParameterizedTest
    @MethodSource("misused")
    void wrongUsageIsSaidAndExitsWithTwo(String line, String why) throws IOException {
        String file = table();
        assertThat(helvo(Stream.of(line.split(" "))
                        .map(word -> word.equals("FILE") ? file : word)
                        .toArray(String[]::new)))
                .isEqualTo(2);
        assertThat(err.toString()).contains(why).doesNotContain("Exception", "\tat ");
    }

    /// Limits, inequalities and lists; a name that is nearly right is guessed.
    @Test
    void conditionsAreComparedAndNamesAreGuessed() throws IOException {
        String[] fit = {
            "fit", table(), "--x", "Load", "--y", "Stretch", "--exclude", "1,4-5", "--json", "--at", "5,55", "--only"
        };
        for (String condition : List.of("Load>10", "Load>=30", "Cord!=salt", "Load<50", "Load<=40")) {
            out.getBuffer().setLength(0);
            assertThat(helvo(Stream.concat(Stream.of(fit), Stream.of(condition)).toArray(String[]::new)))
                    .as(condition)
                    .isZero();
            JsonNode fitted = JsonMapper.shared().readTree(out.toString()).at("/fits/0");
            assertThat(fitted.at("/rows/used").asInt())
                    .as(condition)
                    .isEqualTo(Map.of("Load>10", 3, "Load>=30", 3, "Cord!=salt", 4, "Load<50", 3, "Load<=40", 3)
                            .get(condition));
            assertThat(fitted.at("/readings/1/at").asDouble()).isEqualTo(55);
        }
        assertThat(helvo("fit", table(), "--x", "Load", "--y", "Stretch", "--only", "Load>10", "--only", "Cord=wet"))
                .isEqualTo(1);
        assertThat(err.toString()).contains("In no row Cord is wet.");
        assertThat(helvo("fit", table(), "--x", "Load", "--y", "Stretch", "--only", "Cord=salt", "--only", "Load>20"))
                .isEqualTo(1);
        assertThat(err.toString()).contains("In no row Load is above 20 where Cord is salt.");
        assertThat(helvo("fit", table(), "--x", "Lod", "--y", "Stretch")).isEqualTo(1);
        assertThat(err.toString()).contains("did you mean “Load”?");
        assertThat(helvo("fit", table(), "--x", "Cord", "--y", "Stretch")).isEqualTo(1);
        assertThat(err.toString()).contains("“Cord” holds text");
    }

    @Test
    void checkTellsItAsJsonAndOfSeveralFiles() throws IOException {
        Path clean = Files.writeString(folder.resolve("clean.csv"), "Load (N),Stretch (mm)\n1,2\n2,4\n3,6\n");
        assertThat(helvo("check", clean.toString())).isZero();
        out.getBuffer().setLength(0);
        Path wide = Files.writeString(
                folder.resolve("wide.csv"), "Taken by A. Keel\n\nCord,0 h,5 h,24 h\ndry,1,2,3\nsalt,2,3,5\n");
        assertThat(helvo(
                        "check",
                        "--json",
                        table(),
                        wide.toString(),
                        folder.resolve("none.csv").toString()))
                .isEqualTo(1);
        assertThat(err.toString()).contains("none.csv");
        JsonNode checked = JsonMapper.shared().readTree(out.toString());
        assertThat(checked.get(0).at("/needsALook/0/rows").toString()).isEqualTo("[3]");
        assertThat(checked.get(1).at("/readAs/notes/0").asString()).isEqualTo("Taken by A. Keel");
        assertThat(checked.get(1).at("/readAs/layout").asString()).contains("headings in line 3");
        out.getBuffer().setLength(0);
        assertThat(helvo("fit", wide.toString(), "--turn", "long", "--x", "Time", "--y", "wide", "--json"))
                .isZero();
        JsonNode fit = JsonMapper.shared().readTree(out.toString()).at("/fits/0");
        assertThat(fit.at("/rows/used").asInt()).isEqualTo(6);
    }

    /// Strict: what was decided in reading makes the exit code 1; the report is the same.
    @Test
    void strictnessCountsWhatWasDecided() throws IOException {
        Path totals = Files.writeString(
                folder.resolve("totals.csv"), "Cord,Load,Stretch\na,1,2\nb,2,4.5\nc,3,6\nTotal,6,12.5\n");
        assertThat(helvo("fit", totals.toString(), "--x", "Load", "--y", "Stretch"))
                .isZero();
        assertThat(err.toString()).contains("row 4 (a total)");
        String report = out.toString();
        out.getBuffer().setLength(0);
        assertThat(helvo("fit", totals.toString(), "--x", "Load", "--y", "Stretch", "--strict"))
                .isEqualTo(1);
        assertThat(out.toString()).isEqualTo(report);
    }

    @Test
    void drawsSeveralYWithASecondScale() throws IOException {
        Path both = Files.writeString(
                folder.resolve("both.csv"), "Load (N),Stretch (mm),Mass (g)\n1,2,30\n2,4,20\n3,7,10\n10,20,5\n");
        Path file = folder.resolve("two.svg");
        assertThat(helvo(
                        "draw",
                        both.toString(),
                        "--x",
                        "Load",
                        "--y",
                        "Stretch",
                        "--y",
                        "Mass",
                        "--right",
                        "Mass",
                        "--log-x",
                        "--x-title",
                        "Load, logarithmic",
                        "--y-limits",
                        "0..",
                        "--no-curve",
                        "--out",
                        file.toString()))
                .as(err.toString())
                .isZero();
        assertThat(file).content().contains("Load, logarithmic", "Mass").doesNotContain("Residual", "R²");
        assertThat(helvo("fit", both.toString(), "--x", "Load", "--y", "Stretch", "--y", "Mass"))
                .isEqualTo(2);
    }

    /// Every option of every command is in the manual page and in the completions of each shell, which a shell can
    /// read.
    @Test
    void theManualAndTheCompletionsKnowEveryOption() {
        for (String[] line : List.of(
                new String[] {"man"},
                new String[] {"completions", "bash"},
                new String[] {"completions", "zsh"},
                new String[] {"completions", "fish"})) {
            out.getBuffer().setLength(0);
            assertThat(helvo(line)).isZero();
            String text = out.toString().replace("\\-", "-");
            assertThat(text).contains("check", "fit", "curves", "draw", "apply");
            for (String option : List.of("read-as", "date-order", "right-limits", "y-bar", "every", "strict")) {
                assertThat(text).as(String.join(" ", line)).contains(option);
            }
        }
        assertThat(helvo("help", "fit")).isZero();
        assertThat(out.toString()).contains("--exclude");
    }

    /// A command that is named is built alone; it must be the same as among all others.
    @ParameterizedTest
    @ValueSource(strings = {"check", "fit", "curves", "draw", "apply", "report", "simulate-logger"})
    void aCommandOnItsOwnIsTheOneAmongAll(String name) {
        var among = new CommandLineRun();
        assertThat(run.helvo(name, "--help")).isZero();
        assertThat(among.helvo("help", name)).isZero();
        assertThat(out.toString()).startsWith("Usage: helvo " + name).isEqualTo(among.out.toString());
        assertThat(run.helvo(name, "--no-such-option")).isEqualTo(2);
        assertThat(among.helvo("--verbose", name, "--no-such-option")).isEqualTo(2);
        assertThat(err.toString()).contains("`helvo " + name + " --help`").isEqualTo(among.err.toString());
    }

    @Test
    void withoutACommandTheWindowOpens() {
        assertThat(helvo()).isEqualTo(CommandLineRun.WINDOW_CODE);
    }

    /// Numbers whose squares go beyond a double are no points; nothing that is not a number leaves the program.
    @Test
    void numbersAtTheEdgeOfADoubleGiveNoneThatIsNoNumber() throws IOException {
        String huge = Files.writeString(folder.resolve("huge.csv"), """
                x,y,bar
                0,1.7e308,1
                1,-1.7e308,1
                2,1e150,1e308
                3,2e150,1
                4,-1e150,1
                5,1e149,1
                6,3,1
                """).toString();
        assertThat(helvo(
                        "fit",
                        huge,
                        "--x",
                        "x",
                        "--y",
                        "y",
                        "--y-bar",
                        "bar",
                        "--bounds",
                        "--at",
                        "1e308",
                        "--when",
                        "-1e308",
                        "--json"))
                .isZero();
        assertThat(out.toString())
                .doesNotContain("NaN", "Infinity")
                .contains("y is beyond 10^150, too large to reckon with");
        assertThat(JsonMapper.shared()
                        .readTree(out.toString())
                        .at("/fits/0/rows/used")
                        .asInt())
                .isEqualTo(4);
        assertThat(helvo("curves", huge, "--x", "x", "--y", "y", "--json")).isZero();
        assertThat(out.toString()).doesNotContain("NaN", "Infinity");
        for (String format : List.of("png", "svg", "pdf")) {
            assertThat(helvo(
                            "draw",
                            huge,
                            "--x",
                            "x",
                            "--y",
                            "y",
                            "--y-bar",
                            "column:bar",
                            "--out",
                            folder.resolve("huge." + format).toString()))
                    .as(err.toString())
                    .isZero();
        }
    }

    /// A long text is not repeated whole in a sentence, and blanks without end take no time.
    @Test
    void longInputIsAnsweredShortlyAndSoon() throws IOException {
        assertThat(helvo(
                        "fit", table(), "--x", "Load", "--y", "Stretch", "--only", "Load" + " ".repeat(100_000) + "~3"))
                .isEqualTo(2);
        assertThat(helvo("fit", table(), "--x", "y".repeat(100_000), "--y", "Stretch"))
                .isEqualTo(1);
        assertThat(err.toString())
                .contains("is not a condition", "has no column")
                .hasSizeLessThan(5000);
        String words = Files.writeString(folder.resolve("words.csv"), "a ".repeat(10_000) + "b,y\n1,2\n2,3\n3,5\n")
                .toString();
        assertThat(helvo("fit", words, "--x", "#1", "--y", "y", "--derive", "z = (y"))
                .isEqualTo(1);
        String quoted = Files.writeString(folder.resolve("quote.csv"), "x,y\n1,2\n2,\"3\n" + "4,5\n".repeat(50_000))
                .toString();
        assertThat(helvo("fit", quoted, "--x", "x", "--y", "y")).isEqualTo(1);
        assertThat(err.toString()).contains("a quotation mark may lack its pair");
    }

    /// File names and headings of any language, where the system has a name for such files.
    @Test
    void namesOfAnyLanguageAreReadAndWritten() throws IOException {
        boolean unicode = System.getProperty("sun.jnu.encoding").equals("UTF-8");
        Path table = Files.writeString(
                folder.resolve(unicode ? "Länge İĞ 長さ.csv" : "length.csv"),
                "Güç (N),長さ (mm),Tag\n1,2.5,2026-03-05\n2,5,2026-03-06\n1000,2500.5,2026-03-07\n");
        Path picture = folder.resolve(unicode ? "рисунок.svg" : "figure.svg");
        assertThat(helvo("fit", table.toString(), "--x", "GÜÇ", "--y", "長さ", "--json"))
                .isZero();
        JsonNode report = JsonMapper.shared().readTree(out.toString());
        assertThat(report.at("/fits/0/equation").asString())
                .startsWith("長さ = ")
                .contains("Güç")
                .doesNotContain("٢");
        assertThat(report.at("/fits/0/weights").asString()).isEqualTo("alike");
        out.getBuffer().setLength(0);
        assertThat(helvo("check", table.toString())).isZero();
        assertThat(out.toString()).contains("3 rows, 3 columns").containsPattern("#3 +Tag +no unit +dates");
        assertThat(helvo("draw", table.toString(), "--x", "#1", "--y", "長さ", "--out", picture.toString()))
                .isZero();
        assertThat(Files.readString(picture)).contains("長さ", "1000").doesNotContain("١");
    }

    /// What would be written over is what was read: it is left as it is.
    @Test
    void anInputIsNeverWrittenOver() throws IOException {
        String file = table();
        String before = Files.readString(Path.of(file));
        assertThat(helvo("fit", file, "--x", "Load", "--y", "Stretch", "--residuals", file))
                .isEqualTo(1);
        assertThat(err.toString()).contains("it is the file that the measurements are read from");
        Path picture = Files.copy(Path.of(file), folder.resolve("table.svg"));
        assertThat(helvo("draw", picture.toString(), "--x", "Load", "--y", "Stretch", "--out", picture.toString()))
                .isEqualTo(1);
        assertThat(Path.of(file)).hasContent(before);
        assertThat(picture).hasContent(before);
    }

    /// Each file is fitted on its own; one that is refused is told and does not stop the others.
    @Test
    void fitsSeveralFilesEachOnItsOwn() throws IOException {
        String straight = Files.writeString(folder.resolve("straight.csv"), "x,y\n1,3\n2,5\n3,7\n")
                .toString();
        String words = Files.writeString(folder.resolve("words.csv"), "x,y\none,a\ntwo,b\nthree,c\n")
                .toString();
        String falling = Files.writeString(folder.resolve("falling.csv"), "x,y\n1,9\n2,8\n3,7\n")
                .toString();
        assertThat(helvo("fit", straight, words, falling, "--x", "x", "--y", "y", "--json"))
                .isEqualTo(1);
        JsonNode results = JsonMapper.shared().readTree(out.toString()).get("results");
        assertThat(results.valueStream().map(each -> each.get("file").asString()))
                .containsExactly(straight, falling);
        assertThat(results.valueStream()
                        .map(each -> each.at("/fits/0/coefficients/1/value").asDouble()))
                .containsExactly(2.0, -1.0);
        assertThat(err.toString()).contains("words.csv: ").contains("holds text");
        out.getBuffer().setLength(0);
        assertThat(helvo("curves", straight, falling, "--x", "x", "--y", "y")).isZero();
        assertThat(out.toString()
                        .lines()
                        .filter(line -> line.contains(".csv: "))
                        .map(line -> line.substring(0, line.indexOf(':'))))
                .containsExactly(straight, falling);
        Path other = Files.createDirectories(folder.resolve("other")).resolve("straight.csv");
        Files.writeString(other, "x,y\n1,9\n2,8\n3,7\n");
        out.getBuffer().setLength(0);
        assertThat(helvo("check", straight, other.toString(), falling)).isZero();
        assertThat(out.toString()
                        .lines()
                        .filter(line -> line.contains(".csv: "))
                        .map(line -> line.substring(0, line.indexOf(':'))))
                .as("files of one name are told apart")
                .containsExactly(straight, other.toString(), falling);
        assertThat(helvo("fit", straight, falling, "--x", "x", "--y", "y", "--residuals", "r.csv"))
                .isEqualTo(2);
        assertThat(helvo(
                        "draw",
                        straight,
                        falling,
                        "--x",
                        "x",
                        "--y",
                        "y",
                        "--out",
                        folder.resolve("a.svg").toString()))
                .isEqualTo(2);
    }

    private String table() throws IOException {
        return Files.writeString(folder.resolve("stretch.csv"), """
                Cord,Load (N),Stretch (mm)
                dry,2,0.5
                dry,10,2
                dry,20,about 7.6
                dry,30,6.5
                dry,35,7.5
                dry,30,6
                dry,40,8
                dry,50,10
                salt,20,torn
                """).toString();
    }

    private int helvo(String... arguments) {
        return run.helvo(arguments);
    }

    /// Whatever is typed for --only is a condition or a sentence, soon.
    @Tag("thorough")
    @Test
    void anyConditionIsTakenOrRefused() throws IOException {
        String file = table();
        var random = new Random(16);
        List<String> parts = List.of(
                "Load",
                "Cord",
                "#3",
                "dry",
                "1",
                "2.5",
                "-",
                "1e400",
                "NaN",
                "=",
                "!=",
                "<",
                ">",
                "<=",
                ">=",
                " ",
                "\t",
                "(",
                ")",
                "“",
                "\u202e",
                ",",
                "%",
                "\ud83d\ude00",
                "a".repeat(500),
                " ".repeat(4000));
        for (int i = 0; i < 400; i++) {
            String condition = IntStream.range(0, random.nextInt(9))
                    .mapToObj(_ -> parts.get(random.nextInt(parts.size())))
                    .collect(Collectors.joining());
            err.getBuffer().setLength(0);
            int code = assertTimeoutPreemptively(
                    Duration.ofSeconds(5), () -> helvo("fit", file, "--x", "load", "--y", "#3", "--only", condition));
            assertThat(code).as(condition).isBetween(0, 2);
            assertThat(err.toString())
                    .as(condition)
                    .doesNotContain("fault of its own", "Exception")
                    .hasSizeLessThan(3000);
        }
    }
}
