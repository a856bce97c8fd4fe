package helvo.report.office;

import helvo.core.Progress;
import helvo.core.study.ReportPlan;
import helvo.report.model.Block;
import helvo.report.model.PageFit;
import helvo.report.model.Pictures;
import helvo.report.model.Span;
import helvo.report.pdf.EquationPicture;
import helvo.report.web.Markup;
import java.io.IOException;
import java.text.Bidi;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/// Writes the blocks of a report as WordprocessingML (ECMA-376 part 1, §17).
public final class WordBody {
    public static final String MAIN_NAMESPACE = "http://schemas.openxmlformats.org/wordprocessingml/2006/main";
    private static final String[] NAMESPACES = {
        "xmlns:w=" + MAIN_NAMESPACE,
        "xmlns:r=http://schemas.openxmlformats.org/officeDocument/2006/relationships",
        "xmlns:m=http://schemas.openxmlformats.org/officeDocument/2006/math",
        "xmlns:wp=http://schemas.openxmlformats.org/drawingml/2006/wordprocessingDrawing",
        "xmlns:a=http://schemas.openxmlformats.org/drawingml/2006/main",
        "xmlns:pic=http://schemas.openxmlformats.org/drawingml/2006/picture"
    };

    /// Of the namespaces that the blocks use, for the element they stand in.
    public static String[] namespaces() {
        return NAMESPACES.clone();
    }

    private static final String SVG = "http://schemas.microsoft.com/office/drawing/2016/SVG/main";
    private static final String COMPATIBILITY = "http://schemas.openxmlformats.org/markup-compatibility/2006";
    private static final String EXTENSIONS_OF_2010 = "http://schemas.microsoft.com/office/word/2010/wordml";
    private static final int EMU_PER_MM = 36_000;

    private final ReportPlan plan;
    private final Progress progress;
    private final XmlText xml;
    private final Map<String, byte[]> media = new LinkedHashMap<>();
    private final int bullets;
    private int bookmarks;
    private int sections;
    private int images;
    /// Of the text that is being written; empty for that of the document.
    private String language = "";

    /// @param bullets the number of the list that has bullets
    public WordBody(ReportPlan plan, XmlText xml, int bullets, Progress progress) {
        this.bullets = bullets;
        this.plan = plan;
        this.xml = xml;
        this.progress = progress;
    }

    /// The pictures, by their names within the folder of media; the relation to each has its name without the dot.
    public Map<String, byte[]> media() {
        return media;
    }

    public static String relation(String medium) {
        return "helvo" + medium.replaceAll("[^a-z0-9]", "");
    }

    public void write(List<Block> blocks) throws IOException {
        Pictures pictures = Pictures.in(blocks, progress);
        for (int i = 0; i < blocks.size(); i++) {
            progress.reached(Double.NaN);
            boolean kept = i + 1 < blocks.size() && blocks.get(i + 1) instanceof Block.Picture;
            switch (blocks.get(i)) {
                case Block.Heading(int level, var text, boolean isOwn) -> own(isOwn, () -> heading(level, text));
                case Block.Paragraph(var text, boolean isOwn) -> own(isOwn, () -> paragraph("BodyText", text, kept));
                case Block.Points(var items, boolean isOwn) ->
                    own(isOwn, () -> items.forEach(item -> paragraph("ListBullet", item, false)));
                case Block.Picture picture -> picture(picture, pictures);
                case Block.Grid grid -> grid(grid);
                case Block.Equation equation -> equation(equation);
                case Block.Contents(var sections) -> contents(sections);
            }
        }
    }

    /// With a bookmark that the contents lead to.
    private void heading(int level, List<Span> text) {
        Runnable write = () -> paragraph("Heading" + (level - 1), text, false);
        if (level == 2) {
            bookmarked(section(++sections), write);
        } else {
            write.run();
        }
    }

    private void bookmarked(String name, Runnable write) {
        String id = "w:id=" + ++bookmarks;
        xml.empty("w:bookmarkStart", id, "w:name=" + name);
        write.run();
        xml.empty("w:bookmarkEnd", id);
    }

    private static String section(int number) {
        return "helvo_" + Markup.sectionId(number).replace('-', '_');
    }

