package helvo.cli;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.study.Figure;
import helvo.core.study.FigureSheet;
import helvo.core.study.History;
import helvo.core.study.ReportPlan;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.files.UnreadableFile;
import helvo.files.disk.AtomicFile;
import helvo.files.disk.WriteErrorText;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import helvo.report.ReportFormat;
import helvo.report.model.Report;
import helvo.report.model.ReportFiles;
import helvo.report.section.ReportBuilder;
import helvo.report.template.Template;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// `helvo report`: the report of a study as a file.
final class ReportCommand extends Command {
    private Path file;
    private Path out;
    private Optional<String> title = Optional.empty();
    private Optional<String> author = Optional.empty();
    private Optional<String> date = Optional.empty();
    private Optional<String> paper = Optional.empty();
    private Optional<String> language = Optional.empty();
    private Optional<String> conditions = Optional.empty();
    private Optional<String> conclusion = Optional.empty();
    private boolean signature;
    private @Nullable List<String> sections;
    private @Nullable List<String> figures;
    private Optional<Path> template = Optional.empty();

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    ReportCommand() {
        super(
                "report",
                "Write the report of a study: figures, tables, equations, what was done to the data.",
                "",
                "What is not given here is as the study has it. The same study gives the same bytes.");
        arguments.example("helvo report cords.helvo --out report.html --author \"Marram Cordage Laboratory\"");
        arguments.example("helvo report cords.helvo --out week14.docx --sections summary,figure,results,method");
        arguments.file("STUDY", "A study, saved as .helvo.", value -> file = value);
        arguments
                .option("--out", "REPORT", "A file ending in .html, .docx, .odt, .pdf, .md, .tex or .json.")
                .required()
                .path(value -> out = value);
        arguments.option("--title", "TEXT", "Title of the report.").title(value -> title = Optional.of(value));
        arguments.option("--author", "TEXT", "Who reports, and where.").title(value -> author = Optional.of(value));
        arguments
                .option("--date", "TEXT", "Date of the report, as it is to be read.")
                .text(value -> date = Optional.of(value));
        arguments
                .option("--paper", "SIZE", "a4 or letter.")
                .choices(List.of("a4", "letter"))
                .text(value -> paper = Optional.of(value));
        arguments
                .option(
                        "--language",
                        "TAG",
                        "Language of your own words, as titles: de, en-GB. What Helvo says is English.")
                .text(value -> language = Optional.of(value));
        arguments
                .option("--conditions", "TEXT", "Your own text above the figures, in Markdown: instrument, conditions.")
                .text(value -> conditions = Optional.of(value));
        arguments
                .option("--conclusion", "TEXT", "Your own text below the figures, in Markdown.")
                .text(value -> conclusion = Optional.of(value));
        arguments.flag(
                "--signature", "End with a line to sign and the checksum of the study.", value -> signature = value);
        arguments
                .option(
                        "--sections",
                        "NAME",
                        "Which parts, in which order: summary, figure, results, readings, measurements, residuals, "
                                + "data, checks, method.")
                .choices(Arrays.stream(ReportPlan.Section.values())
                        .filter(each -> !each.isOwnText())
                        .map(each -> each.name().toLowerCase(Locale.ROOT))
                        .toList())
                .split()
                .texts(value -> sections = value);
        arguments
                .option(
                        "--figure",
                        "NAME",
                        "Only this figure, by its title, its name or its table's name; may be repeated.")
                .texts(value -> figures = value);
        arguments
                .option(
                        "--template",
                        "FILE",
                        "An HTML or DOCX file of your own with places such as {{title}}, of the same format as the "
                                + "report.")
                .path(value -> template = Optional.of(value));
    }

