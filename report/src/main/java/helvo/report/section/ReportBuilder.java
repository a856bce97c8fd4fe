package helvo.report.section;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SheetAnalysis;
import helvo.core.results.DataSteps;
import helvo.core.results.FigureDescription;
import helvo.core.study.Figure;
import helvo.core.study.FigureSheet;
import helvo.core.study.History;
import helvo.core.study.ReportPlan;
import helvo.core.study.ReportPlan.Section;
import helvo.core.study.Study;
import helvo.core.style.FigureText;
import helvo.figure.export.Drawing;
import helvo.files.ProgramVersion;
import helvo.files.study.StudyChecksum;
import helvo.report.model.Block;
import helvo.report.model.PageFit;
import helvo.report.model.Report;
import helvo.report.model.Span;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/// Builds a report from a study.
public final class ReportBuilder {
    private final History history;
    private final Study study;
    private final ReportPlan plan;
    private final List<FigureAnalysis> figures;
    private final List<SheetAnalysis> sheets;
    private final Numbering numbering = new Numbering();

    private ReportBuilder(History history, Analysis analysis) {
        this.history = history;
        this.study = history.study();
        this.plan = study.report();
        this.figures = analysis.figures().stream()
                .filter(figure ->
                        !plan.omittedFigures().contains(figure.figure().id()))
                .toList();
        this.sheets = study.sheets().stream()
                .filter(sheet -> !plan.omittedSheets().contains(sheet.id()))
                .map(sheet -> SheetAnalysis.of(fitting(sheet), analysis, Progress.none()))
                .toList();
    }

    /// No wider than the text, and not made smaller with its words.
    private FigureSheet fitting(FigureSheet sheet) {
        return sheet.withWidthMm(Math.min(sheet.widthMm(), PageFit.textWidth(plan.paper())));
    }

    /// With so many figures a report is long enough for sections to be told by numbers.
    private static final int FEWEST_NUMBERED = 3;
    private static final int SIGNED = 40;
    /// Between a number and its heading; a wider blank is not in the font of a PDF.
    private static final String GAP = "\u00a0\u00a0";
    private static final Block APPENDIX = new Block.Heading(2, List.of(Span.plain("Appendix")), false);

    /// Counts figures and tables through a whole report.
    public static final class Numbering {
        private int figures;
        private int tables;
        private int equations;
        private final Set<String> explained = new HashSet<>();

        int nextFigure() {
            return ++figures;
        }

        int nextTable() {
            return ++tables;
        }

        int nextEquation() {
            return ++equations;
        }

        /// Whether nobody has explained a sign yet; from then on somebody has.
        boolean isNew(String sign) {
            return explained.add(sign);
        }
    }

    /// @param history  of the study, for what was done to its data
    /// @param analysis of the same study
    public static Report of(History history, Analysis analysis) {
        return new ReportBuilder(history, analysis).report();
    }

    private Report report() {
        var parts = new ArrayList<Report.Part>();
        own(Section.CONDITIONS, plan.conditions(), parts);
        for (FigureAnalysis figure : figures) {
            figure(figure, parts);
        }
        if (plan.has(Section.FIGURE)) {
            sheets.forEach(sheet -> parts.add(sheet(sheet)));
        }
        if (figures.isEmpty() && sheets.isEmpty()) {
            parts.add(new Report.Part(
                    Section.SUMMARY,
                    0,
                    List.of(new Block.Paragraph(
                            List.of(Span.plain("Every figure of this study was left out of the report."))))));
        }
        own(Section.CONCLUSION, plan.conclusion(), parts);
        if (plan.has(Section.METHOD)) {
            parts.add(new Report.Part(Section.METHOD, 0, MethodSection.of(figures, heading(2))));
        }
        appendix(parts);
        if (plan.isSigned()) {
            parts.add(new Report.Part(Section.CONCLUSION, 0, signature()));
        }
        return new Report(
                Span.of(title()),
                byline(),
                plan,
                study.name(),
                figures,
                figures.size() + sheets.size() < FEWEST_NUMBERED ? parts : withContents(numbered(parts)));
    }

    private List<Block> signature() {
        return List.of(
                new Block.Heading(2, List.of(Span.plain("Signature")), false),
                new Block.Paragraph(List.of(Span.plain("Date, name and signature: " + "_".repeat(SIGNED)))),
                new Block.Paragraph(List.of(Span.plain("Tables and figures of the study as they were reported, "
                        + "SHA-256 " + StudyChecksum.of(study) + " (helvo show --checksum tells it of a file)."))));
    }