    /// A field that the word processor works out again, with page numbers, when it is asked to.
    private void contents(List<List<Span>> names) {
        for (int i = 0; i < names.size(); i++) {
            xml.open("w:p").open("w:pPr").empty("w:pStyle", "w:val=BodyText");
            xml.empty("w:spacing", "w:before=0", "w:after=20").close();
            if (i == 0) {
                part("begin");
                instruction("TOC \\o \"1-1\" \\h \\z \\u");
                part("separate");
            }
            xml.open("w:hyperlink", "w:anchor=" + section(i + 1));
            spans(names.get(i));
            xml.close();
            if (i == names.size() - 1) {
                part("end");
            }
            xml.close();
        }
    }

    /// What a person wrote is in their language.
    void own(boolean isOwn, Runnable write) {
        String around = language;
        language = isOwn && !plan.isEnglish() ? plan.language() : around;
        write.run();
        language = around;
    }

    /// @param kept whether it stays on the page of what follows it
    void paragraph(String style, List<Span> text, boolean kept) {
        xml.open("w:p").open("w:pPr").empty("w:pStyle", "w:val=" + style);
        if (kept) {
            xml.empty("w:keepNext");
        }
        if (style.equals("ListBullet")) {
            xml.open("w:numPr")
                    .empty("w:ilvl", "w:val=0")
                    .empty("w:numId", "w:val=" + bullets)
                    .close();
        }
        if (Span.isRightToLeft(Span.text(text))) {
            xml.empty("w:bidi");
        }
        xml.close();
        spans(text);
        xml.close();
    }

    private void spans(List<Span> spans) {
        for (Span span : spans) {
            switch (span) {
                case Span.Text(var text, var style) -> run(text, style);
                case Span.Own(var own) -> own(true, () -> spans(own));
                // Beside an equation stands its number alone.
                case Span.Reference(var kind, int number)
                when kind == Span.Kind.EQUATION -> {
                    run(kind.word() + "\u00a0", Span.Style.PLAIN);
                    field("REF " + bookmark(kind, number) + " \\h", Integer.toString(number), Span.Style.PLAIN);
                }
                case Span.Reference(var kind, int number) ->
                    field("REF " + bookmark(kind, number) + " \\h", kind.word() + "\u00a0" + number, Span.Style.PLAIN);
            }
        }
    }

    private void run(String text, Span.Style style) {
        xml.open("w:r");
        boolean rightToLeft = new Bidi(text, Bidi.DIRECTION_LEFT_TO_RIGHT).isMixed() || Span.isRightToLeft(text);
        if (style != Span.Style.PLAIN || rightToLeft || !language.isEmpty()) {
            xml.open("w:rPr");
            switch (style) {
                case STRONG -> xml.empty("w:b");
                case EMPHASIS -> xml.empty("w:i");
                case RAISED -> xml.empty("w:vertAlign", "w:val=superscript");
                case LOWERED -> xml.empty("w:vertAlign", "w:val=subscript");
                case PLAIN -> {}
            }
            if (Span.isRightToLeft(text)) {
                xml.empty("w:rtl");
            }
            if (!language.isEmpty()) {
                xml.empty("w:lang", "w:val=" + language);
            }
            xml.close();
        }
        xml.element("w:t", text, "xml:space=preserve").close();
    }

    /// A text that the word processor works out again when it is asked to.
    private void field(String instruction, String text, Span.Style style) {
        part("begin");
        instruction(instruction);
        part("separate");
        run(text, style);
        part("end");
    }

    /// A number that the word processor counts.
    private void sequence(Span.Kind kind, int number, Span.Style style) {
        field("SEQ " + kind.word() + " \\* ARABIC", Integer.toString(number), style);
    }

    /// Hidden, for programs that take an instruction for text.
    private void instruction(String words) {
        xml.open("w:r")
                .open("w:rPr")
                .empty("w:vanish")
                .close()
                .element("w:instrText", " " + words + " ", "xml:space=preserve")
                .close();
    }

    private void part(String ofField) {
        xml.open("w:r").empty("w:fldChar", "w:fldCharType=" + ofField).close();
    }

