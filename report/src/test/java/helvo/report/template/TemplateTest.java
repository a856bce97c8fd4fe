package helvo.report.template;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.study.History;
import helvo.core.study.ReportPlan;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import helvo.report.model.Report;
import helvo.report.section.ReportBuilder;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.apache.poi.xwpf.usermodel.XWPFParagraph;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

@Tag("thorough")
class TemplateTest {
    private static final Study STUDY = new StudyEdit.PlanReport(ReportPlan.DEFAULT
                    .withTitle(Optional.of("Cords <wet> & $1 {{dry}}"))
                    .withAuthor("Ada"))
            .apply(SampleStudy.study());
    private static final Report REPORT =
            ReportBuilder.of(History.from(STUDY), Analysis.ofChosenCurves(STUDY, Progress.none()));

    @TempDir
    private Path folder;

    private Path html(String text) throws IOException {
        return Files.writeString(folder.resolve("mine.html"), text);
    }

    private static byte[] filled(Path template) throws UnreadableFile, IOException {
        return Template.filled(template, REPORT, Progress.none());
    }

    @Test
    void aPageIsFilledAndItsOwnTextStays() throws UnreadableFile, IOException {
        String filled = new String(
                filled(html("<!DOCTYPE html>\n<html lang=\"en\"><head>{{style}}<style>h1{color:#123}</style></head>\n"
                        + "<body data-x=\"{{ title }}\"><h1>{{title}}</h1><a "
                        + "href=\"https://doi.org/1\">own</a>{{results}}<i>{{byline}}</i>"
                        + "{{report}}</body></html>")),
                StandardCharsets.UTF_8);
        assertThat(filled)
                .startsWith("<!DOCTYPE html>\n<html lang=\"en\"><head><style>@font-face")
                .contains(
                        "<style>h1{color:#123}</style>",
                        "<body data-x=\"Cords &lt;wet&gt; &amp; $1 {{dry}}\">",
                        "<h1>Cords &lt;wet&gt; &amp; $1 {{dry}}</h1>",
                        "<a href=\"https://doi.org/1\">own</a>",
                        "0.2064 ± 0.0017",
                        "<i>Ada · made with Helvo");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<script>alert(1)</script>",
                "<img src=x onerror=alert(1)>",
                "<svg><script>1</script></svg>",
                "<a href=\"java\tscript:alert(1)\">a</a>",
                "<img src=\"https://example.org/x.png\">",
                "<link rel=stylesheet href=x.css>",
                "<meta http-equiv=refresh content=\"0;url=https://example.org\">",
                "<style>@import 'x.css';</style>",
                "<iframe srcdoc=x></iframe>",
                "<p style=\"background:url(https://example.org/x)\">",
                "<base href=\"https://example.org\">",
                "<svg onload=alert(1)>",
                "<object data=x></object>",
                "<embed src=x>",
                "<form action=x></form>",
                "<img srcset=\"//example.org/a 2x\">",
                "<svg><animate attributeName=href values=javascript:1 /></svg>",
                "<p class={{title}}>",
                "<p onclick=\"{{title}}\">",
                "<style>{{title}}</style>",
                "<p {{title}}>",
                "<!-- {{title}} -->",
                "<a href=\"{{title}}\">a</a>",
                "<p title='{{title}}'>",
                "<p title=\"{{results}}\">",
                "<style>@im\\70ort \"http://example.org/x.css\";</style>",
                "<style>p{background:u\\72l(http://example.org/x)}</style>",
                "<style>p{background:image-set(\"http://example.org/x\" 1x)}</style>",
                "<style>@charset \"utf-8\"; @import url(x.css);</style>",
                "<style>@font-face{font-family:a;src:url(http://example.org/f)}</style>",
                "<svg><rect fill=\"url(http://example.org/x#a)\"/></svg>",
                "<?php echo 1 ?>",
                "<!--#include file=\"x\"-->",
                "<!--[if IE]><script>alert(1)</script><![endif]-->",
                "<p style=\"background:image-set('http://example.org/x' 1x)\">",
                "<svg><style>p{background:url(//example.org/x)}</style></svg>",
                "<template><script>1</script></template>",
                "<a xlink:href=\"data:text/html,x\">a</a>"
            })
    void aPageThatCouldRunOrReachOutsideIsRefusedWithItsLine(String active) throws IOException {
        Path template = html("<p>{{title}}</p>\n\n" + active + "\n");
        assertThatThrownBy(() -> filled(template))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageStartingWith("The template “mine.html”, line 3: ")
                .hasMessageContaining("outside");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<style>h1 { color: rgb(10, 20, 30); margin: calc(1em + 2px) } @media print { p { color: #123 } }"
                        + " @page { size: A4; margin: 2cm } li::before { content: \"\\2014  \" }</style>",
                "<p style=\"color:red; width:50%\">a</p>",
                "<svg><rect fill=\"url(#a)\"/></svg>",
                "<p title=\"{{title}}\">a</p>",
                "<!-- by Ada -->",
                "<style>p{background:url(data:image/png;base64,AAAA)}</style>"
            })
    void whatKeepsToItselfIsTaken(String harmless) throws UnreadableFile, IOException {
        assertThat(new String(filled(html("<p>{{title}}</p>\n" + harmless)), StandardCharsets.UTF_8))
                .startsWith("<p>Cords");
    }

    @Test
    void aTemplateWithoutAPlaceOrWithTooManyIsRefused() throws IOException {
        Path none = html("<p>nothing</p>");
        assertThatThrownBy(() -> filled(none)).hasMessageContaining("has no place such as {{report}}");
        Path many = html("{{report}}".repeat(3000));
        assertThatThrownBy(() -> filled(many)).hasMessageContaining("more than 64 MB");
    }

    @Test
    void anUnknownPlaceIsRefusedWithItsLineAndTheKnownOnes() throws IOException {
        Path template = html("<p>{{title}}</p>\n<p>{{titel}}</p>\n");
        assertThatThrownBy(() -> filled(template))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageStartingWith("The template “mine.html”, line 2: there is no place {{titel}}. There are "
                        + "{{title}}, {{author}}");
        Path other = Files.writeString(folder.resolve("mine.txt"), "{{title}}");
        assertThatThrownBy(() -> filled(other)).hasMessageContaining("must end in .html or .docx");
        Path bytes = Files.write(folder.resolve("b.html"), new byte[] {'<', (byte) 0xff, (byte) 0xfe});
        assertThatThrownBy(() -> filled(bytes)).hasMessageContaining("is not UTF-8");
    }

    private Path docx(String... paragraphs) throws IOException {
        Path file = folder.resolve("mine.docx");
        try (var document = new XWPFDocument();
                var out = Files.newOutputStream(file)) {
            for (String text : paragraphs) {
                XWPFParagraph paragraph = document.createParagraph();
                // As a word processor parts it while somebody types.
                int half = text.length() / 2;
                paragraph.createRun().setText(text.substring(0, half));
                paragraph.createRun().setText(text.substring(half));
            }
            document.createStyles();
            document.write(out);
        }
        return file;
    }

    @Test
    void aDocumentIsFilledWhereItsPlacesAre() throws UnreadableFile, IOException {
        byte[] filled = filled(docx("Report of {{author}}: {{title}}", "before", "{{results}}", "after", "{{figure}}"));
        try (var document = new XWPFDocument(new ByteArrayInputStream(filled))) {
            var texts = document.getParagraphs().stream()
                    .map(XWPFParagraph::getText)
                    .toList();
            assertThat(texts.getFirst()).isEqualTo("Report of Ada: Cords <wet> & $1 {{dry}}");
            assertThat(texts).contains("before", "after").noneMatch(text -> text.contains("{{results"));
            assertThat(document.getTables()).hasSizeGreaterThanOrEqualTo(9);
            assertThat(document.getTables().getFirst().getRow(1).getCell(3).getText())
                    .isEqualTo("0.2064 ± 0.0017");
            assertThat(document.getAllPictures())
                    .as("nine figures in two forms, eleven equations")
                    .hasSize(18 + 11);
            assertThat(document.getStyles().getStyle("TableHead")).isNotNull();
        }
        Path same = docx("{{results}}");
        assertThat(filled(same)).isEqualTo(filled(same));
    }

    @Test
    void aDocumentWithAnUnknownPlaceAProgramOrALinkOutsideIsRefused() throws IOException {
        Path unknown = docx("fine", "{{results}} and more");
        assertThatThrownBy(() -> filled(unknown))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("paragraph 2: there is no place {{results}}");
        Path macro = with(docx("x"), "word/vbaProject.bin", "x");
        assertThatThrownBy(() -> filled(macro))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("part word/vbaProject.bin");
        Path outside = with(
                docx("x"),
                "word/_rels/settings.xml.rels",
                "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/"
                        + "relationships\"><Relationship Id=\"r\" Type=\"x/attachedTemplate\" "
                        + "Target=\"file:///x.dotm\" TargetMode=\"External\"/>"
                        + "</Relationships>");
        assertThatThrownBy(() -> filled(outside))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("refers to “file:///x.dotm” outside itself");
        Path entities = with(
                docx("x"),
                "word/_rels/evil.rels",
                "<!DOCTYPE a [<!ENTITY b SYSTEM \"file:///etc/passwd\">]><a>&b;</a>");
        assertThatThrownBy(() -> filled(entities))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("is damaged");
        Path none = Files.writeString(folder.resolve("none.docx"), "no archive");
        assertThatThrownBy(() -> filled(none)).isInstanceOf(UnreadableFile.class);
    }

    /// The archive with one part more.
    private static Path with(Path file, String name, String content) throws IOException {
        var bytes = new ByteArrayOutputStream();
        try (var in = new java.util.zip.ZipInputStream(Files.newInputStream(file));
                var out = new ZipOutputStream(bytes)) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                out.putNextEntry(new ZipEntry(entry.getName()));
                in.transferTo(out);
            }
            out.putNextEntry(new ZipEntry(name));
            out.write(content.getBytes(StandardCharsets.UTF_8));
        }
        return Files.write(file, bytes.toByteArray());
    }
}
