package helvo.cli;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Figure;
import helvo.core.study.History;
import helvo.core.study.ReportPlan;
import helvo.core.study.StudyEdit;
import helvo.files.CannotRead;
import helvo.files.disk.WholeFile;
import helvo.files.disk.WriteTrouble;
import helvo.files.study.StudyFile;
import helvo.report.Composition;
import helvo.report.Report;
import helvo.report.ReportFormat;
import helvo.report.Template;
import helvo.report.Written;
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
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(name = "report", mixinStandardHelpOptions = true,
        description = "Write the report of a study: figures, tables, equations, what was done to the data.",
        footer = {"", "What is not given here is as the study has it. The same study gives the same bytes."})
final class ReportCommand implements Callable<Integer> {
    @Spec
    private CommandSpec command;

    @Parameters(paramLabel = "STUDY", description = "A study, saved as .helvo.")
    private Path file;

    @Option(names = "--out", required = true, paramLabel = "REPORT",
            description = "A file ending in .html, .docx, .odt, .pdf, .md, .tex or .json.")
    private Path out;

    @Option(names = "--title", paramLabel = "TEXT", description = "Title of the report.")
    private Optional<String> title;

    @Option(names = "--author", paramLabel = "TEXT", description = "Who reports, and where.")
    private Optional<String> author;

    @Option(names = "--date", paramLabel = "TEXT", description = "Date of the report, as it is to be read.")
    private Optional<String> date;

    @Option(names = "--paper", paramLabel = "SIZE", description = "a4 or letter.")
    private Optional<String> paper;

    @Option(names = "--language", paramLabel = "TAG", description = "Language that the document is marked with, such as en-GB.")
    private Optional<String> language;

    @Option(names = "--sections", split = ",", paramLabel = "NAME",
            description = "Which parts, in which order: summary, figure, results, readings, measurements, residuals, data, checks, method.")
    private List<String> sections;

    @Option(names = "--figure", paramLabel = "NAME",
            description = "Only this figure, by its title, its name or its table's name; may be repeated.")
    private List<String> figures;

    @Option(names = "--template", paramLabel = "FILE",
            description = "An HTML or DOCX file of your own with places such as {{title}}, of the same format as the report.")
    private Optional<Path> template;

    @Override
    public Integer call() throws CannotRead, Refused {
        ReportFormat format = ReportFormat.of(String.valueOf(out.getFileName()))
                .orElseThrow(() -> wrong("--out “" + out + "” must end in " + endings() + "."));
        if (template.isPresent() && Template.format(template.get()) != format) {
            throw wrong("--template “" + template.get() + "” and --out must be of the same format, HTML or DOCX.");
        }
        History stored = StudyFile.read(file, Progress.none()).history();
        History history = planned(stored);
        Report report = Composition.of(history, Analysis.ofChosenCurves(history.study(), Progress.none()));
        try {
            write(report, format);
        } catch (IOException e) {
            throw new Refused(WriteTrouble.sentence(out, e));
        }
        report.notices().forEach(command.commandLine().getErr()::println);
        return Helvo.DONE;
    }

    private void write(Report report, ReportFormat format) throws IOException, CannotRead {
        List<Path> inputs = Stream.concat(Stream.of(file), template.stream()).toList();
        WholeFile.requirePlace(out.toAbsolutePath(), inputs);
        if (template.isPresent()) {
            byte[] filled = Template.filled(template.get(), report, Progress.none());
            WholeFile.write(out, inputs, to -> to.write(filled));
            return;
        }
        Written written = format.written(report, stem(), Progress.none());
        for (Map.Entry<String, byte[]> companion : written.companions().entrySet()) {
            WholeFile.write(out.resolveSibling(companion.getKey()), List.of(file), to -> to.write(companion.getValue()));
        }
        WholeFile.write(out, List.of(file), to -> to.write(written.file()));
    }

    private String stem() {
        String name = String.valueOf(out.getFileName());
        return name.substring(0, name.lastIndexOf('.'));
    }

    /// The study with what the command line says of its report.
    private History planned(History stored) throws Refused {
        ReportPlan plan = stored.study().report();
        if (title.isPresent()) {
            plan = plan.withTitle(title);
        }
        try {
            plan = plan.withAuthor(author.orElse(plan.author())).withDate(date.orElse(plan.date()))
                    .withLanguage(language.orElse(plan.language()));
        } catch (IllegalArgumentException e) {
            throw wrong(e.getMessage() + ".");
        }
        if (paper.isPresent()) {
            String wanted = paper.get();
            plan = plan.withPaper(Arrays.stream(ReportPlan.Paper.values()).filter(each -> each.label().equalsIgnoreCase(wanted)).findFirst()
                    .orElseThrow(() -> wrong("--paper “" + wanted + "” is neither a4 nor letter.")));
        }
        if (sections != null) {
            var chosen = new ArrayList<ReportPlan.Section>();
            for (String name : sections) {
                chosen.add(section(name.strip()));
            }
            plan = plan.withSections(chosen);
        }
        if (figures != null) {
            plan = plan.withLeftOut(leftOut(Analysis.ofChosenCurves(stored.study(), Progress.none())));
        }
        return plan.equals(stored.study().report()) ? stored : stored.with(new StudyEdit.PlanReport(plan), Instant.EPOCH);
    }

    private ReportPlan.Section section(String name) {
        return Arrays.stream(ReportPlan.Section.values()).filter(each -> each.name().equalsIgnoreCase(name)).findFirst()
                .orElseThrow(() -> wrong("--sections: there is no section “" + name + "”; there are "
                        + Arrays.stream(ReportPlan.Section.values()).map(each -> each.name().toLowerCase(Locale.ROOT))
                        .collect(Collectors.joining(", ")) + "."));
    }

    private Set<Integer> leftOut(Analysis analysis) throws Refused {
        Set<Integer> all = analysis.figures().stream().map(each -> each.figure().id()).collect(Collectors.toSet());
        for (String name : figures) {
            List<Integer> named = analysis.figures().stream().filter(each -> isCalled(each, name)).map(each -> each.figure().id()).toList();
            if (named.isEmpty()) {
                throw new Refused("The study has no figure “" + name + "”; there are " + analysis.figures().stream()
                        .map(each -> "“" + each.title() + "” (" + each.table().name() + ")").collect(Collectors.joining(", ")) + ".");
            }
            named.forEach(all::remove);
        }
        return all;
    }

    private static boolean isCalled(FigureAnalysis analysed, String name) {
        Figure figure = analysed.figure();
        return name.equalsIgnoreCase(analysed.title()) || name.equalsIgnoreCase(figure.name())
                || name.equalsIgnoreCase(analysed.table().name());
    }

    private static String endings() {
        List<String> all = Arrays.stream(ReportFormat.values()).map(each -> "." + each.ending()).toList();
        return String.join(", ", all.subList(0, all.size() - 1)) + " or " + all.getLast();
    }

    private ParameterException wrong(String sentence) {
        return new ParameterException(command.commandLine(), sentence);
    }
}