    private static String bookmark(Span.Kind kind, int number) {
        return "helvo_" + Markup.id(kind, number).replace('-', '_');
    }

    /// "Figure 1. …", with a number that the word processor counts and that references find.
    private void caption(Span.Kind kind, int number, List<Span> text, boolean keepWithNext) {
        xml.open("w:p").open("w:pPr").empty("w:pStyle", "w:val=Caption");
        if (keepWithNext) {
            xml.empty("w:keepNext");
        }
        xml.close();
        bookmarked(bookmark(kind, number), () -> {
            run(kind.word() + "\u00a0", Span.Style.STRONG);
            sequence(kind, number, Span.Style.STRONG);
        });
        run(". ", Span.Style.STRONG);
        spans(text);
        xml.close();
    }

    private void picture(Block.Picture picture, Pictures pictures) {
        String name = "figure" + picture.number();
        media.put(name + ".png", pictures.of(picture).png());
        media.put(name + ".svg", pictures.of(picture).svg());
        PageFit fit = PageFit.of(picture, plan.paper());
        xml.open("w:p").open("w:pPr").empty("w:pStyle", "w:val=Figure").close().open("w:r");
        inlineImage("Figure " + picture.number(), picture.description(), fit.widthMm(), fit.heightMm(), name, true);
        xml.close().close();
        caption(Span.Kind.FIGURE, picture.number(), picture.caption(), false);
    }

    /// @param medium its name without ending: a PNG, and an SVG beside it where there is one
    private void inlineImage(
            String name, String description, double widthMm, double heightMm, String medium, boolean hasSvg) {
        String[] extent = {"cx=" + Math.round(widthMm * EMU_PER_MM), "cy=" + Math.round(heightMm * EMU_PER_MM)};
        String[] names = {"id=" + ++images, "name=" + name, "descr=" + description};
        xml.open("w:drawing")
                .open("wp:inline", "distT=0", "distB=0", "distL=0", "distR=0")
                .empty("wp:extent", extent)
                .empty("wp:docPr", names)
                .open("a:graphic")
                .open("a:graphicData", "uri=http://schemas.openxmlformats.org/drawingml/2006/picture")
                .open("pic:pic")
                .open("pic:nvPicPr")
                .empty("pic:cNvPr", names)
                .empty("pic:cNvPicPr")
                .close()
                .open("pic:blipFill")
                .open("a:blip", "r:embed=" + relation(medium + ".png"));
        if (hasSvg) {
            xml.open("a:extLst")
                    .open("a:ext", "uri={96DAC541-7B7A-43D3-8B79-37D633B846F1}")
                    .empty("asvg:svgBlip", "xmlns:asvg=" + SVG, "r:embed=" + relation(medium + ".svg"))
                    .close()
                    .close();
        }
        xml.close()
                .open("a:stretch")
                .empty("a:fillRect")
                .close()
                .close()
                .open("pic:spPr")
                .open("a:xfrm")
                .empty("a:off", "x=0", "y=0")
                .empty("a:ext", extent)
                .close()
                .open("a:prstGeom", "prst=rect")
                .empty("a:avLst")
                .close()
                .close()
                .close()
                .close()
                .close()
                .close()
                .close();
    }

    private void grid(Block.Grid grid) {
        caption(Span.Kind.TABLE, grid.number(), grid.caption(), true);
        DocumentColumnWidths widths = DocumentColumnWidths.of(grid, PageFit.textWidth(plan.paper()));
        xml.open("w:tbl")
                .open("w:tblPr")
                .empty("w:tblStyle", "w:val=ReportTable")
                .empty("w:tblW", "w:w=" + DocxReport.twips(widths.sum()), "w:type=dxa")
                .open("w:tblCellMar")
                .empty("w:left", "w:w=100", "w:type=dxa")
                .empty("w:right", "w:w=100", "w:type=dxa")
                .close()
                .empty(
                        "w:tblLook",
                        "w:val=0020",
                        "w:firstRow=1",
                        "w:lastRow=0",
                        "w:firstColumn=0",
                        "w:lastColumn=0",
                        "w:noHBand=1",
                        "w:noVBand=1")
                .empty("w:tblCaption", "w:val=Table " + grid.number())
                .empty("w:tblDescription", "w:val=" + Span.text(grid.caption()))
                .close()
                .open("w:tblGrid");
        for (double mm : widths.mm()) {
            xml.empty("w:gridCol", "w:w=" + DocxReport.twips(mm));
        }
        xml.close();
        row(grid, grid.heads(), widths, "top", "bottom");
        for (int i = 0; i < grid.rows().size(); i++) {
            row(
                    grid,
                    grid.rows().get(i),
                    widths,
                    i == grid.rows().size() - 1 ? new String[] {"bottom"} : new String[0]);
        }
        xml.close();
        xml.open("w:p")
                .open("w:pPr")
                .empty("w:pStyle", "w:val=AfterTable")
                .close()
                .close();
    }

