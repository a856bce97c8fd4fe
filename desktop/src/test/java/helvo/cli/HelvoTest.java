package helvo.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class HelvoTest {
    private static final List<String> FIT_KEYS = List.of("group", "curve", "degree", "fittedOn", "rows", "equation", "coefficients", "r2", "r2About", "adjustedR2",
            "pearsonR", "pearsonP", "spearmanRho", "residualStandardDeviation", "residualSumOfSquares", "degreesOfFreedom", "f", "fP", "aicc",
            "chi2", "chi2P", "checks", "bounds", "readings", "residuals");

    @TempDir
    private Path folder;
    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    @Test
    void fitsAndReportsAsJson() throws IOException {
        int code = helvo("fit", table(), "--x", "load", "--y", "#3", "--set-aside", "1,4-5", "--only", "2<=Load<=50", "--only", "Cord=dry",
                "--at", "55", "--json");
        assertThat(code).isZero();
        JsonNode report = JsonMapper.shared().readTree(out.toString());
        assertThat(report.propertyNames()).containsExactlyInAnyOrder("x", "y", "fits", "comparison");
        assertThat(report.at("/x/unit").asString()).isEqualTo("N");
        JsonNode fit = report.at("/fits/0");
        assertThat(fit.propertyNames()).containsExactlyInAnyOrderElementsOf(FIT_KEYS);
        assertThat(fit.at("/rows").toString()).isEqualTo("{\"given\":8,\"used\":4,\"setAside\":[1,4,5],\"unusable\":[{\"row\":3,\"why\":\"“about 7.6” is not a number\"}]}");
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
        assertThat(helvo("fit", table(), "--x", "Load", "--y", "Stretch", "--intercept", "0", "--at", "5")).isZero();
        assertThat(out.toString()).contains("Stretch = 0.2", "mm/N", "about zero", "7 of 9 rows used; no number in rows 3, 9.", "At 5: ");
    }

    @Test
    void allShapesAreRankedAndWhatAShapeCannotUseIsNamed() throws IOException {
        Path file = Files.writeString(folder.resolve("creep.csv"), "t,y\n0,9\n1,2\n2,2.7\n4,3.41\n8,4.07\n16,4.8\n32,5.44\n64,6.17\n");
        assertThat(helvo("curves", file.toString(), "--x", "t", "--y", "y", "--only", "1<=t<=64", "--json")).isZero();
        JsonNode curves = JsonMapper.shared().readTree(out.toString()).at("/curves");
        assertThat(curves.size()).isEqualTo(10);
        assertThat(curves.at("/0/curve").asString()).isEqualTo("logarithmic");
        assertThat(curves.at("/0/degree").isNull()).isTrue();
        assertThat(curves.at("/0/weight").asDouble()).isGreaterThan(0.9);
        assertThat(helvo("curves", file.toString(), "--x", "t", "--y", "y")).isZero();
        assertThat(helvo("fit", file.toString(), "--x", "t", "--y", "y", "--curve", "power", "--on-log-scale", "--json")).isZero();
        String json = out.toString().substring(out.toString().lastIndexOf("{\n  \"x\""));
        JsonNode fit = JsonMapper.shared().readTree(json).at("/fits/0");
        assertThat(fit.at("/fittedOn").asString()).isEqualTo("ln y");
        assertThat(fit.at("/rows").toString()).isEqualTo("{\"given\":8,\"used\":7,\"setAside\":[],\"unusable\":[{\"row\":1,\"why\":\"x or y is not above 0\"}]}");
    }

    @Test
    void checkTellsWhatTheFileHolds() throws IOException {
        assertThat(helvo("check", table())).isZero();
        assertThat(out.toString()).contains("9 rows, 3 columns", "Read by: commas", "Stretch", "2 places need a look", "row 3, Stretch: “about 7.6” is not a number; it may mean 7.6");
    }

    @Test
    void drawsIntoAFile() throws IOException {
        Path file = folder.resolve("figure.svg");
        assertThat(helvo("draw", table(), "--x", "Load", "--y", "Stretch", "--curve", "polynomial", "--degree", "2", "--width", "85", "--title", "Own title", "--out", file.toString())).isZero();
        assertThat(file).content().contains("Own title", "width=\"85mm\"");
        assertThat(helvo("draw", table(), "--x", "Load", "--y", "Stretch", "--out", folder.resolve("no/such.pdf").toString())).isEqualTo(1);
        assertThat(err.toString()).contains("could not be written: its folder does not exist");
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
        assertThat(helvo("fit", file.toString(), "--x", "x", "--y", "y", "--curve", "polynomial", "--degree", "3", "--json")).isEqualTo(1);
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
                Arguments.of("fit FILE --x Load --y Stretch --intercept NaN", "finite"),
                Arguments.of("fit FILE --x Load --y Stretch --set-aside 99", "rows 1 to 9"),
                Arguments.of("fit FILE --x Load --y Stretch --only Load~3", "no condition"),
                Arguments.of("draw FILE --x Load --y Stretch --out figure.docx", ".png, .svg or .pdf"),
                Arguments.of("draw FILE --x Load --y Stretch --out f.png --dpi 1e9", "--dpi must be"),
                Arguments.of("demo --size large", "write it as 1280x800"),
                Arguments.of("nonsense", "nonsense"));
    }

    @ParameterizedTest
    @MethodSource("misused")
    void wrongUsageIsSaidAndExitsWithTwo(String line, String why) throws IOException {
        String file = table();
        assertThat(helvo(Stream.of(line.split(" ")).map(word -> word.equals("FILE") ? file : word).toArray(String[]::new))).isEqualTo(2);
        assertThat(err.toString()).contains(why).doesNotContain("Exception", "\tat ");
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
                salt,20,?
                """).toString();
    }

    private int helvo(String... arguments) {
        return Helvo.run(new PrintWriter(out, true), new PrintWriter(err, true), arguments);
    }
}
