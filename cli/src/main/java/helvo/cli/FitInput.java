package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.quality.Problems;
import helvo.core.study.Edit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.json.FitJson;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/// One file of a command that fits, and the figure that is made of it.
final class FitInput {
    private final FitOptions options;
    private final Path file;
    private final String name;
    private List<String> warnings = List.of();
    private Study input = Study.EMPTY;

    /// @param name as the output calls the file
    FitInput(FitOptions options, Path file, String name) {
        this.options = options;
        this.file = file;
        this.name = name;
    }

    Path file() {
        return file;
    }

    String name() {
        return name;
    }

    /// Reads, fits and gives the one figure asked for.
    FigureAnalysis analysed(Edit... further) throws UnreadableFile, UserError {
        return enough(Analysis.ofChosenCurves(study(further), Progress.none())
                .figures()
                .getFirst());
    }

    /// The same once more with other styles; nothing is said again.
    FigureAnalysis again(Edit... further) throws UnreadableFile, UserError {
        return Analysis.ofChosenCurves(with(further), Progress.none()).figures().getFirst();
    }

    /// What a careful person wants to know of the reading, once something was analysed.
    List<String> warnings() {
        return warnings;
    }

    /// 1 where the file needs a look and a person is strict about it.
    int exit(int code) {
        return options.exit(code, this);
    }

    /// What `check` lists of the file.
    int issueCount() {
        return Problems.in(input.tables().getFirst()).count() + warnings.size();
    }

    /// "growth.csv: Response against Dose, only rows where Treatment is A; ln R = ln(Response). Helvo 0.1.0"
    String about(FigureAnalysis figure) {
        String only = RowCondition.sentence(figure.figure().conditions(), figure.table());
        String ys = figure.series().stream()
                .map(series -> figure.y(series).name())
                .distinct()
                .collect(Collectors.joining(", "));
        return name() + ": " + ys + " against " + figure.xs().getFirst().name()
                + figure.table().first(Role.BY).map(by -> ", by " + by.name()).orElse("")
                + (only.isEmpty() ? "" : ", only rows where " + only)
                + options.derived().stream().map(each -> "; " + each).collect(Collectors.joining()) + ". "
                + Version.text();
    }

    /// The same for a report in JSON.
    FitJson.Source source(FigureAnalysis figure) {
        return new FitJson.Source(
                file.toString(),
                Version.text(),
                figure.figure().conditions().stream()
                        .map(condition -> RowCondition.sentence(List.of(condition), figure.table()))
                        .toList(),
                options.derived());
    }

    /// Of rows in which neither x nor y is empty or missing, half at least must have numbers.
    private static FigureAnalysis enough(FigureAnalysis figure) throws UserError {
        if (figure.series().stream().allMatch(series -> series.points().size() == 0)) {
            refuseConditions(figure);
        }
        for (SeriesAnalysis series : figure.series()) {
            int unread = series.rows().unread();
            if (unread > series.rows().used()) {
                throw new UserError(RootLocale.format(
                        "Only %,d of %,d rows have numbers for x and y; in the others stands text, as in row %,d (%s). "
                                + "Say what means that there is no value with --missing, or choose rows with --only.",
                        series.rows().used(),
                        unread + series.rows().used(),
                        series.rows().firstUnread() + 1,
                        series.rows().why(series.rows().firstUnread())));
            }
        }
        return figure;
    }

    /// Names the condition that no row meets, or that leaves none together with the others.
    private static void refuseConditions(FigureAnalysis figure) throws UserError {
        List<RowCondition> conditions = figure.figure().conditions();
        Table table = figure.table();
        for (int count = 1; count <= conditions.size(); count++) {
            if (IntStream.range(0, table.rows()).noneMatch(RowCondition.all(conditions.subList(0, count), table))) {
                String sentence = conditions.get(count - 1).sentence(table);
                boolean alone = IntStream.range(0, table.rows())
                        .noneMatch(conditions.get(count - 1).in(table));
                throw new UserError(
                        alone
                                ? "In no row " + sentence + "."
                                : "In no row " + sentence + " where "
                                        + RowCondition.sentence(conditions.subList(0, count - 1), table) + ".");
            }
        }
    }

    private Study study(Edit... further) throws UnreadableFile, UserError {
        ImportCommandOptions.Input read = options.read(file);
        warnings = read.warnings();
        input = options.derived(
                file, StudyEdit.AddTable.to(Study.EMPTY, read.table()).apply(Study.EMPTY));
        return with(further);
    }

    private Study with(Edit... further) throws UserError {
        Study study = input;
        for (Edit edit : options.edits(file, study, further)) {
            study = edit.apply(study);
        }
        return study;
    }
}