    /// @param rules on which sides of the row a rule is drawn
    private void row(Block.Grid grid, List<List<Span>> cells, DocumentColumnWidths widths, String... rules) {
        boolean head = cells == grid.heads();
        boolean kept = head
                || grid.rows().size() <= OdtReport.WHOLE && cells != grid.rows().getLast();
        xml.open("w:tr").open("w:trPr").empty("w:cantSplit");
        if (head) {
            xml.empty("w:tblHeader");
        }
        xml.close();
        for (int i = 0; i < cells.size(); i++) {
            xml.open("w:tc").open("w:tcPr").empty("w:tcW", "w:w=" + DocxReport.twips(widths.mm()[i]), "w:type=dxa");
            if (rules.length > 0) {
                xml.open("w:tcBorders");
                for (String side : rules) {
                    xml.empty(
                            "w:" + side,
                            "w:val=single",
                            "w:sz=" + (head && side.equals("bottom") ? "6" : "12"),
                            "w:space=0",
                            "w:color=17242B");
                }
                xml.close();
            }
            xml.close().open("w:p").open("w:pPr").empty("w:pStyle", "w:val=" + (head ? "TableHead" : "TableCell"));
            if (kept) {
                xml.empty("w:keepNext");
            }
            if (grid.numbers().get(i)) {
                xml.empty("w:jc", "w:val=right");
            }
            xml.close();
            spans(cells.get(i));
            xml.close().close();
        }
        xml.close();
    }

    private void equation(Block.Equation equation) throws IOException {
        xml.open("w:p").open("w:pPr").empty("w:pStyle", "w:val=Equation").open("w:tabs");
        xml.empty("w:tab", "w:val=right", "w:pos=" + DocxReport.twips(PageFit.textWidth(plan.paper())))
                .close()
                .close();
        if (!equation.series().isEmpty()) {
            run(equation.series() + ": ", Span.Style.STRONG);
        }
        OfficeMath.write(equation.mathematics(), xml);
        picture(equation);
        if (!equation.where().isEmpty()) {
            run("  (" + equation.where() + ")", Span.Style.PLAIN);
        }
        xml.open("w:r").empty("w:tab").close();
        run("(", Span.Style.PLAIN);
        bookmarked(
                bookmark(Span.Kind.EQUATION, equation.number()),
                () -> sequence(Span.Kind.EQUATION, equation.number(), Span.Style.PLAIN));
        run(")", Span.Style.PLAIN);
        xml.close();
    }

    /// A picture of the equation for readers that know no equations (ECMA-376 part 3, §10): what knows the
    /// extensions of 2010, or at least equations, takes nothing in its place.
    private void picture(Block.Equation equation) throws IOException {
        String name = "equation" + equation.number();
        EquationPicture picture = EquationPicture.of(equation.mathematics(), PageFit.textWidth(plan.paper()));
        media.put(name + ".png", picture.png());
        xml.open("w:r")
                .open("mc:AlternateContent", "xmlns:mc=" + COMPATIBILITY, "xmlns:w14=" + EXTENSIONS_OF_2010)
                .empty("mc:Choice", "Requires=w14")
                .empty("mc:Choice", "Requires=m")
                .open("mc:Fallback");
        inlineImage(
                "Equation " + equation.number(), equation.text(), picture.widthMm(), picture.heightMm(), name, false);
        xml.close().close().close();
    }
}
