package helvo.report.pdf;

import helvo.report.model.Block;
import helvo.report.model.Span;
import java.awt.Color;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.apache.pdfbox.pdmodel.documentinterchange.logicalstructure.PDStructureElement;
import org.apache.pdfbox.pdmodel.documentinterchange.taggedpdf.PDTableAttributeObject;
import org.apache.pdfbox.pdmodel.documentinterchange.taggedpdf.StandardStructureTypes;

/// A table on PDF pages, with its head repeated.
final class PdfTable {
    private static final Color INK = new Color(0x17242B);
    private static final double[] SIZES = {9.5, 8.5, 7.5, 6.5};
    private static final double PAD = 5;
    /// A table that needs little is narrower than the page, so that its columns stay together.
    private static final double SPARE = 26;
    private static final double ABOVE = 1.6;
    /// A table that takes no more of a page stays on one.
    private static final double WHOLE = 0.33;
    private static final float THICK = 1.1f;
    private static final float THIN = 0.6f;

    private final Block.Grid grid;
    private final PdfPages pages;
    private final PdfText text;
    private static final double SPACE = 6;
    private static final double BELOW_CAPTION = 3;

    private PdfText.ParagraphStyle body;
    private PdfText.ParagraphStyle head;
    private double[] widths;

    @SuppressWarnings("NullAway.Init") // set before they are read
    PdfTable(Block.Grid grid, PdfPages pages, PdfText text) {
        this.grid = grid;
        this.pages = pages;
        this.text = text;
    }

    /// How much of it stays on one page: all of a table that is not too high, else its beginning.
    ///
    /// @param caption with its number
    double together(List<Span> caption, PdfText.ParagraphStyle paragraph) throws IOException {
        choose();
        double above = text.lines(caption, paragraph, pages.width()).size() * paragraph.line()
                + row(grid.heads(), head).high
                + SPACE
                + BELOW_CAPTION;
        List<Row> rows = rows();
        double all = rows.stream().mapToDouble(row -> row.high).sum();
        return above
                + (above + all <= WHOLE * pages.height()
                        ? all + 2 * THICK
                        : rows.stream().limit(3).mapToDouble(row -> row.high).sum());
    }

    private List<Row> rows() throws IOException {
        List<Row> rows = new ArrayList<>();
        for (List<List<Span>> cells : grid.rows()) {
            rows.add(row(cells, body));
        }
        return rows;
    }

    /// @param caption with its number
    void draw(List<Span> caption, PdfText.ParagraphStyle paragraph) throws IOException {
        pages.space(SPACE);
        pages.keep(together(caption, paragraph));
        List<Row> rows = rows();
        Row heads = row(grid.heads(), head);
        List<PdfText.Line> lines = text.lines(caption, paragraph, pages.width());
        PDStructureElement table = pages.tags().element(pages.tags().document(), StandardStructureTypes.TABLE);
        pages.lines(lines, paragraph, pages.tags().element(table, StandardStructureTypes.CAPTION), 0);
        pages.space(BELOW_CAPTION);
        heads(heads, table);
        for (Row row : rows) {
            if (pages.keep(row.high + THICK)) {
                repeat(heads);
            }
            PDStructureElement tr = pages.tags().element(table, StandardStructureTypes.TR);
            for (int i = 0; i < row.cells.size(); i++) {
                cell(
                        row,
                        i,
                        tag(tr, i == 0 ? StandardStructureTypes.TH : StandardStructureTypes.TD, "Row", i == 0),
                        body);
            }
            pages.take(row.high);
        }
        rule(THICK);
        pages.space(10);
    }

    private record Row(List<List<PdfText.Line>> cells, double high) {}

    /// The largest size at which the longest word of each column has room.
    private void choose() throws IOException {
        int columns = grid.heads().size();
        for (double size : SIZES) {
            body = new PdfText.ParagraphStyle(size, false, INK);
            head = new PdfText.ParagraphStyle(size, true, INK);
            double[] natural = new double[columns];
            double[] least = new double[columns];
            measure(grid.heads(), head, natural, least);
            for (List<List<Span>> row : grid.rows()) {
                measure(row, body, natural, least);
            }
            double room = pages.width() - columns * 2 * PAD;
            if (Arrays.stream(least).sum() <= room || size == SIZES[SIZES.length - 1]) {
                widths = shared(natural, least, room);
                return;
            }
        }
    }

