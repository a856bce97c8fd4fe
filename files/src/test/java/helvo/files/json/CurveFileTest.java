package helvo.files.json;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.fit.FormulaCurve;
import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.files.UnreadableFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CurveFileTest {
    private static final String HEAD = "{\"format\": \"helvo curves\", \"version\": 1, \"curves\": ";

    @TempDir
    private Path folder;

    private static FormulaCurve curve(String name, String text, CoefficientSetting... settings) {
        FormulaCurve curve = FormulaCurve.of(((CurveFormula.Reading.Read) CurveFormula.read(text)).formula());
        return (settings.length == 0 ? curve : curve.with(List.of(settings))).named(name);
    }

    @Test
    void whatIsWrittenIsReadAgain() throws IOException, UnreadableFile {
        FormulaCurve cooling = curve(
                "Newton cooling",
                "T0 + A*exp(-x/tau) + k*x",
                CoefficientSetting.FREE.withHeld(21.5, "°C"),
                CoefficientSetting.FREE.withLimits(OptionalDouble.of(0), OptionalDouble.empty()),
                CoefficientSetting.FREE.withStart(4).withShared(true),
                CoefficientSetting.FREE);
        List<FormulaCurve> all = List.of(cooling, curve("Dye “blue”", "a*x^n"));
        Path file = folder.resolve("new/curves.json");
        CurveFile.write(file, all);
        assertThat(CurveFile.read(file)).isEqualTo(all);
        assertThat(CurveFile.kept(file)).isEqualTo(all);
        assertThat(CurveFile.kept(folder.resolve("none.json"))).isEmpty();
    }

    @Test
    void namesAreThoseOfOptions() {
        List<FormulaCurve> all = CurveFile.with(List.of(curve("Newton cooling", "a*x")), curve("k", "a*x^n"));
        assertThat(CurveFile.named(all, "newton-cooling")).isPresent();
        assertThat(CurveFile.with(all, curve("newton  Cooling", "a+b*x")))
                .extracting(FormulaCurve::name)
                .containsExactly("k", "newton  Cooling");
        assertThat(CurveFile.without(all, "K")).hasSize(1);
        assertThat(CurveFile.refusal("Line")).hasValue("“Line” is the name of a curve that is there already");
        assertThat(CurveFile.refusal("formula")).isPresent();
        assertThat(CurveFile.refusal(" ")).hasValue("a name is needed");
        assertThat(CurveFile.refusal("x".repeat(81))).hasValue("a name has 80 characters at most");
        assertThat(CurveFile.refusal("two\nlines")).isPresent();
        assertThat(CurveFile.refusal("Newton cooling")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "nonsense|is no file of curves: ",
                "{}|does not say \"format\": \"helvo curves\"",
                "{\"format\": \"helvo curves\", \"version\": 2, \"curves\": []}|was made by a newer program",
                "HEAD [{\"curve\": \"line\"}]}|a curve without a name or a formula",
                "HEAD [{\"curve\": \"formula\", \"formula\": \"a*x\"}]}|a curve without a name or a formula",
                "HEAD [{\"curve\": \"formula\", \"formula\": \"a*\", \"name\": \"k\"}]}|“a*” is no formula of a curve",
                "HEAD [null]}|a curve without a name or a formula",
                "HEAD [{\"name\": \"k\"}]}|“curve” is missing.",
                "HEAD [{\"curve\": \"wave\"}]}|there is no curve “wave”.",
                "HEAD [[1, 2]]}|there is a list where none belongs.",
                "HEAD {\"a\": 1}}|there is an object where none belongs.",
                "HEAD [{\"formula\": \"a*x\", \"coefficients\": [{\"name\": \"a\", \"low\": \"wide\"}]}]}"
                        + "|“wide” is no number.",
                "HEAD [{\"curve\": \"formula\", \"formula\": \"a*x\", \"name\": \"k\", "
                        + "\"coefficients\": [{\"name\": \"b\"}]}]}|has no coefficient “b”"
            })
    void whatIsNoFileOfCurvesIsRefused(String text, String sentence) throws IOException {
        Path file = Files.writeString(folder.resolve("curves.json"), text.replace("HEAD", HEAD));
        assertThatThrownBy(() -> CurveFile.read(file))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining(sentence);
    }

    @Test
    void aCurveThatAPersonWritesNeedsNoMoreThanItsFormulaAndName() throws IOException, UnreadableFile {
        Path file =
                Files.writeString(folder.resolve("curves.json"), HEAD + " [{\"formula\": \"a*x\", \"name\": \"k\"}]}");
        assertThat(CurveFile.read(file)).extracting(FormulaCurve::name).containsExactly("k");
    }

    @Test
    void whatIsTooLargeIsRefused() throws IOException {
        Path many = Files.writeString(
                folder.resolve("many.json"),
                HEAD
                        + IntStream.rangeClosed(0, CurveFile.MOST_CURVES)
                                .mapToObj(
                                        i -> "{\"curve\": \"formula\", \"formula\": \"a*x\", \"name\": \"" + i + "\"}")
                                .collect(Collectors.joining(",", "[", "]}")));
        assertThatThrownBy(() -> CurveFile.read(many)).hasMessageContaining("holds more than 500 curves");
        Path large = Files.writeString(folder.resolve("large.json"), " ".repeat((1 << 20) + 1));
        assertThatThrownBy(() -> CurveFile.read(large)).hasMessageContaining("larger than");
        assertThatThrownBy(() -> CurveFile.read(folder)).hasMessageContaining("is a folder");
    }
}
