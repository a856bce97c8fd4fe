package helvo.cli;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.study.History;
import helvo.files.samples.SampleStudy;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@InManyLanguages
class ReportCommandTest {
    @TempDir
    private Path folder;

    private Path study;
    private String said;

    @BeforeEach
    void save() throws IOException {
        study = folder.resolve("cords.helvo");
        StudyFile.write(study, StoredStudy.of(History.from(SampleStudy.study())), Progress.none());
    }

    private int report(String out, String... options) {
        var arguments = new ArrayList<>(
                List.of("report", study.toString(), "--out", folder.resolve(out).toString()));
        arguments.addAll(List.of(options));
        var err = new StringWriter();
        int code = Helvo.run(
                new PrintWriter(new StringWriter()),
                new PrintWriter(err, true),
                Helvo.NO_WINDOW,
                arguments.toArray(String[]::new));
        said = err.toString();
        return code;
    }

    @Tag("thorough")
    @Test
    void takesWhatIsGivenAndLeavesTheRestAsTheStudyHasIt() throws IOException {
        assertThat(report(
                        "r.html",
                        "--title",
                        "Cords",
                        "--author",
                        "Ada",
                        "--date",
                        "5 March 2026",
                        "--paper",
                        "letter",
                        "--language",
                        "en-GB",
                        "--sections",
                        "results,method",
                        "--figure",
                        "creep"))
                .isZero();
        assertThat(said).isEmpty();
        assertThat(Files.readString(folder.resolve("r.html")))
                .contains(
                        "<html lang=\"en-GB\">",
                        "<h1 dir=\"auto\">Cords</h1>",
                        "Ada · 5 March 2026 · made with Helvo",
                        "size: letter",
                        "0.3103 ± 0.0024")
                .doesNotContain("<svg", "0.2064");
        byte[] first = Files.readAllBytes(folder.resolve("r.html"));
        report(
                "r.html",
                "--title",
                "Cords",
                "--author",
                "Ada",
                "--date",
                "5 March 2026",
                "--paper",
                "letter",
                "--language",
                "en-GB",
                "--sections",
                "results,method",
                "--figure",
                "creep");
        assertThat(Files.readAllBytes(folder.resolve("r.html"))).isEqualTo(first);
    }

    @Test
    void writesWhatLiesBesideAReport() {
        assertThat(report("r.md", "--figure", "Dye")).isZero();
        assertThat(folder.resolve("r.md")).isNotEmptyFile();
        assertThat(folder.resolve("r-figure-1.svg")).isNotEmptyFile();
    }

    @Test
    void refusesInOneSentenceAndWritesNothing() throws IOException {
        assertThat(report("r.doc")).isEqualTo(2);
        assertThat(said).contains("must end in .html, .docx, .odt, .pdf, .md, .tex or .json.");
        assertThat(report("r.pdf", "--sections", "figure,colours")).isEqualTo(2);
        assertThat(said).contains("there is no section “colours”; there are summary, figure, ");
        assertThat(report("r.pdf", "--paper", "A3")).isEqualTo(2);
        assertThat(said).contains("--paper “A3” is neither a4 nor letter.");
        assertThat(report("r.pdf", "--language", "<x>")).isEqualTo(2);
        assertThat(said).contains("“<x>” is not a language tag.");
        assertThat(report("r.pdf", "--figure", "Ropes")).isEqualTo(1);
        assertThat(said)
                .startsWith(
                        "The study has no figure “Ropes”; there are “Stretch of 3 mm marram cord under load” (Stretch)")
                .hasLineCount(1);
        assertThat(report("none/r.pdf")).isEqualTo(1);
        assertThat(said).contains("its folder does not exist").hasLineCount(1);
        Path template = Files.writeString(folder.resolve("t.html"), "{{titel}}");
        assertThat(report("r.pdf", "--template", template.toString())).isEqualTo(2);
        assertThat(report("r.html", "--template", template.toString())).isEqualTo(1);
        assertThat(said).contains("line 1: there is no place {{titel}}").hasLineCount(1);
        study = Files.writeString(folder.resolve("x.helvo"), "no study");
        assertThat(report("r.pdf")).isEqualTo(1);
        assertThat(folder).isDirectoryNotContaining("glob:**r.*");
    }

    @Test
    void aTemplateIsFilled() throws IOException {
        Path template = Files.writeString(folder.resolve("t.html"), "<h1>{{title}}</h1>{{results}}");
        assertThat(report("r.html", "--template", template.toString(), "--figure", "Creep"))
                .isZero();
        assertThat(Files.readString(folder.resolve("r.html")))
                .startsWith("<h1>Creep against Time</h1>")
                .contains("0.3103 ± 0.0024");
        assertThat(report("t.html", "--template", template.toString()))
                .as("not over the template")
                .isEqualTo(1);
        assertThat(Files.readString(template)).startsWith("<h1>{{title}}");
    }
}