    private static List<Report.Part> withContents(List<Report.Part> numbered) {
        var sections = new ArrayList<List<Span>>();
        for (Report.Part part : numbered) {
            for (Block block : part.blocks()) {
                if (block instanceof Block.Heading(int level, var text, var _) && level == 2) {
                    sections.add(text);
                }
            }
        }
        var parts = new ArrayList<>(numbered);
        parts.addFirst(new Report.Part(Section.SUMMARY, 0, List.of(new Block.Contents(sections))));
        return parts;
    }

    /// What a person wrote, under a heading of its own.
    private static void own(Section section, String markdown, List<Report.Part> parts) {
        if (!markdown.isEmpty()) {
            var blocks = new ArrayList<Block>();
            blocks.add(heading(2).apply(section));
            blocks.addAll(OwnText.blocks(markdown));
            parts.add(new Report.Part(section, 0, blocks));
        }
    }

    /// With 1, 1.1, 1.2, 2 … before the headings; below that of the appendix A.1, A.2 ….
    private static List<Report.Part> numbered(List<Report.Part> parts) {
        var numbered = new ArrayList<Report.Part>();
        int section = 0;
        int within = 0;
        String above = "";
        for (Report.Part part : parts) {
            var blocks = new ArrayList<Block>();
            for (Block block : part.blocks()) {
                if (block.equals(APPENDIX)) {
                    above = "A";
                    within = 0;
                    blocks.add(block);
                } else if (block instanceof Block.Heading(int level, var text, boolean isOwn)) {
                    boolean isSection = level == 2;
                    section += isSection ? 1 : 0;
                    within = isSection ? 0 : within + 1;
                    above = isSection ? Integer.toString(section) : above;
                    String number = isSection ? above : above + "." + within;
                    blocks.add(new Block.Heading(
                            level,
                            Stream.concat(Stream.of(Span.plain(number + GAP)), text.stream())
                                    .toList(),
                            isOwn));
                } else {
                    blocks.add(block);
                }
            }
            numbered.add(new Report.Part(part.section(), part.figure(), blocks));
        }
        return numbered;
    }

    /// As chosen, else that of the only figure, else the study's name.
    private String title() {
        return plan.title()
                .orElseGet(() -> figures.size() == 1 ? figures.getFirst().title() : study.name());
    }

    private List<String> byline() {
        return Stream.of(
                        plan.author(),
                        plan.date(),
                        "made with " + ProgramVersion.text() + " from “" + study.name() + "”")
                .map(Span::clean)
                .filter(text -> !text.isBlank())
                .toList();
    }

    /// What stands above a section.
    private static java.util.function.Function<Section, Block> heading(int level) {
        return section -> new Block.Heading(level, List.of(Span.plain(section.title())), false);
    }

    private void figure(FigureAnalysis figure, List<Report.Part> parts) {
        int id = figure.figure().id();
        boolean several = figures.size() > 1;
        if (several || !plan.conditions().isEmpty()) {
            parts.add(new Report.Part(Section.FIGURE, id, List.of(new Block.Heading(2, Span.of(name(figure)), true))));
        }
        var heading = heading(several ? 3 : 2);
        if (figure.missing().isPresent()) {
            parts.add(new Report.Part(
                    Section.SUMMARY,
                    id,
                    List.of(new Block.Paragraph(
                            List.of(Span.plain(figure.missing().get()))))));
            if (plan.has(Section.DATA)) {
                parts.add(new Report.Part(Section.DATA, id, data(figure, heading.apply(Section.DATA))));
            }
            return;
        }
        // Numbers are given first, so that a summary can name what stands below it.
        int picture = plan.has(Section.FIGURE) ? numbering.nextFigure() : 0;
        var words = new ResultsSection(figure, numbering);
        List<Block> results = plan.has(Section.RESULTS) ? words.blocks() : List.of();
        var tables = new MeasurementTables(figure, numbering);
        if (!plan.has(Section.FIGURE)) {
            List<Block> own =
                    new ArrayList<>(OwnText.blocks(figure.figure().reportText().before()));
            own.addAll(OwnText.blocks(figure.figure().reportText().after()));
            if (!own.isEmpty()) {
                parts.add(new Report.Part(Section.FIGURE, id, own));
            }
        }
        for (Section section : plan.ofFigures()) {
            List<Block> blocks =
                    switch (section) {
                        case SUMMARY -> List.of(new Block.Paragraph(new SummarySection(figure).spans(picture, words)));
                        case FIGURE -> picture(figure, picture);
                        case RESULTS -> results;
                        case READINGS, MEASUREMENTS, RESIDUALS -> table(section, tables);
                        case DATA -> data(figure, heading.apply(section));
                        case CHECKS -> ChecksSection.of(figure, heading.apply(section));
                        case METHOD, CONDITIONS, CONCLUSION -> List.of();
                    };
            if (!blocks.isEmpty()) {
                parts.add(new Report.Part(section, id, blocks));
            }
        }
    }

