package helvo.report.section;

import helvo.core.RootLocale;
import helvo.core.study.History;
import helvo.core.study.ReportPlan;
import helvo.core.study.Study;
import helvo.files.ProgramVersion;
import helvo.files.json.StudySummaryJson;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyChecksum;
import helvo.report.model.Block;
import helvo.report.model.Report;
import helvo.report.model.Span;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/// What was done in a study, step by step with its time, and whether its file was changed by others since.
public final class HistoryReport {
    private static final DateTimeFormatter WHEN =
            DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss", Locale.ROOT).withZone(ZoneOffset.UTC);

    private HistoryReport() {}

    /// @param stored as it was read
    /// @param file   its name
    public static Report of(StoredStudy stored, String file) {
        Study study = stored.history().study();
        List<History.Logged> steps = StudySummaryJson.steps(stored.history());
        var blocks = new ArrayList<Block>();
        blocks.add(heading("File"));
        Stream<String> said = Stream.concat(stored.readOnly().stream(), stored.notices().stream());
        blocks.add(new Block.Points(Stream.of(
                        Stream.of(
                                "File: " + file,
                                "Checksum of its tables and figures (SHA-256): " + StudyChecksum.of(study)),
                        stored.notices().isEmpty() && stored.readOnly().isEmpty()
                                ? Stream.of("Its parts are those that Helvo saved.")
                                : said)
                .flatMap(each -> each)
                .map(sentence -> List.of(Span.plain(sentence)))
                .toList()));
        blocks.add(heading("Steps"));
        blocks.add(
                steps.isEmpty()
                        ? new Block.Paragraph(List.of(Span.plain("Nothing was done since the data were read.")))
                        : table(steps));
        ReportPlan plan = study.report();
        return new Report(
                List.of(Span.plain("History of " + study.name())),
                Stream.of(plan.author(), plan.date(), "made with " + ProgramVersion.text())
                        .filter(part -> !part.isBlank())
                        .toList(),
                plan,
                study.name(),
                List.of(),
                List.of(new Report.Part(ReportPlan.Section.DATA, 0, blocks)));
    }

    private static Block heading(String text) {
        return new Block.Heading(2, List.of(Span.plain(text)), false);
    }

    private static Block table(List<History.Logged> steps) {
        return new Block.Grid(
                1,
                List.of(Span.plain(RootLocale.format(
                        "%,d %s, the first first. Times are UTC.",
                        steps.size(), steps.size() == 1 ? "step" : "steps"))),
                Stream.of("Step", "Time", "Done")
                        .map(head -> List.of(Span.plain(head)))
                        .toList(),
                List.of(true, false, false),
                IntStream.range(0, steps.size())
                        .mapToObj(i -> Stream.of(
                                        Integer.toString(i + 1),
                                        WHEN.format(steps.get(i).at()),
                                        steps.get(i).sentence())
                                .map(Span::of)
                                .toList())
                        .toList());
    }
}
