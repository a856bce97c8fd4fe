package helvo.cli;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.core.analysis.Analysis;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Edit;
import helvo.files.UnreadableFile;
import helvo.files.json.EditsFile;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/// `helvo edit`: what the window does to a study, from a script.
final class EditCommand extends Command {
    private final FigureOptions figure;
    private final SheetOptions sheet;
    private Path study;
    private Optional<Path> edits = Optional.empty();
    private Optional<Path> save = Optional.empty();

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    EditCommand() {
        super(
                "edit",
                "Change a study: each change is a step of its history, and can be undone in the window.",
                "",
                "What the options do not name stays as it is. Of several figures, --figure says which.");
        arguments.example("helvo edit cords.helvo --exclude 7 --curve polynomial --degree 2 --title \"Cords\"");
        arguments.file("STUDY", "A study, saved as .helvo.", value -> study = value);
        arguments
                .option(
                        "--do",
                        "FILE.json",
                        "Edits as the window makes them: a list of JSON objects, or one on each line; - for standard "
                                + "input. docs/edits.schema.json tells them.")
                .path(value -> edits = Optional.of(value));
        arguments
                .option("--save", "STUDY.helvo", "Write the changed study here, and leave the other as it is.")
                .path(value -> save = Optional.of(value));
        figure = new FigureOptions(arguments);
        sheet = new SheetOptions(arguments);
    }

    @Override
    public Integer call() throws UnreadableFile, UserError {
        figure.check();
        if (edits.isEmpty() && !figure.areGiven() && !sheet.areGiven()) {
            throw new UsageError("helvo edit needs something to do: an option such as --curve, or --do FILE.json.");
        }
        StoredStudy stored = StudyFile.read(study, Progress.none());
        stored.remarks().ifPresent(arguments.remarks()::println);
        if (save.isEmpty() && stored.readOnly().isPresent()) {
            throw new UserError("“" + study + "” stays as it is: give --save another file.");
        }
        StudySteps steps = StudySteps.from(stored);
        if (edits.isPresent()) {
            addEdits(steps, edits.get());
        }
        if (figure.areGiven() || sheet.areGiven()) {
            int id = figure.addTo(steps, study, figure.figureOf(study, steps.study()));
            steps.together(sheet.edits(steps.study().figure(id)));
            if (sheet.needAnalysis()) {
                FigureAnalysis analysed =
                        Analysis.ofChosenCurves(steps.study(), Progress.none()).figure(id);
                steps.together(sheet.edits(analysed, study, steps.study()));
            }
        }
        Path to = save.orElse(study);
        int written = steps.save(to, List.of());
        arguments
                .done()
                .println(RootLocale.format(
                        written == 0 ? "%s: nothing changes." : "%s: %d %s.",
                        to,
                        written,
                        written == 1 ? "step" : "steps"));
        arguments.done().flush();
        return Helvo.DONE;
    }

    /// Each on the study as those before it leave it.
    private void addEdits(StudySteps steps, Path file) throws UnreadableFile, UserError {
        List<Edit> all = new ArrayList<>(EditsFile.read(file));
        for (int i = 0; i < all.size(); i++) {
            try {
                steps.then(all.get(i));
            } catch (IllegalArgumentException none) {
                throw new UserError(RootLocale.format(
                        "--do, edit %d: %s. Nothing was changed.", i + 1, String.valueOf(none.getMessage())));
            }
        }
    }
}