    @Override
    public Integer call() throws UnreadableFile, UserError {
        ReportFormat format = ReportFormat.of(String.valueOf(out.getFileName()))
                .orElseThrow(() -> new UsageError("--out “" + out + "” must end in " + ReportFormat.endings() + "."));
        if (template.isPresent() && Template.format(template.get()) != format) {
            throw new UsageError(
                    "--template “" + template.get() + "” and --out must be of the same format, HTML or DOCX.");
        }
        StoredStudy stored = StudyFile.read(file, Progress.none());
        stored.remarks().ifPresent(arguments.remarks()::println);
        History history = planned(stored.history());
        Report report = ReportBuilder.of(history, Analysis.ofChosenCurves(history.study(), Progress.none()));
        try {
            write(report, format);
        } catch (IOException e) {
            throw new UserError(WriteErrorText.sentence(out, e));
        }
        report.notices().forEach(arguments.remarks()::println);
        return Helvo.DONE;
    }

    private void write(Report report, ReportFormat format) throws IOException, UnreadableFile {
        List<Path> inputs = Stream.concat(Stream.of(file), template.stream()).toList();
        AtomicFile.requirePlace(out.toAbsolutePath(), inputs);
        if (template.isPresent()) {
            byte[] filled = Template.filled(template.get(), report, Progress.none());
            AtomicFile.write(out, inputs, to -> to.write(filled));
            return;
        }
        ReportFiles written = format.written(report, stem(), Progress.none());
        for (Map.Entry<String, byte[]> companion : written.companions().entrySet()) {
            AtomicFile.write(
                    out.resolveSibling(companion.getKey()), List.of(file), to -> to.write(companion.getValue()));
        }
        AtomicFile.write(out, List.of(file), to -> to.write(written.file()));
    }

    private String stem() {
        String name = String.valueOf(out.getFileName());
        return name.substring(0, name.lastIndexOf('.'));
    }

    /// The study with what the command line says of its report.
    private History planned(History stored) throws UserError {
        ReportPlan plan = stored.study().report();
        if (title.isPresent()) {
            plan = plan.withTitle(title);
        }
        try {
            plan = plan.withAuthor(author.orElse(plan.author()))
                    .withDate(date.orElse(plan.date()))
                    .withLanguage(language.orElse(plan.language()))
                    .withConditions(conditions.orElse(plan.conditions()))
                    .withConclusion(conclusion.orElse(plan.conclusion()))
                    .signed(signature || plan.isSigned());
        } catch (IllegalArgumentException e) {
            throw new UsageError(e.getMessage() + ".");
        }
        if (paper.isPresent()) {
            String wanted = paper.get();
            plan = plan.withPaper(Arrays.stream(ReportPlan.Paper.values())
                    .filter(each -> each.label().equalsIgnoreCase(wanted))
                    .findFirst()
                    .orElseThrow(() -> new UsageError("--paper “" + wanted + "” is neither a4 nor letter.")));
        }
        if (sections != null) {
            var chosen = new ArrayList<ReportPlan.Section>();
            for (String name : sections) {
                chosen.add(section(name.strip()));
            }
            plan = plan.withSections(chosen);
        }
        if (figures != null) {
            plan = plan.withOmittedFigures(leftOut(figures, stored.study()))
                    .withOmittedSheets(stored.study().sheets().stream()
                            .map(FigureSheet::id)
                            .collect(Collectors.toSet()));
        }
        return plan.equals(stored.study().report())
                ? stored
                : stored.with(new StudyEdit.PlanReport(plan), Instant.EPOCH);
    }

    private ReportPlan.Section section(String name) {
        return Arrays.stream(ReportPlan.Section.values())
                .filter(each -> !each.isOwnText())
                .filter(each -> each.name().equalsIgnoreCase(name))
                .findFirst()
                .orElseThrow(() -> new UsageError("--sections: there is no section “" + name + "”; there are "
                        + Arrays.stream(ReportPlan.Section.values())
                                .filter(each -> !each.isOwnText())
                                .map(each -> each.name().toLowerCase(Locale.ROOT))
                                .collect(Collectors.joining(", "))
                        + "."));
    }

    private Set<Integer> leftOut(List<String> figures, Study study) throws UserError {
        Set<Integer> all = study.figures().stream().map(Figure::id).collect(Collectors.toSet());
        for (String name : figures) {
            NamedFigure.named(name, study).forEach(each -> all.remove(each.id()));
        }
        return all;
    }
}