    /// The figure between what a person wrote around it.
    private List<Block> picture(FigureAnalysis figure, int number) {
        var blocks = new ArrayList<>(OwnText.blocks(figure.figure().reportText().before()));
        blocks.add(new Block.Picture(
                number,
                caption(FigureDescription.captionWords(figure)),
                Span.clean(FigureText.plain(FigureDescription.of(figure))),
                Drawing.of(isTitleSaid(figure) ? untitled(figure) : figure)));
        blocks.addAll(OwnText.blocks(figure.figure().reportText().after()));
        return blocks;
    }

    private static List<Span> caption(List<FigureDescription.Words> parts) {
        var spans = new ArrayList<Span>();
        for (FigureDescription.Words part : parts) {
            if (!spans.isEmpty()) {
                spans.add(Span.plain(" "));
            }
            spans.addAll(part.isOwn() ? Span.own(part.text()) : Span.of(part.text()));
        }
        return spans;
    }

    /// A sheet of figures; their numbers stand with them, where the report has them.
    private Report.Part sheet(SheetAnalysis sheet) {
        var blocks = new ArrayList<Block>();
        if (figures.size() + sheets.size() > 1) {
            blocks.add(new Block.Heading(2, Span.of(sheet.sheet().name()), true));
        }
        blocks.add(new Block.Picture(
                numbering.nextFigure(),
                caption(FigureDescription.captionWords(sheet)),
                Span.clean(FigureText.plain(FigureDescription.of(sheet))),
                Drawing.of(sheet, Progress.none())));
        return new Report.Part(Section.FIGURE, 0, blocks);
    }

    private static List<Block> table(Section section, MeasurementTables tables) {
        return switch (section) {
            case READINGS -> tables.readings();
            case MEASUREMENTS -> tables.measurements();
            case RESIDUALS -> tables.residuals();
            case SUMMARY, FIGURE, RESULTS, DATA, CHECKS, METHOD, CONDITIONS, CONCLUSION -> List.of();
        };
    }

    /// Tables at the end, under the name of each figure.
    private void appendix(List<Report.Part> parts) {
        boolean isBegun = false;
        for (FigureAnalysis figure : figures) {
            var tables = new MeasurementTables(figure, numbering);
            boolean isNamed = figures.size() == 1;
            for (Section section : figure.missing().isPresent() ? List.<Section>of() : plan.ofAppendix()) {
                List<Block> blocks = new ArrayList<>(table(section, tables));
                if (!blocks.isEmpty() && !isNamed) {
                    blocks.addFirst(new Block.Heading(3, Span.of(name(figure)), true));
                    isNamed = true;
                }
                if (!blocks.isEmpty() && !isBegun) {
                    blocks.addFirst(APPENDIX);
                    isBegun = true;
                }
                if (!blocks.isEmpty()) {
                    parts.add(new Report.Part(section, figure.figure().id(), blocks));
                }
            }
        }
    }

    /// Whether the caption, or a heading above it, says the figure's title.
    private boolean isTitleSaid(FigureAnalysis figure) {
        return figures.size() > 1 || figure.figure().caption().isEmpty() || title().equals(figure.title());
    }

    private static FigureAnalysis untitled(FigureAnalysis figure) {
        return figure.with(figure.figure().withTitle(Optional.of("")));
    }

    /// The title of a figure, with the name of its tab where others have the same.
    private String name(FigureAnalysis figure) {
        boolean same = figures.stream()
                        .filter(other -> other.title().equals(figure.title()))
                        .count()
                > 1;
        Figure of = figure.figure();
        Optional<String> tab = Optional.of(of.name()).filter(_ -> same);
        return figure.title()
                + tab.map(name -> RootLocale.format(" (%s, %s)", figure.table().name(), name))
                        .orElse("");
    }

    private List<Block> data(FigureAnalysis figure, Block heading) {
        List<String> steps = DataSteps.of(history, figure);
        return List.of(
                heading,
                steps.isEmpty()
                        ? new Block.Paragraph(List.of(Span.plain("Nothing was left out, replaced or changed.")))
                        : new Block.Points(steps.stream().map(Span::of).toList()));
    }
}
