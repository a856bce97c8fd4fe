package helvo.report.model;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.ReportPlan;
import helvo.figure.export.PrintCheck;
import java.util.List;
import java.util.stream.Stream;

/// A report as what it says, before it is written in any form. The same study gives the same report.
///
/// @param title    of the whole
/// @param byline   who, when, and from which study; parts of one line
/// @param plan     as the study has it
/// @param study    the name of the study
/// @param figures  that it is about
/// @param sections its parts, each with the section it belongs to
public record Report(
        List<Span> title,
        List<String> byline,
        ReportPlan plan,
        String study,
        List<FigureAnalysis> figures,
        List<Part> sections) {
    /// @param figure the figure that it is about; 0 for the whole study
    public record Part(ReportPlan.Section section, int figure, List<Block> blocks) {
        public Part {
            blocks = List.copyOf(blocks);
        }
    }

    public Report {
        byline = List.copyOf(byline);
        figures = List.copyOf(figures);
        sections = List.copyOf(sections);
    }

    /// All blocks from top to bottom.
    public List<Block> blocks() {
        return sections.stream().flatMap(part -> part.blocks().stream()).toList();
    }

    public String plainTitle() {
        return Span.text(title);
    }

    /// What a careful person wants to know before it is exported: figures that had to be made smaller for its
    /// pages.
    public List<String> notices() {
        return blocks().stream()
                .flatMap(block -> block instanceof Block.Picture picture ? Stream.of(picture) : Stream.empty())
                .filter(picture -> PageFit.of(picture, plan.paper()).scale() < 1)
                .map(picture -> {
                    double scale = PageFit.of(picture, plan.paper()).scale();
                    return RootLocale.format(
                            "Figure %d is larger than the text area of %s paper and stands in it at %.0f %%: %s",
                            picture.number(),
                            plan.paper().label(),
                            100 * scale,
                            PrintCheck.of(picture.drawing(), scale, Progress.none())
                                    .words());
                })
                .toList();
    }
}
