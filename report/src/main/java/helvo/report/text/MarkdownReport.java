package helvo.report.text;

import helvo.core.Progress;
import helvo.figure.export.FigureFile;
import helvo.figure.export.FigureFormat;
import helvo.report.model.Block;
import helvo.report.model.Report;
import helvo.report.model.ReportFiles;
import helvo.report.model.Span;
import java.io.IOException;
import java.util.List;
import java.util.stream.Collectors;

/// A report in CommonMark with pipe tables and mathematics between dollar signs, as several programs read them.
/// Figures lie beside it.
public final class MarkdownReport {
    private final ReportFiles.Companions companions;
    private final Progress progress;
    private final StringBuilder text = new StringBuilder();

    private MarkdownReport(String stem, Progress progress) {
        this.companions = new ReportFiles.Companions(stem);
        this.progress = progress;
    }

    public static ReportFiles of(Report report, String stem, Progress progress) throws IOException {
        return new MarkdownReport(stem, progress).written(report);
    }

    private ReportFiles written(Report report) throws IOException {
        text.append("# ")
                .append(spans(report.title()))
                .append("\n\n")
                .append(escaped(String.join(" · ", report.byline())))
                .append('\n');
        for (Block block : report.blocks()) {
            text.append('\n');
            block(block);
        }
        return companions.with(text.toString());
    }

    private void block(Block block) throws IOException {
        switch (block) {
            case Block.Heading(int level, var words, var _) ->
                text.append("#".repeat(level)).append(' ').append(spans(words)).append('\n');
            case Block.Paragraph(var words, var _) -> text.append(spans(words)).append('\n');
            case Block.Points(var items, var _) ->
                items.forEach(item -> text.append("- ").append(spans(item)).append('\n'));
            case Block.Picture picture -> {
                String name = companions.add(
                        picture.number(),
                        "svg",
                        FigureFile.bytes(FigureFormat.SVG, picture.drawing(), FigureFile.DEFAULT_DPI, false, progress));
                text.append("![")
                        .append(escaped(picture.description()))
                        .append("](")
                        .append(name.replace(" ", "%20").replace("(", "%28").replace(")", "%29"))
                        .append(")\n\n**Figure ")
                        .append(picture.number())
                        .append(".** ")
                        .append(spans(picture.caption()))
                        .append('\n');
            }
            case Block.Grid grid -> grid(grid);
            case Block.Equation equation ->
                text.append(equation.series().isEmpty() ? "" : escaped(equation.series()) + ": ")
                        .append('$')
                        .append(mathematics(equation))
                        .append('$')
                        .append(equation.where().isEmpty() ? "" : " (" + escaped(equation.where()) + ")")
                        .append(" — (")
                        .append(equation.number())
                        .append(")\n");
            case Block.Contents(var sections) ->
                sections.forEach(name -> text.append("- ").append(spans(name)).append('\n'));
        }
    }

    /// What a name in it says would be a link or a picture to a reader of Markdown; for one of LaTeX an empty group
    /// is nothing.
    private static String mathematics(Block.Equation equation) {
        return Latex.of(equation.mathematics())
                .replace("](", "]{}(")
                .replace("][", "]{}[")
                .replace("`", "{}'{}");
    }

    private void grid(Block.Grid grid) {
        text.append("**Table ")
                .append(grid.number())
                .append(".** ")
                .append(spans(grid.caption()))
                .append("\n\n");
        row(grid.heads());
        text.append(grid.numbers().stream()
                .map(number -> number ? "---:" : ":---")
                .collect(Collectors.joining(" | ", "| ", " |\n")));
        grid.rows().forEach(this::row);
    }

    private void row(List<List<Span>> cells) {
        text.append(cells.stream()
                .map(cell -> spans(cell).replace("|", "\\|"))
                .collect(Collectors.joining(" | ", "| ", " |\n")));
    }

    private static String spans(List<Span> spans) {
        return spans.stream()
                .map(span -> switch (span) {
                    case Span.Text(var words, var style) ->
                        switch (style) {
                            case PLAIN -> escaped(words);
                            case STRONG -> "**" + escaped(words) + "**";
                            case EMPHASIS -> "*" + escaped(words) + "*";
                            case RAISED -> "<sup>" + escaped(words) + "</sup>";
                            case LOWERED -> "<sub>" + escaped(words) + "</sub>";
                        };
                    case Span.Own(var own) -> spans(own);
                    case Span.Reference(var kind, int number) -> kind.word() + " " + number;
                })
                .collect(Collectors.joining());
    }

    /// What would be a sign of the format stands for itself.
    private static String escaped(String words) {
        return Span.clean(words).replaceAll("[\\\\`*_{}\\[\\]<>#$~]", "\\\\$0").replace("&", "&amp;");
    }
}
