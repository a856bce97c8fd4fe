package helvo.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.Logarithmic;
import helvo.core.formula.CurveFormula;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.Note;
import helvo.core.table.Heading;
import helvo.core.table.ImportOptions;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.files.UnreadableFile;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import helvo.files.text.TextTable;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/// `helvo apply`: the figures and fits of a study made again for other files; and the simulated logger.
@Tag("thorough")
@InManyLanguages
class ApplyTest {
    @TempDir
    private Path folder;

    private final CommandLineRun run = new CommandLineRun();
    private final StringWriter out = run.out;
    private final StringWriter err = run.err;

    private int helvo(String... arguments) {
        return run.helvo(arguments);
    }

    /// y = slope · x + 1 exactly, with a derived column, a reading and a second figure.
    @BeforeEach
    void study() throws IOException, UnreadableFile {
        write("first.csv", 2);
        Study study = StudyEdit.AddTable.to(
                        Study.EMPTY,
                        TextTable.read(folder.resolve("first.csv"), ImportOptions.NONE, Progress.none())
                                .table())
                .apply(Study.EMPTY);
        study = new StudyEdit.RenameTable(1, "Stretch").apply(study);
        for (Edit edit : List.of(
                new FigureEdit.PutNote(1, new Note.ReadingMarker(1, SeriesKey.whole(2), false, 10, true)),
                new ColumnEdit.Derive(1, Heading.of("Load²"), "{1}^2", Role.NONE, false),
                new StudyEdit.AddFigure(1),
                new FigureEdit.ChooseCurve(2, SeriesKey.whole(2), new Logarithmic()))) {
            study = edit.apply(study);
        }
        StudyFile.write(folder.resolve("cords.helvo"), StoredStudy.of(History.from(study)), Progress.none());
    }

    private Path write(String name, double slope) throws IOException {
        var text = new StringBuilder("Load (N),Stretch (mm)\n");
        for (int x = 1; x <= 6; x++) {
            text.append(x).append(',').append(slope * x + 1).append('\n');
        }
        return Files.writeString(folder.resolve(name), text);
    }

    private String at(String name) {
        return folder.resolve(name).toString();
    }

    @Test
    void fortyFilesAreDoneAndTheirResultsStandSideBySide() throws IOException {
        Files.createDirectory(folder.resolve("runs"));
        for (int i = 1; i <= 40; i++) {
            write("runs/run " + (i < 10 ? "0" : "") + i + ".csv", i / 4.0);
        }
        assertThat(helvo("apply", at("cords.helvo"), "--data", "stretch=" + at("runs") + "/*.csv", "--out", at("all")))
                .isZero();
        assertThat(out.toString()).startsWith("40 of 40 files done;");
        assertThat(err.toString()).isEmpty();
        assertThat(folder.resolve("all/run 07/Stretch, Figure.svg")).isNotEmptyFile();
        assertThat(folder.resolve("all/run 40/Stretch, Figure 2.svg")).isNotEmptyFile();
        List<String> results = Files.readAllLines(folder.resolve("all/results.csv"));
        assertThat(results).hasSize(81);
        assertThat(results.getFirst())
                .startsWith("File,Path,Table,Figure,x,y,Series,Curve,Rows given,Rows left out,Rows used,a,"
                        + "Unit of a,Standard error of a,Low 95 % of a,High 95 % of a,b,Unit of b,");
        assertThat(results.get(1))
                .startsWith("run 01," + at("runs/run 01.csv") + ",Stretch,Figure,Load (N),Stretch (mm),"
                        + "Stretch,Line,6,,6,1,mm,0,1,1,0.25,mm/N,0,0.25,0.25,1,0,");
        JsonNode json = JsonMapper.shared().readTree(Files.readString(folder.resolve("all/results.json")));
        for (int i = 1; i <= 40; i++) {
            JsonNode result = json.at("/results/" + (2 * i - 2));
            assertThat(result.at("/fits/0/coefficients/1/value").asDouble()).isEqualTo(i / 4.0);
            assertThat(result.at("/fits/0/readings/0/value").asDouble()).isEqualTo(10 * (i / 4.0) + 1);
        }
        assertThat(json.at("/results/3/figure").asString()).isEqualTo("Figure 2");
        assertThat(json.at("/results/3/fits/0/curve").asString()).isEqualTo("logarithmic");
    }

