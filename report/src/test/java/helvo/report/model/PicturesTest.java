package helvo.report.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Study;
import helvo.figure.export.Drawing;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.files.samples.SampleStudy;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

@Tag("thorough")
class PicturesTest {
    private static final Study STUDY = SampleStudy.study();
    private static final Analysis ANALYSIS = Analysis.ofChosenCurves(STUDY, Progress.none());

    private static List<Block> blocks(List<FigureAnalysis> figures) {
        var blocks = new ArrayList<Block>(List.of(new Block.Paragraph(List.of(Span.plain("Before.")))));
        for (FigureAnalysis figure : figures) {
            blocks.add(new Block.Picture(blocks.size() * 3, List.of(), "", Drawing.of(figure)));
        }
        return blocks;
    }

    /// Drawn at once, each is what it is when drawn alone, under its own number.
    @Test
    void eachIsAsItIsAlone() throws IOException {
        List<Block> blocks = blocks(ANALYSIS.figures());
        Pictures pictures = Pictures.in(blocks, Progress.none());
        for (Block block : blocks.subList(1, blocks.size())) {
            var picture = (Block.Picture) block;
            assertThat(pictures.of(picture).svg())
                    .isEqualTo(FigureFile.svgOfOutlines(picture.drawing(), Progress.none()));
            assertThat(pictures.of(picture).png())
                    .isEqualTo(FigureFile.bytes(FigureFormat.PNG, picture.drawing(), 200, false, Progress.none()));
        }
    }

    @Test
    void nobodyWaitsForThemAnyMore() {
        assertThatExceptionOfType(CancellationException.class)
                .isThrownBy(() -> Pictures.in(blocks(ANALYSIS.figures()), _ -> {
                    throw new CancellationException();
                }));
    }
}
