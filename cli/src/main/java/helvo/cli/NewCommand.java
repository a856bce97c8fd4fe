package helvo.cli;

import helvo.core.RootLocale;
import helvo.core.study.StudyEdit;
import helvo.files.UnreadableFile;
import helvo.files.study.StudyFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/// `helvo new`: a study of one or several files, each as a table with a figure over it.
final class NewCommand extends Command {
    private final FigureOptions figure;
    private final ImportCommandOptions reading;
    private Path study;
    private List<Path> data = List.of();
    private boolean replace;

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    NewCommand() {
        super(
                "new",
                "Make a study: a table of each file, with a figure over it.",
                "",
                "Without --x and --y the columns get the roles that the window would give them.");
        arguments.example("helvo new cords.helvo --data cords.csv --x Load --y Stretch --by Cord");
        arguments.file("STUDY", "The study to make, a file ending in .helvo.", value -> study = value);
        arguments
                .option("--data", "FILE", "CSV, TSV, XLSX or ODS files; - for standard input; may be repeated.")
                .required()
                .several(word -> word.endsWith(StudyFile.ENDING))
                .texts(value -> data = value.stream().map(Values::path).toList());
        arguments.flag("--replace", "Also where there is a study of that name.", value -> replace = value);
        figure = new FigureOptions(arguments);
        reading = new ImportCommandOptions(arguments);
    }

    @Override
    public Integer call() throws UnreadableFile, UserError {
        figure.check();
        if (Files.exists(study) && !replace) {
            throw new UserError(
                    "“" + study + "” is there already: helvo edit changes it, and --replace makes it anew.");
        }
        StudySteps steps = StudySteps.named(String.valueOf(study.getFileName()));
        int places = 0;
        for (Path file : data) {
            ImportCommandOptions.Input read = reading.read(file);
            ImportCommandOptions.refuseOpenLine(read.table());
            reading.warn(read);
            StudyEdit.AddTable add = StudyEdit.AddTable.to(steps.study(), read.table());
            steps.then(add);
            figure.addTo(steps, file, add.figure().id());
            places += read.all().size();
        }
        steps.save(study, data);
        int tables = steps.study().tables().size();
        arguments
                .done()
                .println(RootLocale.format(
                        "%s: %d %s with a figure%s: %s.",
                        study,
                        tables,
                        tables == 1 ? "table" : "tables",
                        tables == 1 ? "" : " each",
                        NamedFigure.listed(steps.study())));
        arguments.done().flush();
        return reading.isStrict() && places > 0 ? Helvo.DATA_DO_NOT_ALLOW : Helvo.DONE;
    }
}
