package helvo.report.section;

import helvo.core.WordList;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.check.Check;
import helvo.core.fit.Fit;
import helvo.core.results.ChecksResults;
import helvo.report.model.Block;
import helvo.report.model.Span;
import java.util.ArrayList;
import java.util.List;

/// The section of a report about residuals and error bars.
final class ChecksSection {
    private static final int MAX_EXAMPLES = 20;

    private ChecksSection() {}

    static List<Block> of(FigureAnalysis figure, Block heading) {
        var items = new ArrayList<List<Span>>();
        var quiet = new ArrayList<String>();
        for (SeriesAnalysis each : figure.series()) {
            if (each.fit().isPresent() && each.diagnostics().isPresent()) {
                int before = items.size();
                each(each, each.fit().get(), figure, items);
                if (items.size() == before && !each.judgement().checks().isEmpty()) {
                    quiet.add(each.label());
                }
            }
        }
        if (!quiet.isEmpty()) {
            items.add(Span.of((figure.series().size() > 1
                            ? (quiet.size() <= MAX_EXAMPLES ? WordList.and(quiet) : quiet.size() + " series") + ": no"
                            : "No")
                    + " pattern, outlier or uneven spread was found in the residuals."));
        }
        if (items.isEmpty()) {
            items.add(Span.of("There is no scatter left to judge by, or no curve was fitted."));
        }
        return List.of(heading, items.size() == 1 ? new Block.Paragraph(items.getFirst()) : new Block.Points(items));
    }

    private static void each(SeriesAnalysis series, Fit fit, FigureAnalysis figure, List<List<Span>> items) {
        String name = figure.series().size() > 1 ? series.label() + ": " : "";
        var words = new ChecksResults(series, fit, figure.numbers());
        series.judgement().checks().stream()
                .filter(Check::isReported)
                .forEach(check -> items.add(Span.of(name + words.sentence(check))));
        words.missedBars().ifPresent(sentence -> items.add(Span.of(name + sentence)));
        if (words.noLineMeetsAllBars()) {
            items.add(Span.of(name + "No line passes through all error bars."));
        }
    }
}