    @Test
    void aCurveOfOnesOwnIsFittedToEachFile() throws IOException, UnreadableFile {
        FormulaCurve own = FormulaCurve.of(
                        ((CurveFormula.Reading.Read) CurveFormula.read("T + A*exp(-x/tau)")).formula())
                .named("Newton cooling");
        Study study = StudyFile.read(folder.resolve("cords.helvo"), Progress.none())
                .history()
                .study();
        study = new FigureEdit.ChooseCurve(1, SeriesKey.whole(2), own).apply(study);
        StudyFile.write(folder.resolve("own.helvo"), StoredStudy.of(History.from(study)), Progress.none());
        for (int tau = 2; tau <= 4; tau++) {
            var text = new StringBuilder("Load (N),Stretch (mm)\n");
            for (int x = 0; x < 9; x++) {
                text.append(x)
                        .append(',')
                        .append(60 + 28 * Math.exp(-x / (double) tau))
                        .append('\n');
            }
            Files.writeString(folder.resolve("tau" + tau + ".csv"), text);
        }
        assertThat(helvo("apply", at("own.helvo"), "--data", "Stretch=" + at("tau*.csv"), "--out", at("all")))
                .isZero();
        JsonNode json = JsonMapper.shared().readTree(Files.readString(folder.resolve("all/results.json")));
        for (int tau = 2; tau <= 4; tau++) {
            JsonNode fit = json.at("/results/" + 2 * (tau - 2) + "/fits/0");
            assertThat(fit.at("/formula").asString()).isEqualTo("T + A*exp(-x/tau)");
            assertThat(fit.at("/coefficients/2/value").asDouble()).isCloseTo(tau, within(1e-9));
        }
        assertThat(folder.resolve("all/results.csv")).content().contains(",Newton cooling,", ",tau,");
    }

    @Test
    void aFileThatDoesNotFitIsSaidAndTheOthersAreDone() throws IOException {
        write("good.csv", 3);
        Files.writeString(folder.resolve("kilo.csv"), "Load (g),Stretch (mm)\n1,2\n3,4\n");
        Files.writeString(folder.resolve("newton.csv"), "Load (kN),Stretch (cm)\n0.001,0.1\n0.003,0.3\n0.005,0.4\n");
        Files.writeString(folder.resolve("short.csv"), "Load,Stretch (mm)\n1,2\n");
        assertThat(helvo(
                        "apply",
                        at("cords.helvo"),
                        "--data",
                        "Stretch=" + at("kilo.csv"),
                        at("good.csv"),
                        at("none.csv"),
                        at("short.csv"),
                        at("newton.csv"),
                        "--figures",
                        "png",
                        "--out",
                        at("some")))
                .isEqualTo(1);
        assertThat(err.toString().lines())
                .anySatisfy(line -> assertThat(line)
                        .isEqualTo("kilo: “kilo.csv” does not fit the table “Stretch”: “Load” is in g there, "
                                + "and in N here."))
                .contains(
                        "newton: “Load” is in kN there, and was converted into N.",
                        "newton: “Stretch” is in cm there, and was converted into mm.")
                .anySatisfy(line -> assertThat(line).startsWith("none: There is no file"))
                .anySatisfy(line -> assertThat(line).isEqualTo("short: “Load” has no unit there; it was taken as N."));
        assertThat(folder.resolve("some/good/Stretch, Figure.png")).isNotEmptyFile();
        List<String> results = Files.readAllLines(folder.resolve("some/results.csv"));
        assertThat(results.getFirst()).endsWith(",Problem");
        assertThat(results.get(1)).startsWith("kilo," + at("kilo.csv") + ",,").contains("in g there, and in N here.");
        assertThat(results).anySatisfy(line -> assertThat(line)
                .startsWith("short," + at("short.csv") + ",Stretch,Figure,Load (N),Stretch (mm),Stretch,Line,1,"));
    }

    /// Names that mean another place, or that the results have, and files of one name in two folders.
    @Test
    void eachFileHasAFolderOfItsOwnAmongTheResults() throws IOException {
        Files.createDirectory(folder.resolve("b"));
        List<String> names =
                List.of("...csv", ".csv", "..csv", "results.json.csv", "same.csv", "same 2.csv", "b/same.csv");
        for (String name : names) {
            write(name, 2);
        }
        var words = new ArrayList<>(
                List.of("apply", at("cords.helvo"), "--out", at("named"), "--data", "Stretch=" + at("...csv")));
        names.stream().skip(1).map(this::at).forEach(words::add);
        assertThat(helvo(words.toArray(String[]::new))).isZero();
        List<String> results = Files.readAllLines(folder.resolve("named/results.csv"));
        assertThat(results.stream()
                        .skip(1)
                        .map(line -> line.substring(0, line.indexOf(',')))
                        .distinct())
                .containsExactly("file", "file 2", "file 3", "results.json 2", "same", "same 2", "same 3");
        assertThat(results).anySatisfy(line -> assertThat(line).startsWith("same 3," + at("b/same.csv") + ","));
        assertThat(folder.resolve("named")).isDirectoryContaining("glob:**results.json");
        try (Stream<Path> all = Files.list(folder)) {
            assertThat(all.map(each -> each.getFileName().toString())).noneMatch(name -> name.endsWith(".svg"));
        }
    }

