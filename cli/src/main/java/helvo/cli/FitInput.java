package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.analysis.SeriesAnalysis;
import helvo.core.quality.Problems;
import helvo.core.study.Edit;
import helvo.core.study.Study;
import helvo.core.table.Role;
import helvo.core.table.RowCondition;
import helvo.core.table.Table;
import helvo.files.ProgramVersion;
import helvo.files.UnreadableFile;
import helvo.files.json.FitJson;
import helvo.files.study.StudyFile;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/// One file of a command that fits, and the figure that is made of it.
final class FitInput {
    private final FitOptions options;
    private final Path file;
    private FitOptions.@Nullable Opened opened;
    private @Nullable StudySteps made;

    FitInput(FitOptions options, Path file) {
        this.options = options;
        this.file = file;
    }

    Path file() {
        return file;
    }

    /// As it was named on the command line.
    String name() {
        return file.toString();
    }

    /// Read once.
    private FitOptions.Opened opened() throws UnreadableFile, UserError {
        FitOptions.Opened known = opened;
        if (known == null) {
            known = options.opened(file);
            opened = known;
        }
        return known;
    }

    /// The id of the figure that is asked for.
    int figure() throws UnreadableFile, UserError {
        return opened().figure();
    }

    /// The study with the figure that is asked for.
    Study study() throws UnreadableFile, UserError {
        return opened().steps().study();
    }

    /// Whether a person says which figure is meant.
    boolean isFigureNamed() {
        return options.isFigureNamed();
    }

    /// The whole study with what is done to it besides.
    Study with(List<Edit> further) throws UnreadableFile, UserError {
        StudySteps steps = opened().steps().with(further);
        made = steps;
        return steps.study();
    }

    /// Reads, fits and gives the one figure asked for.
    ///
    /// @param further what is done to it besides
    FigureAnalysis analysed(List<Edit> further) throws UnreadableFile, UserError {
        return enough(again(further));
    }

    /// The same without what bars and residuals say.
    FigureAnalysis fitted() throws UnreadableFile, UserError {
        return enough(
                Analysis.ofChosenCurvesAlone(alone(List.of()), Progress.none()).figure(figure()));
    }

    /// The same once more with other styles.
    FigureAnalysis again(List<Edit> further) throws UnreadableFile, UserError {
        return Analysis.ofChosenCurves(alone(further), Progress.none()).figure(figure());
    }

    /// The study with no figure but the one asked for.
    private Study alone(List<Edit> further) throws UnreadableFile, UserError {
        StudySteps steps = opened().steps().with(further);
        made = steps;
        return steps.study().withFigures(List.of(steps.study().figure(figure())));
    }

    /// The study that was analysed last.
    Study made() throws UnreadableFile, UserError {
        StudySteps last = made;
        return (last == null ? opened().steps() : last).study();
    }

    /// Writes the study that was analysed last.
    void save(Path to) throws UnreadableFile, UserError {
        StudySteps last = made;
        (last == null ? opened().steps() : last).save(to, StudyFile.isInside(file) ? List.of() : List.of(file));
    }

    /// What a careful person wants to know of the reading, once something was analysed.
    List<String> warnings() throws UnreadableFile, UserError {
        return opened().warnings();
    }

    /// 1 where the file needs a look and a person is strict about it.
    int exit(int code) throws UnreadableFile, UserError {
        return options.exit(code, this);
    }

    /// What `check` lists of the file.
    int issueCount() throws UnreadableFile, UserError {
        Study study = study();
        return Problems.in(study.table(study.figure(figure()).table())).count()
                + warnings().size();
    }

    /// "growth.csv: Response against Dose, only rows where Treatment is A; ln R = ln(Response). Helvo 0.2.0"
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
                + ProgramVersion.text();
    }

    /// The same for a report in JSON.
    FitJson.Source source(FigureAnalysis figure) {
        return new FitJson.Source(
                file.toString(),
                ProgramVersion.text(),
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
}
