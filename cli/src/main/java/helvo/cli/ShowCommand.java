package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.fit.Fit;
import helvo.core.fit.FitOutcome;
import helvo.core.number.NumberNotation;
import helvo.core.number.NumberText;
import helvo.core.results.ComparisonResults;
import helvo.core.results.EquationText;
import helvo.core.results.Results;
import helvo.core.study.Figure;
import helvo.core.study.FigureSheet;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.table.Table;
import helvo.files.ProgramVersion;
import helvo.files.UnreadableFile;
import helvo.files.disk.AtomicFile;
import helvo.files.disk.WriteErrorText;
import helvo.files.json.FitJson;
import helvo.files.json.StudySummaryJson;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyChecksum;
import helvo.files.study.StudyFile;
import helvo.files.text.HistoryCsv;
import helvo.report.ReportFormat;
import helvo.report.section.HistoryReport;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/// `helvo show`: what a study holds.
final class ShowCommand extends Command {
    private static final int LAST_STEPS = 5;
    private static final DateTimeFormatter WHEN =
            DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm", Locale.ROOT).withZone(ZoneId.systemDefault());

    private Path file;
    private @Nullable String figure;
    private boolean all;
    private boolean json;
    private boolean checksum;
    private Optional<Path> trail = Optional.empty();

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    ShowCommand() {
        super("show", "Tell what a study holds: its tables, its figures with their equations, and what was done.");
        arguments.example("helvo show cords.helvo --figure \"Stretch against Load\"");
        arguments.file("STUDY", "A study, saved as .helvo.", value -> file = value);
        arguments
                .option(
                        "--figure",
                        "NAME",
                        "The results of this figure in full, by its title, its name or its table's name.")
                .text(value -> figure = value);
        arguments.flag("--all", "The results of all figures in full, and every step.", value -> all = value);
        arguments.flag(
                "--checksum",
                "Only the checksum of its tables and figures (SHA-256), as a signed report has it.",
                value -> checksum = value);
        arguments
                .option(
                        "--history",
                        "FILE",
                        "Write what was done, with times and with whether the file was changed outside of Helvo: "
                                + "ending in .csv, .html, .pdf, .docx, .odt or .md.")
                .path(value -> trail = Optional.of(value));
        arguments.flag("--json", "All of it as JSON, at full precision.", value -> json = value);
    }

    @Override
    public Integer call() throws UnreadableFile, UserError {
        Optional<ReportFormat> form = trail.flatMap(this::form);
        StoredStudy stored = StudyFile.read(file, Progress.none());
        stored.remarks().ifPresent(arguments.remarks()::println);
        if (trail.isPresent()) {
            write(stored, trail.get(), form);
            return Helvo.DONE;
        }
        Study study = stored.history().study();
        if (checksum) {
            arguments.out().println(StudyChecksum.of(study));
            arguments.out().flush();
            return Helvo.DONE;
        }
        String wanted = figure;
        List<Figure> named = wanted == null ? study.figures() : NamedFigure.named(wanted, study);
        List<FigureAnalysis> figures = Analysis.ofChosenCurves(study.withFigures(named), Progress.none())
                .figures();
        PrintWriter out = arguments.out();
        if (json) {
            out.println(FitJson.text(
                    StudySummaryJson.of(file.toString(), ProgramVersion.text(), stored.history(), figures)));
        } else if (wanted != null) {
            figures.forEach(each -> results(out, each));
        } else {
            print(out, stored.history(), figures);
        }
        out.flush();
        return Helvo.DONE;
    }

    /// Empty for CSV.
    private Optional<ReportFormat> form(Path out) {
        Optional<ReportFormat> form =
                ReportFormat.of(out.toString()).filter(each -> each != ReportFormat.JSON && each != ReportFormat.LATEX);
        if (form.isEmpty() && !out.toString().toLowerCase(Locale.ROOT).endsWith(".csv")) {
            throw new UsageError("--history “" + out + "” must end in .csv, .html, .pdf, .docx, .odt or .md.");
        }
        return form;
    }

