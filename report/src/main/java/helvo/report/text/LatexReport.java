package helvo.report.text;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.number.NumberText;
import helvo.core.study.ReportPlan;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.report.model.Block;
import helvo.report.model.Report;
import helvo.report.model.ReportFiles;
import helvo.report.model.Span;
import helvo.report.web.Markup;
import java.io.IOException;

/// A report as an article in LaTeX, of which parts can be taken over. Figures lie beside it as PDF, at their size
/// on paper.
public final class LatexReport {
    private final Report report;
    private final ReportFiles.Companions companions;
    private final Progress progress;
    private final StringBuilder text = new StringBuilder();
    private final boolean hasContents;

    private LatexReport(Report report, String stem, Progress progress) {
        this.report = report;
        this.companions = new ReportFiles.Companions(stem);
        this.progress = progress;
        this.hasContents = report.blocks().stream().anyMatch(Block.Contents.class::isInstance);
    }

    public static ReportFiles of(Report report, String stem, Progress progress) throws IOException {
        return new LatexReport(report, stem, progress).written();
    }

    private ReportFiles written() throws IOException {
        text.append(RootLocale.format(
                """
                %% For lualatex or xelatex, which take every script; pdflatex does where all text is Latin.
                \\documentclass[%spaper]{article}
                \\usepackage[margin=20mm]{geometry}
                \\usepackage{amsmath,booktabs,float,graphicx,longtable,siunitx}
                \\usepackage[hidelinks]{hyperref}
                \\sisetup{separate-uncertainty=true}
                \\title{%s}
                \\author{%s}
                \\date{%s}
                \\begin{document}
                \\maketitle
                """,
                report.plan().paper() == ReportPlan.Paper.A4 ? "a4" : "letter",
                Latex.of(report.title()),
                Latex.escaped(report.plan().author()),
                Latex.escaped(report.plan().date())));
        for (Block block : report.blocks()) {
            text.append('\n');
            block(block);
        }
        return companions.with(text.append("\\end{document}\n").toString());
    }

    private void block(Block block) throws IOException {
        switch (block) {
            case Block.Heading(int level, var words, var _) ->
                text.append(level == 2 ? "\\section*{" : "\\subsection*{")
                        .append(Latex.of(words))
                        .append("}\n")
                        .append(
                                level == 2 && hasContents
                                        ? "\\phantomsection\\addcontentsline{toc}{section}{" + Latex.of(words) + "}\n"
                                        : "");
            case Block.Contents _ -> text.append("\\tableofcontents\n");
            case Block.Paragraph(var words, var _) ->
                text.append(Latex.of(words)).append('\n');
            case Block.Points(var items, var _) -> {
                text.append("\\begin{itemize}\n");
                items.forEach(
                        item -> text.append("  \\item ").append(Latex.of(item)).append('\n'));
                text.append("\\end{itemize}\n");
            }
            case Block.Picture picture -> {
                String name = companions.add(
                        picture.number(),
                        "pdf",
                        FigureFile.bytes(FigureFormat.PDF, picture.drawing(), FigureFile.DEFAULT_DPI, false, progress));
                text.append(RootLocale.format(
                        """
                        \\begin{figure}[H]
                        \\centering
                        \\includegraphics[width=%smm]{%s}
                        \\caption{%s}\\label{%s}
                        \\end{figure}
                        """,
                        NumberText.shortest(picture.widthMm()),
                        name,
                        Latex.of(picture.caption()),
                        Markup.id(Span.Kind.FIGURE, picture.number())));
            }
            case Block.Grid grid -> text.append(Latex.table(grid));
            case Block.Equation equation ->
                text.append("\\begin{equation}\n  ")
                        .append(Latex.of(equation.mathematics()))
                        .append(
                                equation.series().isEmpty() && equation.where().isEmpty()
                                        ? ""
                                        : " \\qquad \\text{("
                                                + Latex.escaped(
                                                        equation.series().isEmpty()
                                                                ? equation.where()
                                                                : equation.where()
                                                                                .isEmpty()
                                                                        ? equation.series()
                                                                        : equation.series() + "; " + equation.where())
                                                + ")}")
                        .append("\\label{" + Markup.id(Span.Kind.EQUATION, equation.number()) + "}")
                        .append("\n\\end{equation}\n");
        }
    }
}
