package helvo.cli;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.Edit;
import helvo.figure.export.Drawing;
import helvo.files.UnreadableFile;
import java.util.ArrayList;
import java.util.List;

/// `helvo draw`: the figure of a file's points, or one of a study, as PNG, SVG, PDF or a page for the browser.
final class DrawCommand extends Command {
    private final FitOptions options;
    private final DrawingFile file;
    private final SheetOptions sheet;

    DrawCommand() {
        super("draw", "Draw the figure with its fitted curve into a file.");
        arguments.example("helvo draw cords.csv --x Load --y Stretch --y-bar \"± Stretch\" --out cords.png");
        arguments.example("helvo draw cords.helvo --figure Stretch --width 85 --out column.pdf");
        options = new FitOptions(arguments);
        file = new DrawingFile(arguments);
        sheet = new SheetOptions(arguments);
    }

    @Override
    String hint() {
        return options.columns();
    }

    @Override
    public Integer call() throws UnreadableFile, UserError {
        file.check();
        return options.forOne(this::draw);
    }

    private int draw(FitInput input) throws UnreadableFile, UserError {
        List<Edit> edits = new ArrayList<>(sheet.edits(input.study().figure(input.figure())));
        FigureAnalysis figure = input.analysed(edits);
        if (figure.missing().isPresent()) {
            throw new UserError(figure.missing().get());
        }
        List<Edit> further = sheet.edits(figure, input.file(), input.made());
        if (!further.isEmpty()) {
            edits.addAll(further);
            figure = input.again(edits);
        }
        file.write(Drawing.of(figure), input.file());
        return input.exit(Helvo.DONE);
    }
}