    private void write(StoredStudy stored, Path out, Optional<ReportFormat> form) throws UserError {
        try {
            byte[] bytes = form.isEmpty()
                    ? HistoryCsv.of(StudySummaryJson.steps(stored.history())).getBytes(StandardCharsets.UTF_8)
                    : form.get()
                            .written(
                                    HistoryReport.of(stored, String.valueOf(file.getFileName())),
                                    "history",
                                    Progress.none())
                            .file();
            AtomicFile.write(out, List.of(file), to -> to.write(bytes));
        } catch (IOException e) {
            throw new UserError(WriteErrorText.sentence(out, e));
        }
    }

    private void print(PrintWriter out, History history, List<FigureAnalysis> figures) {
        Study study = history.study();
        out.println(file + ": " + study.name() + ". " + ProgramVersion.text());
        out.println("\n" + Arguments.strong("Tables"));
        for (Table table : study.tables()) {
            int excluded = table.excluded().reasons().size();
            out.println(RootLocale.format(
                    "  %s: %,d %s%s; %s",
                    table.name(),
                    table.rows(),
                    table.rows() == 1 ? "row" : "rows",
                    excluded == 0 ? "" : RootLocale.format(", %,d of them excluded", excluded),
                    table.columns().stream()
                            .map(column -> column.heading().text())
                            .collect(Collectors.joining(", "))));
        }
        out.println("\n" + Arguments.strong("Figures"));
        for (FigureAnalysis each : figures) {
            if (all) {
                out.println();
                results(out, each);
            } else {
                out.println("  " + NamedFigure.of(each.figure(), each.table()));
                each.missing().ifPresent(missing -> out.println("    " + missing));
                each.series().forEach(series -> out.println("    " + line(each, series, study.numbers())));
            }
        }
        if (!study.sheets().isEmpty()) {
            out.println("\n" + Arguments.strong("Sheets of figures"));
            study.sheets().forEach(sheet -> out.println("  " + sheet(sheet, figures)));
        }
        steps(out, history);
    }

    /// “Sheet 1”, 180 mm wide: a “Creep against Time”, b “Dye against Time”.
    private static String sheet(FigureSheet sheet, List<FigureAnalysis> figures) {
        return RootLocale.format("“%s”, %s mm wide: ", sheet.name(), NumberText.shortest(sheet.widthMm()))
                + sheet.figures().stream()
                        .flatMap(id -> figures.stream()
                                .filter(each -> each.figure().id() == id)
                                .map(each -> "“" + each.title() + "”"))
                        .collect(Collectors.joining(", "))
                + (sheet.splitBy().isPresent() ? ", split by a column" : "");
    }

    private static String line(FigureAnalysis figure, SeriesAnalysis series, NumberNotation numbers) {
        String label = figure.series().size() > 1 ? series.label() + ": " : "";
        return label
                + switch (series.chosen()) {
                    case FitOutcome.NotFitted(var _, var reason) -> reason.sentence(numbers);
                    case FitOutcome.Fitted(Fit fit) ->
                        new EquationText(series.equation().orElseThrow(), numbers)
                                        .inNames(
                                                series.rows().x().symbol(),
                                                series.rows().y().symbol())
                                + (fit.quality().r2AboutMean().isPresent()
                                        ? "   R² "
                                                + numbers.share(fit.quality()
                                                        .r2AboutMean()
                                                        .getAsDouble())
                                        : "");
                };
    }

    private void results(PrintWriter out, FigureAnalysis figure) {
        out.println(NamedFigure.of(figure.figure(), figure.table()));
        figure.missing().ifPresent(out::println);
        for (SeriesAnalysis series : figure.series()) {
            if (figure.series().size() > 1) {
                out.println();
                out.println(series.label());
            }
            out.print(arguments.firstStrong(Results.of(figure, series).printed()));
        }
        ComparisonResults.of(figure).ifPresent(compared -> out.print("\n" + compared.printed()));
    }

    private void steps(PrintWriter out, History history) {
        int count = history.earlier().size() + history.steps().size();
        out.println("\n" + Arguments.strong("History"));
        if (count == 0) {
            out.println("  Nothing was done yet.");
        }
        int skipped = all ? 0 : Math.max(0, count - LAST_STEPS);
        if (skipped > 0) {
            out.println(RootLocale.format(
                    "  … %,d earlier %s; --all tells them", skipped, skipped == 1 ? "step" : "steps"));
        }
        StudySummaryJson.steps(history).stream()
                .skip(skipped)
                .forEach(step -> out.println("  " + WHEN.format(step.at()) + "  " + step.sentence()));
    }
}
