package helvo.report.office;

import helvo.report.model.Mathematics;
import helvo.report.web.MathMl;
import java.util.List;

/// An equation as Office Math, which word processors that read DOCX edit as an equation (ECMA-376 part 1, §22.1).
public final class OfficeMath {
    private final XmlText xml;

    private OfficeMath(XmlText xml) {
        this.xml = xml;
    }

    public static void write(Mathematics.Row equation, XmlText xml) {
        xml.open("m:oMath");
        new OfficeMath(xml).row(equation.parts());
        xml.close();
    }

    private void row(List<Mathematics> parts) {
        for (int i = 0; i < parts.size(); i++) {
            if (i > 0 && MathMl.isFactor(parts.get(i - 1)) && MathMl.isFactor(parts.get(i))) {
                run("\u2009", true);
            }
            part(parts.get(i));
        }
    }

    private void part(Mathematics part) {
        switch (part) {
            case Mathematics.Number(var digits) -> run(digits, true);
            case Mathematics.Name(var text, boolean upright) -> run(text, upright);
            case Mathematics.Sign(var sign) -> run(sign, true);
            case Mathematics.Raised(var base, var power) -> two("m:sSup", "m:e", base, "m:sup", power);
            case Mathematics.Fraction(var over, var under) -> two("m:f", "m:num", over, "m:den", under);
            case Mathematics.Root(var of) -> root(of);
            case Mathematics.Row(var parts) -> row(parts);
        }
    }

    private void root(Mathematics of) {
        xml.open("m:rad")
                .open("m:radPr")
                .empty("m:degHide", "m:val=1")
                .close()
                .empty("m:deg")
                .open("m:e");
        part(of);
        xml.close().close();
    }

    private void two(String name, String first, Mathematics one, String second, Mathematics other) {
        xml.open(name).open(first);
        part(one);
        xml.close().open(second);
        part(other);
        xml.close().close();
    }

    private void run(String text, boolean upright) {
        xml.open("m:r");
        if (upright) {
            xml.open("m:rPr").empty("m:sty", "m:val=p").close();
        }
        xml.open("w:rPr")
                .empty("w:rFonts", "w:ascii=Cambria Math", "w:hAnsi=Cambria Math")
                .close();
        xml.element("m:t", text, "xml:space=preserve").close();
    }
}
