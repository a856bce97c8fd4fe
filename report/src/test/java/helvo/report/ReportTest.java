package helvo.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.number.NumberNotation;
import helvo.core.prediction.QuantityDefinition;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.FigureSheet;
import helvo.core.study.History;
import helvo.core.study.ReportPlan;
import helvo.core.study.ReportPlan.Section;
import helvo.core.study.ReportText;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.style.Note;
import helvo.core.table.Cell;
import helvo.core.table.Heading;
import helvo.core.table.ImportOptions;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import helvo.files.study.StudyChecksum;
import helvo.files.text.TextTable;
import helvo.report.model.Block;
import helvo.report.model.Report;
import helvo.report.model.ReportFiles;
import helvo.report.model.Span;
import helvo.report.section.ReportBuilder;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import java.util.zip.ZipInputStream;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureNode;
import org.apache.pdfbox.pdmodel.documentinterchange.markedcontent.PDMarkedContent;
import org.apache.pdfbox.text.PDFMarkedContentExtractor;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.HtmlInline;
import org.commonmark.node.Image;
import org.commonmark.node.Link;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import org.xml.sax.SAXException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class ReportTest {
    private static final Instant AT = Instant.parse("2026-03-05T14:30:00Z");
    private static final int STRETCH = 1;

    private static Report report(Study study, Edit... edits) {
        History history = History.from(study);
        for (Edit edit : edits) {
            history = history.with(edit, AT);
        }
        return ReportBuilder.of(history, Analysis.of(history.study(), Analysis.EMPTY, Progress.none()));
    }

    private static Report sample(Edit... edits) {
        return report(SampleStudy.study(), edits);
    }

    private static StudyEdit.PlanReport only(int figure, Section... sections) {
        return new StudyEdit.PlanReport(ReportPlan.DEFAULT
                .withSections(List.of(sections))
                .withOmittedFigures(IntStream.rangeClosed(1, 9)
                        .filter(id -> id != figure)
                        .boxed()
                        .collect(Collectors.toSet())));
    }

    private static Study study(String csv) throws UnreadableFile {
        Table table = TextTable.readText(csv.getBytes(StandardCharsets.UTF_8), "t.csv", ImportOptions.NONE)
                .table();
        return StudyEdit.AddTable.to(Study.EMPTY, table).apply(Study.EMPTY);
    }

    private static byte[] bytes(ReportFormat format, Report report) throws IOException {
        return format.written(report, "report", Progress.none()).file();
    }

    private static String text(ReportFormat format, Report report) throws IOException {
        return new String(bytes(format, report), StandardCharsets.UTF_8);
    }

    private static Map<String, byte[]> parts(byte[] archive) throws IOException {
        var parts = new TreeMap<String, byte[]>();
        try (var zip = new ZipInputStream(new ByteArrayInputStream(archive))) {
            for (var entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                parts.put(entry.getName(), zip.readAllBytes());
            }
        }
        return parts;
    }

    private static Document xml(byte[] bytes) throws IOException {
        try {
            var factory = DocumentBuilderFactory.newInstance();
            factory.setNamespaceAware(true);
            return factory.newDocumentBuilder().parse(new ByteArrayInputStream(bytes));
        } catch (ParserConfigurationException | SAXException e) {
            throw new IOException(e);
        }
    }

    private static List<Element> elements(Document document, String localName) {
        return elements(document.getDocumentElement(), localName);
    }

    private static List<Element> elements(Element within, String localName) {
        NodeList found = within.getElementsByTagNameNS("*", localName);
        return IntStream.range(0, found.getLength())
                .mapToObj(i -> (Element) found.item(i))
                .toList();
    }

    private static String all(Report report) {
        return report.blocks().stream()
                .map(block -> switch (block) {
                    case Block.Heading(var _, var words, var _) -> Span.text(words);
                    case Block.Paragraph(var words, var _) -> Span.text(words);
                    case Block.Points(var items, var _) ->
                        items.stream().map(Span::text).collect(Collectors.joining("\n"));
                    case Block.Picture picture -> Span.text(picture.caption());
                    case Block.Grid grid -> Span.text(grid.caption());
                    case Block.Equation equation -> equation.text();
                    case Block.Contents(var sections) ->
                        sections.stream().map(Span::text).collect(Collectors.joining("\n"));
                })
                .collect(Collectors.joining("\n"));
    }

    private static List<List<String>> rows(Block.Grid grid) {
        return grid.rows().stream()
                .map(row -> row.stream().map(Span::text).toList())
                .toList();
    }

    /// What the report shows is what its JSON holds, rounded: coefficients, R², s, n and bounds of every series of
    /// the sample study.
    @Test
    void numbersAreThoseOfTheJson() throws IOException {
        Report report = sample();
        JsonNode json = JsonMapper.builder().build().readTree(text(ReportFormat.JSON, report));
        int compared = 0;
        for (JsonNode figure : json.path("figures")) {
            var shown = new ArrayList<String>();
            figure.path("sections").forEach(section -> section.path("tables").forEach(table -> table.path("rows")
                    .forEach(row -> row.forEach(cell -> shown.add(cell.asString())))));
            for (JsonNode fit : figure.path("numbers").path("fits")) {
                for (JsonNode coefficient : fit.path("coefficients")) {
                    String expected = NumberNotation.POINT.withUncertainty(
                            coefficient.path("value").asDouble(),
                            OptionalDouble.of(coefficient.path("standardError").asDouble()));
                    assertThat(shown)
                            .as(figure.path("title").asString())
                            .anyMatch(cell -> cell.equals(expected) || cell.startsWith(expected + " "));
                    compared++;
                }
                assertThat(shown)
                        .contains(NumberNotation.POINT.share(fit.path("r2").asDouble()));
                assertThat(shown).contains(fit.path("rows").path("used").asString());
                JsonNode bounds = fit.path("bounds");
                if (!bounds.path("slope").isMissingNode()
                        && !bounds.path("slope").isNull()) {
                    assertThat(shown)
                            .contains(NumberNotation.POINT.withUncertainty(
                                    bounds.path("slope").asDouble(),
                                    OptionalDouble.of(
                                            bounds.path("slopeHalfRange").asDouble())));
                }
            }
        }
        assertThat(compared).isGreaterThan(18);
    }

    @ParameterizedTest
    @EnumSource(ReportFormat.class)
    void theSameStudyGivesTheSameBytes(ReportFormat format) throws IOException {
        assertThat(bytes(format, sample())).isEqualTo(bytes(format, sample()));
    }

    @Test
    void saysWhatWasDoneToTheData() throws UnreadableFile {
        String done = all(sample(only(STRETCH, Section.DATA)));
        assertThat(done)
                .contains(
                        "Row 15 was excluded: “the clamp slipped”.",
                        "Row 8 was left out: “about 7.6” is not a number.",
                        "With it, salt-soaked would have slope 0.2863 ± 0.0063 instead of 0.2833 ± 0.0023");
        Report changed = report(
                study("Load (N),Stretch (mm),Lot\n5,1.3,a\n10,2.4,a\n15,3.1,b\n20,4.3,b\n")
                        .withTable(
                                1, table -> table.withSource(new Table.Source.Text("lots/t.csv", "UTF-8", ',', true))),
                new TableEdit.SetCell(1, 2, 0, "1.4"),
                new TableEdit.SetCell(1, 2, 4, "5.0"),
                new ColumnEdit.Derive(1, new helvo.core.table.Heading("Load²", "N²"), "{1}^2", Role.NONE, false),
                new FigureEdit.SetConditions(1, List.of(new RowCondition.Is(3, new Cell.Text("a")))));
        assertThat(all(changed))
                .contains(
                        "The table “t” was read from t.csv",
                        "Only rows were used in which Lot is a.",
                        "Load² (N²) was worked out as Load^2.",
                        "Row 1, Stretch: “1.4” instead of “1.3”.")
                .doesNotContain("Row 5, Stretch");
        assertThat(all(report(study("x,y\n1,2\n2,3\n3,5\n").withTable(1, table -> table.withSource(Optional.empty())
                        .withImportReport(Optional.empty())))))
                .contains("Nothing was left out, replaced or changed.");
    }

    @Test
    void sectionsStandInTheOrderChosenAndFiguresAreLeftOut() {
        Report report = sample(only(2, Section.CHECKS, Section.FIGURE, Section.METHOD));
        assertThat(report.plainTitle()).isEqualTo("Creep against Time");
        assertThat(report.sections().stream().map(Report.Part::section))
                .containsExactly(Section.CHECKS, Section.FIGURE, Section.METHOD);
        assertThat(all(report))
                .contains("Curves were fitted by unweighted least squares on y")
                .doesNotContain("analysis of covariance");
        assertThat(all(sample())).contains("Slopes were compared by analysis of covariance", "Levenberg–Marquardt");
    }

    /// From three figures on; the appendix counts for itself.
    @Test
    void sectionsOfALongReportAreNumbered() {
        assertThat(headings(sample(
                        new StudyEdit.PlanReport(ReportPlan.DEFAULT.withOmittedFigures(Set.of(4, 5, 6, 7, 8, 9))))))
                .startsWith("1\u00a0\u00a0Stretch of 3 mm marram cord under load")
                .contains(
                        "1.1\u00a0\u00a0What was done to the data",
                        "2\u00a0\u00a0Creep against Time",
                        "4\u00a0\u00a0Method")
                .endsWith(
                        "Appendix",
                        "A.1\u00a0\u00a0Stretch of 3 mm marram cord under load",
                        "A.2\u00a0\u00a0Creep against Time",
                        "A.3\u00a0\u00a0Cord mass, Bath temperature against Time");
        assertThat(headings(sample(
                        new StudyEdit.PlanReport(ReportPlan.DEFAULT.withOmittedFigures(Set.of(3, 4, 5, 6, 7, 8, 9))))))
                .contains("Creep against Time", "Method");
    }

    private static List<String> headings(Report report) {
        return report.blocks().stream()
                .flatMap(block -> block instanceof Block.Heading heading ? Stream.of(heading) : Stream.empty())
                .map(heading -> Span.text(heading.text()))
                .toList();
    }

    /// Behind the method tables are an appendix, each figure's under its name; before it they stand with their
    /// figure.
    @Test
    void tablesBehindTheMethodAreAnAppendix() {
        Report report =
                sample(new StudyEdit.PlanReport(ReportPlan.DEFAULT.withOmittedFigures(Set.of(3, 4, 5, 6, 7, 8, 9))));
        assertThat(report.sections().stream().map(Report.Part::section))
                .endsWith(Section.METHOD, Section.MEASUREMENTS, Section.MEASUREMENTS);
        assertThat(headings(report))
                .endsWith("Appendix", "Stretch of 3 mm marram cord under load", "Creep against Time");
        Report before = sample(only(STRETCH, Section.MEASUREMENTS, Section.METHOD));
        assertThat(before.sections().stream().map(Report.Part::section))
                .containsExactly(Section.MEASUREMENTS, Section.METHOD);
    }

    /// Where the caption or a heading says it, a figure does not repeat its title.
    @Test
    void aTitleIsSaidOnce() {
        assertThat(picture(sample()).drawing().title()).isEmpty();
        assertThat(Span.text(picture(sample()).caption())).startsWith("Stretch of 3 mm marram cord under load. Bars:");
        FigureEdit own = new FigureEdit.Describe(STRETCH, Optional.of("Ropes."), Optional.empty());
        var alone = only(STRETCH, Section.FIGURE);
        assertThat(picture(sample(alone, own)).drawing().title())
                .as("the report has its title")
                .isEmpty();
        var named = new StudyEdit.PlanReport(alone.plan().withTitle(Optional.of("Cords")));
        assertThat(picture(sample(named, own)).drawing().title())
                .as("nothing else says it")
                .isEqualTo("Stretch of 3 mm marram cord under load");
    }

    private static Block.Picture picture(Report report) {
        return report.blocks().stream()
                .flatMap(block -> block instanceof Block.Picture picture ? Stream.of(picture) : Stream.empty())
                .findFirst()
                .orElseThrow();
    }

    /// What the program says is English; what a person wrote is marked as what it is.
    @Test
    void wordsAreMarkedAsTheLanguageTheyAreIn() throws IOException {
        String html = text(ReportFormat.HTML, sample(new StudyEdit.PlanReport(ReportPlan.DEFAULT.withLanguage("de"))));
        assertThat(html)
                .contains(
                        "<html lang=\"en\">",
                        "<h1 dir=\"auto\" lang=\"de\">",
                        "<h2 id=\"section-2\" dir=\"auto\" lang=\"de\">2\u00a0\u00a0Creep")
                .contains("<h3 dir=\"auto\">1.1\u00a0\u00a0What was done to the data");
    }

    /// Read back by another library: headings, table with a repeated heading row, pictures in both forms, fields,
    /// equations, language.
    @Test
    void aWordProcessorFindsRealPartsInTheDocx() throws IOException {
        byte[] docx = bytes(
                ReportFormat.DOCX,
                sample(only(STRETCH, Section.SUMMARY, Section.FIGURE, Section.RESULTS, Section.DATA)));
        try (var document = new XWPFDocument(new ByteArrayInputStream(docx))) {
            assertThat(document.getParagraphs().getFirst().getStyle()).isEqualTo("Title");
            assertThat(document.getParagraphs()).anySatisfy(paragraph -> {
                assertThat(paragraph.getStyle()).isEqualTo("Heading1");
                assertThat(paragraph.getText()).isEqualTo("What was done to the data");
            });
            assertThat(document.getTables()).hasSize(1);
            assertThat(document.getTables().getFirst().getRow(0).isRepeatHeader())
                    .isTrue();
            assertThat(document.getTables().getFirst().getRow(2).getCell(3).getText())
                    .isEqualTo("0.2833 ± 0.0023");
            assertThat(document.getAllPictures())
                    .as("the figure in two forms, and a picture behind each equation")
                    .hasSize(4);
            assertThat(document.getProperties().getCoreProperties().getTitle())
                    .isEqualTo("Stretch of 3 mm marram cord under load");
        }
        Map<String, byte[]> parts = parts(docx);
        Document body = xml(parts.get("word/document.xml"));
        assertThat(elements(body, "oMath")).hasSize(2);
        assertThat(elements(body, "AlternateContent")).hasSize(2).allSatisfy(alternate -> {
            assertThat(elements(alternate, "Choice"))
                    .extracting(choice -> choice.getAttribute("Requires") + choice.getTextContent())
                    .as("where equations are known, nothing stands in the place of the picture")
                    .containsExactly("w14", "m");
            assertThat(elements(elements(alternate, "Fallback").getFirst(), "docPr")
                            .getFirst()
                            .getAttribute("descr"))
                    .startsWith("Stretch = 0.2");
            assertThat(((Element) alternate.getParentNode().getPreviousSibling()).getTagName())
                    .isEqualTo("m:oMath");
        });
        assertThat(elements(body, "instrText"))
                .extracting(Element::getTextContent)
                .contains(" SEQ Figure \\* ARABIC ", " REF helvo_table_1 \\h ");
        assertThat(elements(body, "docPr").getFirst().getAttribute("descr"))
                .startsWith("Scatter chart of Stretch in mm against Load in N: 20");
        Element extent = elements(body, "extent").getFirst();
        assertThat(Double.parseDouble(extent.getAttribute("cx")) / 36_000)
                .as("true size in mm")
                .isEqualTo(160, within(0.01));
        assertThat(new String(parts.get("word/styles.xml"), StandardCharsets.UTF_8))
                .contains("w:lang w:val=\"en\"");
        String svg = new String(parts.get("word/media/figure1.svg"), StandardCharsets.UTF_8);
        assertThat(svg).contains("<desc id=\"desc\">Scatter chart").doesNotContain("<text ");
        for (String name : parts.keySet()) {
            if (name.endsWith(".xml") || name.endsWith(".rels")) {
                assertThat(xml(parts.get(name)).getDocumentElement()).as(name).isNotNull();
            }
        }
        var targets = elements(xml(parts.get("word/_rels/document.xml.rels")), "Relationship").stream()
                .map(each -> "word/" + each.getAttribute("Target"))
                .toList();
        assertThat(parts.keySet()).containsAll(targets);
    }

    @Test
    void anOdtHasItsKindFirstAndNamesAllItsParts() throws IOException {
        byte[] odt = bytes(ReportFormat.ODT, sample(only(STRETCH, Section.SUMMARY, Section.FIGURE, Section.RESULTS)));
        assertThat(new String(odt, 30, 47, StandardCharsets.US_ASCII))
                .isEqualTo("mimetypeapplication/vnd.oasis.opendocument.text");
        Map<String, byte[]> parts = parts(odt);
        Document content = xml(parts.get("content.xml"));
        assertThat(elements(content, "h")).isEmpty();
        assertThat(elements(content, "table-header-rows")).hasSize(1);
        assertThat(elements(content, "sequence"))
                .extracting(Element::getTextContent)
                .as("figure, equations, table")
                .containsExactly("1", "1", "2", "1");
        assertThat(elements(content, "sequence-ref"))
                .extracting(Element::getTextContent)
                .containsExactly("Figure\u00a01", "Table\u00a01", "1", "2");
        assertThat(elements(content, "object")).hasSize(2);
        assertThat(elements(xml(parts.get("Object 1/content.xml")), "mn")
                        .getFirst()
                        .getTextContent())
                .isEqualTo("0.2064");
        var named = elements(xml(parts.get("META-INF/manifest.xml")), "file-entry").stream()
                .map(each -> each.getAttribute("manifest:full-path"))
                .toList();
        assertThat(named)
                .containsAll(parts.keySet().stream()
                        .filter(name -> !name.startsWith("META-INF") && !name.equals("mimetype"))
                        .toList());
        for (String style : elements(content, "p").stream()
                .map(each -> each.getAttribute("text:style-name"))
                .distinct()
                .toList()) {
            assertThat(elements(xml(parts.get("styles.xml")), "style"))
                    .as(style)
                    .anyMatch(each -> each.getAttribute("style:name").equals(style));
        }
    }

    @Test
    void aPdfIsTaggedAndItsTextCanBeTakenOver() throws IOException {
        byte[] pdf = bytes(
                ReportFormat.PDF,
                sample(
                        only(
                                STRETCH,
                                Section.SUMMARY,
                                Section.FIGURE,
                                Section.RESULTS,
                                Section.MEASUREMENTS,
                                Section.RESIDUALS,
                                Section.METHOD),
                        new StudyEdit.PlanReport(ReportPlan.DEFAULT.withPaper(ReportPlan.Paper.LETTER))));
        try (var document = Loader.loadPDF(pdf)) {
            String words = new PDFTextStripper().getText(document);
            assertThat(words)
                    .contains(
                            "Stretch of 3 mm marram cord under load",
                            "0.2064 ± 0.0017",
                            "Table 1. Straight lines",
                            "Method");
            var catalog = document.getDocumentCatalog();
            assertThat(catalog.getMarkInfo().isMarked()).isTrue();
            assertThat(catalog.getLanguage()).isEqualTo("en");
            assertThat(document.getPage(0).getMediaBox().getWidth()).isEqualTo(612, within(0.1f));
            var kinds = new ArrayList<String>();
            kinds(catalog.getStructureTreeRoot().getKids(), kinds);
            assertThat(kinds)
                    .contains(
                            "Document",
                            "H1",
                            "H2",
                            "P",
                            "Figure:Scatter chart of Stretch in mm against Load in N",
                            "Caption",
                            "Table",
                            "TR",
                            "TH",
                            "TD",
                            "Formula:Stretch = 0.2064 Load + 0.202");
            assertThat(catalog.getDocumentOutline().getFirstChild().getTitle())
                    .isEqualTo("1\u00a0\u00a0Stretch of 3 mm marram cord under load");
        }
    }

    private static void kinds(List<Object> kids, List<String> into) {
        for (Object kid : kids) {
            if (kid
                    instanceof
                    org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement element) {
                String words = element.getAlternateDescription();
                into.add(element.getStructureType() + (words == null ? "" : ":" + words.split(": 20|\\(")[0]));
                kinds(element.getKids(), into);
            }
        }
    }

    @Test
    void aPageNeedsNothingBesidesItselfAndHoldsEverything() throws IOException {
        String html = text(ReportFormat.HTML, sample());
        assertThat(html)
                .startsWith("<!DOCTYPE html>")
                .contains(
                        "lang=\"en\"",
                        "prefers-color-scheme: dark",
                        "size: A4",
                        "<th scope=\"col\"",
                        "<th scope=\"row\"",
                        "aria-describedby=\"f1-desc\"",
                        "<math xmlns")
                .doesNotContain("<script", "http-equiv", "url(http", "src=\"http");
        assertThat(html.split("<svg ", -1)).hasSize(10);
        var ids = java.util.regex.Pattern.compile(" id=\"([^\"]+)\"")
                .matcher(html)
                .results()
                .map(found -> found.group(1))
                .toList();
        assertThat(ids).doesNotHaveDuplicates();
        assertThat(java.util.regex.Pattern.compile("href=\"#([^\"]+)\"")
                        .matcher(html)
                        .results()
                        .map(found -> found.group(1)))
                .isNotEmpty()
                .allMatch(ids::contains);
    }

    /// Names of columns and tables are text, also within an equation, and none turns the text around it.
    @Test
    void namesBecomeNeitherLinksNorPicturesNorTurnTheText() throws IOException, UnreadableFile {
        String name = "![i](http://evil.example/x.png) [l](javascript:alert(3)) <a href=x> \u202edekcirt";
        Study study = study("\"x " + name + "\",\"y " + name + "\"\n1,2\n2,4.1\n3,5.9\n4,8.2\n");
        Report report = report(study, new StudyEdit.RenameTable(1, name), new StudyEdit.Rename(name));
        List<String> targets = new ArrayList<>();
        org.commonmark.parser.Parser.builder()
                .build()
                .parse(text(ReportFormat.MARKDOWN, report))
                .accept(new AbstractVisitor() {
                    @Override
                    public void visit(Image image) {
                        targets.add(image.getDestination());
                    }

                    @Override
                    public void visit(Link link) {
                        targets.add(link.getDestination());
                    }

                    @Override
                    public void visit(HtmlInline html) {
                        targets.add(html.getLiteral());
                    }
                });
        assertThat(targets)
                .allMatch(target -> target.equals("report-figure-1.svg") || target.matches("</?su[bp]>"))
                .contains("report-figure-1.svg");
        for (ReportFormat format : ReportFormat.values()) {
            byte[] made = bytes(format, report);
            if (format == ReportFormat.PDF) {
                try (var pdf = org.apache.pdfbox.Loader.loadPDF(made)) {
                    assertThat(new org.apache.pdfbox.text.PDFTextStripper().getText(pdf))
                            .contains("[U+202E]")
                            .doesNotContain("\u202e");
                }
            } else if (format == ReportFormat.DOCX || format == ReportFormat.ODT) {
                assertThat(parts(made).values())
                        .noneMatch(part -> new String(part, StandardCharsets.UTF_8).contains("\u202e"));
            } else {
                assertThat(new String(made, StandardCharsets.UTF_8))
                        .as(format.name())
                        .contains(format == ReportFormat.JSON ? "\\u202edekcirt" : "[U+202E]")
                        .doesNotContain("\u202e");
            }
        }
    }

    @Test
    void markdownAndLatexHaveTheirFiguresBesideThem() throws IOException {
        Report report = sample(
                only(STRETCH, Section.SUMMARY, Section.FIGURE, Section.RESULTS, Section.READINGS),
                new FigureEdit.PutNote(STRETCH, new Note.ReadingMarker(1, SeriesKey.group(3, "dry"), false, 22, false)),
                new FigureEdit.SetQuantity(
                        STRETCH, new QuantityDefinition(new Heading("stiffness", "kN/m"), "1 / slope")),
                new FigureEdit.SetQuantity(STRETCH, new QuantityDefinition(new Heading("odd", ""), "3 k")));
        ReportFiles markdown = ReportFormat.MARKDOWN.written(report, "cords (wet)", Progress.none());
        assertThat(markdown.companions()).containsOnlyKeys("cords (wet)-figure-1.svg");
        assertThat(new String(markdown.file(), StandardCharsets.UTF_8))
                .contains(
                        "](cords%20%28wet%29-figure-1.svg)",
                        "| dry | 10 | 0.202 ± 0.052 | 0.2064 ± 0.0017 |",
                        "$\\text{Stretch} = 0.2064 \\cdot \\text{Load} + 0.202$",
                        "| dry | stiffness | 4.846 ± 0.041 | kN/m | 1 / slope |",
                        "| dry | odd | – |  | 3 k |",
                        "| dry | 22 | x |");
        ReportFiles latex = ReportFormat.LATEX.written(report, "cords", Progress.none());
        assertThat(latex.companions()).containsOnlyKeys("cords-figure-1.pdf");
        assertThat(new String(latex.file(), StandardCharsets.UTF_8))
                .contains(
                        "\\includegraphics[width=160mm]{cords-figure-1.pdf}",
                        "dry & 10 & \\num{0.202 +- 0.052} & \\num{0.2064 +- 0.0017} & 0.078",
                        "Slope (\\unit{mm.N^{-1}})",
                        "\\toprule",
                        "Figure~\\ref{figure-1}");
    }

    /// Names of any script and any sign end up as text, in every form, and never as markup.
    @ParameterizedTest
    @EnumSource(ReportFormat.class)
    void namesThatLookLikeMarkupStayText(ReportFormat format) throws IOException, UnreadableFile {
        String evil = "</title><script>alert(1)</script> & \\input{x} $a$ | ]]> “q” קיבולת 研究 \u0001\ud800";
        Report report = report(
                study("Load <b>,Stretch & | \\end{x}\n1,2\n2,3\n3,5\n4,6\n"),
                new StudyEdit.PlanReport(ReportPlan.DEFAULT
                        .withTitle(Optional.of(evil))
                        .withAuthor(evil)
                        .withDate(evil)),
                new FigureEdit.Describe(1, Optional.of(evil), Optional.of(evil)));
        byte[] written = bytes(format, report);
        String text = new String(written, StandardCharsets.UTF_8);
        switch (format) {
            case HTML -> assertThat(text).doesNotContain("<script");
            case MARKDOWN ->
                assertThat(text).doesNotContainPattern("(?<!\\\\)<script").contains("\\<script\\>");
            case LATEX ->
                assertThat(text)
                        .contains("\\textbackslash{}input\\{x\\} \\$a\\$")
                        .doesNotContain("\\input{x}");
            case JSON ->
                assertThat(JsonMapper.builder()
                                .build()
                                .readTree(text)
                                .path("title")
                                .asString())
                        .contains("<script>", "研究");
            case DOCX ->
                assertThat(elements(xml(parts(written).get("word/document.xml")), "t").stream()
                                .map(Element::getTextContent))
                        .anyMatch(each -> each.contains("<script>") && each.contains("研究"));
            case ODT ->
                assertThat(xml(parts(written).get("content.xml"))
                                .getDocumentElement()
                                .getTextContent())
                        .contains("<script>", "研究");
            case PDF -> {
                try (var document = Loader.loadPDF(written)) {
                    assertThat(document.getDocumentInformation().getTitle()).contains("<script>", "研究");
                }
            }
        }
    }

    @ParameterizedTest
    @EnumSource(ReportFormat.class)
    void muchOrNothingGivesASoundDocument(ReportFormat format) throws IOException, UnreadableFile {
        var many = new StringBuilder("Lot,x,y\n");
        for (int lot = 0; lot < 200; lot++) {
            for (int i = 0; i < 5; i++) {
                many.append("lot ")
                        .append(lot)
                        .append(',')
                        .append(i)
                        .append(',')
                        .append(lot + i * i % 7)
                        .append('\n');
            }
        }
        Study study = study(many.toString());
        study = new ColumnEdit.SetRole(
                        1, study.tables().getFirst().columns().getFirst().id(), Role.BY)
                .apply(study);
        Report large = report(study);
        assertThat(bytes(format, large)).isNotEmpty();
        assertThat(all(large)).contains("Measurements. The first 100 of 1,000 rows; the study holds them all.");
        Report empty = report(study("x,y\na,b\nc,d\n"));
        assertThat(bytes(format, empty)).isNotEmpty();
        assertThat(bytes(
                        format,
                        report(
                                Study.blank(),
                                new StudyEdit.PlanReport(ReportPlan.DEFAULT.withOmittedFigures(Set.of(1))))))
                .isNotEmpty();
    }

    @Test
    void aFigureLargerThanThePageIsMadeSmallerAndThatIsSaid() {
        Report report = sample(only(STRETCH, Section.FIGURE), new FigureEdit.Resize(STRETCH, 340, 200));
        assertThat(report.notices())
                .singleElement()
                .asString()
                .startsWith("Figure 1 is larger than the text area of A4 paper")
                .contains(
                        "50 %",
                        "its smallest text is 4.5 points, below the 6 that stay legible", "its thinnest line 0.");
        assertThat(sample().notices()).isEmpty();
    }

    @Test
    void coefficientsOfLongPolynomialsStandBelowOneAnother() throws UnreadableFile {
        Study study = study("x,y\n"
                + IntStream.range(0, 20)
                        .mapToObj(i -> i + "," + Math.pow(i - 9.5, 5) + "\n")
                        .collect(Collectors.joining()));
        Report report =
                report(study, new FigureEdit.ChooseCurve(1, SeriesKey.whole(2), new helvo.core.fit.Polynomial(5)));
        Block.Grid grid = report.blocks().stream()
                .filter(Block.Grid.class::isInstance)
                .map(Block.Grid.class::cast)
                .findFirst()
                .orElseThrow();
        assertThat(rows(grid))
                .extracting(List::getFirst)
                .containsExactly("C0", "C1", "C2", "C3", "C4", "C5", "s", "R²", "n");
        assertThat(Arrays.stream(ReportFormat.values()))
                .allSatisfy(format -> assertThat(bytes(format, report)).isNotEmpty());
    }

    private static Edit[] withWords() {
        return new Edit[] {
            new StudyEdit.PlanReport(only(2, Section.FIGURE, Section.METHOD)
                    .plan()
                    .withLanguage("de")
                    .withConditions("Gerät *MT-2*")
                    .withConclusion("Es **hält**.")
                    .signed(true)),
            new FigureEdit.SetTitle(2, Optional.of("Titel")),
            new FigureEdit.SetReportText(2, new ReportText("Davor.", "Danach."))
        };
    }

    /// Conditions, the figure between its texts, the conclusion, the method, the line to sign; in all forms.
    @Test
    void wordsOfOnesOwnStandWhereTheyBelong() throws IOException {
        Report report = sample(withWords());
        List<String> order = List.of(
                "Conditions and instrument", "Gerät MT-2", "Davor.", "Danach.", "Conclusion", "Es hält.", "SHA-256");
        for (ReportFormat format : List.of(ReportFormat.MARKDOWN, ReportFormat.LATEX, ReportFormat.HTML)) {
            String text = text(format, report).replaceAll("</?(em|strong)>|\\\\(emph|textbf)|[*{}]", "");
            int at = 0;
            for (String each : order) {
                int next = text.indexOf(each, at);
                assertThat(next).as("“%s” in %s", each, format).isGreaterThanOrEqualTo(at);
                at = next;
            }
        }
        try (PDDocument pdf = Loader.loadPDF(bytes(ReportFormat.PDF, report))) {
            assertThat(new PDFTextStripper().getText(pdf)).contains(order);
        }
        assertThat(text(ReportFormat.JSON, report)).contains("Gerät MT-2", "\"conditions\"", "\"conclusion\"");
        Study study = new StudyEdit.Compound("", List.of(withWords())).apply(SampleStudy.study());
        assertThat(text(ReportFormat.MARKDOWN, report)).contains(StudyChecksum.of(study));
        assertThat(StudyChecksum.of(new StudyEdit.PlanReport(ReportPlan.DEFAULT).apply(study)))
                .as("of tables and figures, not of the report")
                .isEqualTo(StudyChecksum.of(study));
        assertThat(StudyChecksum.of(SampleStudy.study())).isNotEqualTo(StudyChecksum.of(study));
    }

    /// What a person wrote is marked as German, what the program says is English, also where both stand in one
    /// caption.
    @Test
    void whatAPersonWroteIsMarkedAsTheirLanguage() throws IOException {
        Report report = sample(withWords());
        assertThat(text(ReportFormat.HTML, report))
                .contains("<html lang=\"en\">", "<p dir=\"auto\" lang=\"de\">Gerät <em>MT-2</em></p>")
                .contains("<h2 id=\"section-3\" dir=\"auto\">Conclusion</h2>")
                .contains("<span lang=\"de\">Titel.</span> Bars: ");
        String docx =
                new String(parts(bytes(ReportFormat.DOCX, report)).get("word/document.xml"), StandardCharsets.UTF_8);
        assertThat(docx)
                .contains("<w:rPr><w:i></w:i><w:lang w:val=\"de\"></w:lang></w:rPr>"
                        .replace("></w:i>", "/>")
                        .replace("></w:lang>", "/>"))
                .containsPattern("<w:r><w:t xml:space=\"preserve\">Conclusion</w:t>")
                .containsPattern("w:val=\"de\"[^t]*<w:t xml:space=\"preserve\">Titel\\.</w:t>")
                .containsPattern("<w:r><w:t xml:space=\"preserve\">Bars: ");
        String odt = new String(parts(bytes(ReportFormat.ODT, report)).get("content.xml"), StandardCharsets.UTF_8);
        assertThat(odt)
                .contains("style:name=\"own\" style:family=\"text\"", "fo:language=\"de\"")
                .contains("<text:span text:style-name=\"own\">Gerät <text:span text:style-name=\"emphasis\">MT-2")
                .contains("<text:span text:style-name=\"own\">Titel.</text:span> Bars: ");
        try (PDDocument pdf = Loader.loadPDF(bytes(ReportFormat.PDF, report))) {
            assertThat(languages(pdf.getDocumentCatalog().getStructureTreeRoot()))
                    .contains("de");
            assertThat(markedAs("de", pdf)).contains("Titel.").doesNotContain("Bars", "Figure");
        }
    }

    /// The text that is marked as a language within a paragraph of another.
    private static String markedAs(String language, PDDocument pdf) throws IOException {
        var found = new StringBuilder();
        for (PDPage page : pdf.getPages()) {
            var marked = new PDFMarkedContentExtractor();
            marked.processPage(page);
            marked.getMarkedContents().forEach(content -> spoken(content, language, found));
        }
        return found.toString();
    }

    private static void spoken(PDMarkedContent content, String language, StringBuilder found) {
        boolean isIt = language.equals(content.getLanguage());
        for (Object each : content.getContents()) {
            switch (each) {
                case PDMarkedContent within -> spoken(within, language, found);
                case TextPosition letter when isIt -> found.append(letter.getUnicode());
                default -> {}
            }
        }
    }

    private static Set<String> languages(PDStructureNode node) {
        var found = new TreeSet<String>();
        for (Object kid : node.getKids()) {
            if (kid instanceof PDStructureElement element) {
                if (element.getLanguage() != null) {
                    found.add(element.getLanguage());
                }
                found.addAll(languages(element));
            }
        }
        return found;
    }

    /// A sheet stands behind the figures, no wider than the text, and its words are not made smaller.
    @Test
    void aSheetIsAFigureOfTheReport() {
        var put = new StudyEdit.PutSheet(FigureSheet.of(1, List.of(2, 4)));
        Report report = sample(only(1, Section.FIGURE), put);
        List<Block.Picture> pictures = report.blocks().stream()
                .flatMap(block -> block instanceof Block.Picture picture ? Stream.of(picture) : Stream.empty())
                .toList();
        assertThat(pictures).extracting(Block.Picture::number).containsExactly(1, 2);
        assertThat(pictures.getLast().widthMm()).isCloseTo(170, within(1e-9));
        assertThat(Span.text(pictures.getLast().caption())).startsWith("a: Creep against Time. b: ");
        assertThat(report.notices()).isEmpty();
        Report without =
                sample(new StudyEdit.PlanReport(only(1, Section.FIGURE).plan().withOmittedSheets(Set.of(1))), put);
        assertThat(without.blocks()).filteredOn(Block.Picture.class::isInstance).hasSize(1);
    }
}
