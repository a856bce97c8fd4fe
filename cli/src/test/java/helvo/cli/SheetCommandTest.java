package helvo.cli;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.study.FigureSheet;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.files.UnreadableFile;
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
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@InManyLanguages
class SheetCommandTest {
    @TempDir
    private Path folder;

    private Path study;
    private String said;

    @BeforeEach
    void save() throws IOException {
        study = folder.resolve("cords.helvo");
        StudyFile.write(study, StoredStudy.of(History.from(SampleStudy.study())), Progress.none());
    }

    private int sheet(Path file, String... options) {
        var arguments = new ArrayList<>(List.of(
                "sheet", file.toString(), "--out", folder.resolve("s.svg").toString()));
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

    private String drawn() throws IOException {
        return Files.readString(folder.resolve("s.svg"));
    }

    private Study saved(String name) throws UnreadableFile {
        return StudyFile.read(folder.resolve(name), Progress.none()).history().study();
    }

    /// Drawn, kept in a study, drawn again from there to the same bytes.
    @Test
    void figuresStandOnOnePageThatIsKept() throws IOException, UnreadableFile {
        assertThat(sheet(
                        study,
                        "--panel",
                        "creep",
                        "--panel",
                        "Dye against Time",
                        "--width",
                        "one",
                        "--columns",
                        "1",
                        "--letters",
                        "bracketed",
                        "--x-axes",
                        "same",
                        "--name",
                        "Pair",
                        "--save",
                        folder.resolve("kept.helvo").toString()))
                .isZero();
        assertThat(said).isEmpty();
        assertThat(drawn()).contains("width=\"85mm\"", ">(a)</text>", ">(b)</text>", "Creep (mm)", "Dye (mg/L)");
        FigureSheet kept = saved("kept.helvo").sheets().getFirst();
        assertThat(kept.name()).isEqualTo("Pair");
        assertThat(kept.x()).isEqualTo(FigureSheet.AxisUse.SAME);
        String first = drawn();
        assertThat(sheet(folder.resolve("kept.helvo"))).isZero();
        assertThat(drawn()).isEqualTo(first);
        assertThat(sheet(folder.resolve("kept.helvo"), "--name", "pair", "--letters", "upper"))
                .isZero();
        assertThat(drawn()).contains(">A</text>").doesNotContain(">(a)</text>");
    }

    @Test
    void aTableOrAFigureIsSplitByAColumn() throws IOException {
        Path csv = folder.resolve("c.csv");
        Files.writeString(csv, "Cord,Load,Stretch\ndry,1,2.1\ndry,2,4\ndry,3,6\nsalt,1,3\nsalt,2,6\nsalt,3,9.1\n");
        assertThat(sheet(csv, "--x", "Load", "--y", "Stretch", "--split-by", "Cord"))
                .isZero();
        assertThat(drawn()).contains(">dry</text>", ">salt</text>", ">a</text>", ">b</text>");
        assertThat(sheet(study, "--figure", "Stretch of 3 mm marram cord under load", "--split-by", "Cord"))
                .isZero();
        assertThat(drawn()).contains(">salt-soaked</text>");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1|--panel Nope|The study has no figure “Nope”; there are ",
                "1|--panel Creep|A sheet has two figures or more, and this is one",
                "1|--split-by Cord|The study has several figures: say with --figure which --split-by splits.",
                "1|--figure Creep --split-by Cord|has no column “Cord”",
                "1|--name Nope|The study has no sheet “Nope”, and no other",
                "2|--panel Creep --split-by Time|Give --panel or --split-by, not both.",
                "2|--columns 0|--columns must be 1 to 9.",
                "2|--columns 10|--columns must be 1 to 9.",
                "2|--width 39|--width must be 40 to 600.",
                "2|--width wide|--width “wide”: give millimetres, or one, one-and-a-half or two",
                "2|--width NaN|--width must be 40 to 600.",
                "2|--panel-height 19|--panel-height must be 20 to 600.",
                "2|--text-size 3|--text-size must be 4 to 48.",
                "2|--letters greek|--letters “greek”: choose lower, upper, bracketed, none.",
                "2|--x-axes mine|--x-axes “mine”: choose own, same, shared.",
                "2|--dpi 10|--dpi must be 30 to 2400."
            })
    void refusesInOneSentenceAndWritesNothing(int code, String options, String sentence) {
        assertThat(sheet(study, options.split(" "))).isEqualTo(code);
        assertThat(said).contains(sentence);
        assertThat(folder.resolve("s.svg")).doesNotExist();
    }
}