    @Test
    @Timeout(60)
    void aPipeAmongTheFilesIsRefusedAtOnce() throws IOException, InterruptedException {
        assertThat(new ProcessBuilder("mkfifo", at("pipe.csv"), at("pipe.helvo"))
                        .start()
                        .waitFor())
                .isZero();
        write("good.csv", 3);
        assertThat(helvo(
                        "apply",
                        at("cords.helvo"),
                        "--data",
                        "Stretch=" + at("pipe.csv"),
                        at("good.csv"),
                        "--out",
                        at("piped")))
                .isEqualTo(1);
        assertThat(err.toString()).contains("is a pipe or a device, and no file");
        assertThat(Files.readString(folder.resolve("piped/results.csv")))
                .contains("good," + at("good.csv") + ",Stretch");
        assertThat(helvo("report", at("pipe.helvo"), "--out", at("r.html"))).isEqualTo(1);
        assertThat(err.toString()).contains("is a pipe or a device, and no study");
    }

    /// Until a run is done the results say so, so that whatever stops the program leaves them true.
    @Test
    void resultsNameWhatIsNotDoneYet() throws IOException {
        var results = new ApplyResults(folder.resolve("begun"), Map.of("first", "/a/first.csv"), List.of());
        results.begin();
        assertThat(Files.readString(folder.resolve("begun/results.csv")))
                .contains("first,/a/first.csv,Not done: the run was stopped before.");
        assertThat(Files.readString(folder.resolve("begun/results.json"))).contains("\"problem\" : \"Not done");
        results.addProblem("first", "It does not fit.");
        results.end();
        assertThat(Files.readString(folder.resolve("begun/results.csv")))
                .contains("It does not fit.")
                .doesNotContain("Not done");
    }

    @Test
    void wrongUseIsSaid() throws IOException {
        assertThat(helvo("apply", at("cords.helvo"), "--data", at("first.csv"), "--out", at("x")))
                .isEqualTo(2);
        assertThat(err.toString()).contains("names no table of the study: write TABLE=FILE with TABLE one of Stretch.");
        assertThat(helvo("apply", at("first.csv"), "--data", "Stretch=" + at("first.csv"), "--out", at("x")))
                .isEqualTo(1);
        assertThat(err.toString()).contains("“first.csv” is not a study saved by Helvo");
        assertThat(helvo("apply", at("cords.helvo"), "--data", "Stretch=" + at("no*.csv"), "--out", at("x")))
                .isEqualTo(1);
        assertThat(err.toString()).contains("No file is called like");
        assertThat(helvo("apply", at("cords.helvo"), "--data", "Stretch=" + at("first.csv"), "--out", at("first.csv")))
                .isEqualTo(1);
        assertThat(err.toString()).contains("could not be saved: there is a file of that name");
    }

    @Test
    void theLoggerWritesReadingsAndGoesOnWithThem() throws IOException, UnreadableFile {
        assertThat(helvo("simulate-logger", at("log.csv"), "--every", "1ms", "--rows", "3"))
                .isZero();
        assertThat(helvo("simulate-logger", at("log.csv"), "--every", "1ms", "--rows", "2"))
                .isZero();
        assertThat(helvo("simulate-logger", at("whole.csv"), "--every", "1ms", "--rows", "5"))
                .isZero();
        assertThat(Files.readString(folder.resolve("log.csv")))
                .isEqualTo(Files.readString(folder.resolve("whole.csv")));
        assertThat(TextTable.read(folder.resolve("log.csv"), ImportOptions.NONE, Progress.none())
                        .table()
                        .column(2)
                        .cells()
                        .number(4))
                .isEqualTo(12.5);
        assertThat(helvo("simulate-logger", at("log.csv"), "--every", "soon")).isEqualTo(2);
        assertThat(err.toString()).contains("--every “soon” is not a time: write it as 0.5s or 200ms.");
    }
}