    private void measure(List<List<Span>> cells, PdfText.ParagraphStyle paragraph, double[] natural, double[] least)
            throws IOException {
        for (int i = 0; i < cells.size(); i++) {
            natural[i] = Math.max(
                    natural[i],
                    text.lines(cells.get(i), paragraph, 1e6).getFirst().width());
            boolean whole = grid.numbers().get(i) && paragraph == body;
            double word = 0;
            for (String each : whole
                    ? List.of(Span.text(cells.get(i)))
                    : List.of(Span.text(cells.get(i)).split(" "))) {
                word = Math.max(
                        word,
                        text.lines(List.of(paragraph.strong() ? Span.strong(each) : Span.plain(each)), paragraph, 1e6)
                                .getFirst()
                                .width());
            }
            least[i] = Math.max(least[i], Math.min(word, pages.width() / 2));
        }
    }

    /// All that each needs where there is room, the rest shared out; else what is above the least is shortened for
    /// all alike.
    private static double[] shared(double[] natural, double[] least, double room) {
        double sum = Arrays.stream(natural).sum();
        double sumLeast = Arrays.stream(least).sum();
        double[] widths = new double[natural.length];
        for (int i = 0; i < widths.length; i++) {
            widths[i] = sum <= room
                    ? natural[i] + Math.min((room - sum) / widths.length, SPARE)
                    : sumLeast >= room
                            ? least[i] * room / sumLeast
                            : least[i] + (natural[i] - least[i]) * (room - sumLeast) / (sum - sumLeast);
        }
        return widths;
    }

    private Row row(List<List<Span>> cells, PdfText.ParagraphStyle paragraph) throws IOException {
        var lines = new ArrayList<List<PdfText.Line>>();
        int most = 1;
        for (int i = 0; i < cells.size(); i++) {
            List<PdfText.Line> cell = text.lines(cells.get(i), paragraph, widths[i] + 0.01);
            lines.add(cell);
            most = Math.max(most, cell.size());
        }
        return new Row(lines, most * paragraph.line() + 2 * ABOVE);
    }

    private PDStructureElement tag(PDStructureElement row, String type, String scope, boolean heads) {
        PDStructureElement cell = pages.tags().element(row, type);
        if (heads) {
            var attributes = new PDTableAttributeObject();
            attributes.setScope(scope);
            cell.addAttribute(attributes);
        }
        return cell;
    }

    private void heads(Row heads, PDStructureElement table) throws IOException {
        rule(THICK);
        PDStructureElement tr = pages.tags().element(table, StandardStructureTypes.TR);
        for (int i = 0; i < heads.cells.size(); i++) {
            cell(heads, i, tag(tr, StandardStructureTypes.TH, "Column", true), head);
        }
        pages.take(heads.high);
        rule(THIN);
    }

    /// On a further page the heads are there for the eye alone.
    private void repeat(Row heads) throws IOException {
        rule(THICK);
        pages.artifact(content -> {
            for (int i = 0; i < heads.cells.size(); i++) {
                drawCell(content, heads, i, head);
            }
        });
        pages.take(heads.high);
        rule(THIN);
    }

    private void cell(Row row, int column, PDStructureElement element, PdfText.ParagraphStyle paragraph)
            throws IOException {
        pages.part(element, content -> drawCell(content, row, column, paragraph));
    }

    private void drawCell(
            org.apache.pdfbox.pdmodel.PDPageContentStream content,
            Row row,
            int column,
            PdfText.ParagraphStyle paragraph)
            throws IOException {
        double from = pages.left() + PAD;
        for (int i = 0; i < column; i++) {
            from += widths[i] + 2 * PAD;
        }
        List<PdfText.Line> lines = row.cells.get(column);
        // Heads stand at the bottom of their row.
        int skipped =
                paragraph.strong() ? (int) Math.round((row.high - 2 * ABOVE) / paragraph.line()) - lines.size() : 0;
        for (int i = 0; i < lines.size(); i++) {
            double x = grid.numbers().get(column)
                    ? from + widths[column] - lines.get(i).width()
                    : from;
            text.draw(
                    content,
                    lines.get(i),
                    paragraph.color(),
                    x,
                    pages.bottom(ABOVE + paragraph.line() * (skipped + i + 0.76)));
        }
    }

    private void rule(float weight) throws IOException {
        pages.artifact(content -> {
            content.setStrokingColor(INK);
            content.setLineWidth(weight);
            content.moveTo((float) pages.left(), (float) pages.bottom(0));
            content.lineTo((float) (pages.left() + Arrays.stream(widths).sum() + widths.length * 2 * PAD), (float)
                    pages.bottom(0));
            content.stroke();
        });
    }
}
