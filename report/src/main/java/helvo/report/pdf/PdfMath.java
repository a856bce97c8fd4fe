package helvo.report.pdf;

import helvo.report.model.Mathematics;
import helvo.report.pdf.PdfText.Piece;
import java.awt.Color;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDPageContentStream;

/// Lays out an equation on a PDF page.
final class PdfMath {
    private static final double SMALLER = 0.72;
    private static final double RAISED = 0.4;
    private static final double AXIS = 0.26;
    private static final double THIN = 0.17;
    private static final double WIDE = 0.26;

    private final PdfText text;

    PdfMath(PdfText text) {
        this.text = text;
    }

    /// @param ascent  above the baseline, and `descent` below
    /// @param drawing at a place, the baseline's left end
    record Box(double width, double ascent, double descent, Drawing drawing) {}

    interface Drawing {
        void at(PDPageContentStream content, double x, double baseline) throws IOException;
    }

    Box box(Mathematics part, double size) throws IOException {
        return switch (part) {
            case Mathematics.Number(var digits) -> run(digits, size);
            case Mathematics.Name(var name, var _) -> run(name, size);
            case Mathematics.Sign(var sign) -> run(sign, size);
            case Mathematics.Raised(var base, var power) -> raised(box(base, size), box(power, size * SMALLER), size);
            case Mathematics.Fraction(var over, var under) -> fraction(box(over, size), box(under, size), size);
            case Mathematics.Root(var of) ->
                row(List.of(new Mathematics.Sign("√("), of, new Mathematics.Sign(")")), size);
            case Mathematics.Row(var parts) -> row(parts, size);
        };
    }

    private Box run(String words, double size) throws IOException {
        var pieces = List.of(new Piece(words, false, size, 0));
        double width = text.width(pieces);
        return new Box(
                width,
                size * 0.75,
                size * 0.22,
                (content, x, baseline) ->
                        text.draw(content, new PdfText.Line(pieces, width), Color.BLACK, x, baseline));
    }

    private static Box raised(Box base, Box power, double size) {
        double up = RAISED * size + Math.max(0, base.ascent() - size * 0.75);
        return new Box(
                base.width() + power.width(),
                Math.max(base.ascent(), up + power.ascent()),
                base.descent(),
                (content, x, baseline) -> {
                    base.drawing().at(content, x, baseline);
                    power.drawing().at(content, x + base.width(), baseline + up);
                });
    }

    private static Box fraction(Box over, Box under, double size) {
        double width = Math.max(over.width(), under.width()) + 2 * THIN * size;
        double gap = 0.14 * size;
        double axis = AXIS * size;
        return new Box(
                width,
                axis + gap + over.descent() + over.ascent(),
                gap + under.ascent() + under.descent() - axis,
                (content, x, baseline) -> {
                    over.drawing().at(content, x + (width - over.width()) / 2, baseline + axis + gap + over.descent());
                    under.drawing()
                            .at(content, x + (width - under.width()) / 2, baseline + axis - gap - under.ascent());
                    content.setStrokingColor(Color.BLACK);
                    content.setLineWidth((float) (0.055 * size));
                    content.moveTo((float) x, (float) (baseline + axis));
                    content.lineTo((float) (x + width), (float) (baseline + axis));
                    content.stroke();
                });
    }

    private Box row(List<Mathematics> parts, double size) throws IOException {
        var boxes = new ArrayList<Box>();
        var places = new ArrayList<Double>();
        double width = 0;
        double ascent = size * 0.75;
        double descent = size * 0.22;
        for (int i = 0; i < parts.size(); i++) {
            Box box = box(parts.get(i), size);
            width += i == 0 ? 0 : gap(parts, i) * size;
            places.add(width);
            boxes.add(box);
            width += box.width();
            ascent = Math.max(ascent, box.ascent());
            descent = Math.max(descent, box.descent());
        }
        return new Box(width, ascent, descent, (content, x, baseline) -> {
            for (int i = 0; i < boxes.size(); i++) {
                boxes.get(i).drawing().at(content, x + places.get(i), baseline);
            }
        });
    }

    /// Before a part of a row.
    private static double gap(List<Mathematics> parts, int at) {
        Mathematics before = parts.get(at - 1);
        Mathematics after = parts.get(at);
        boolean fence = before instanceof Mathematics.Sign(var open) && open.equals("(")
                || after instanceof Mathematics.Sign(var close) && close.equals(")");
        boolean leading = Mathematics.isPrefix(parts, at - 1);
        return fence || leading
                ? 0
                : before instanceof Mathematics.Sign || after instanceof Mathematics.Sign ? WIDE : THIN;
    }
}
