package helvo.cli;

import helvo.core.analysis.FigureAnalysis;
import java.util.List;
import java.util.stream.Collectors;

/// What a study's figures are called on the command line.
final class NamedFigure {
    private NamedFigure() {}

    /// Those that are called so, by their titles, their names or their tables' names.
    ///
    /// @throws UserError where none is
    static List<FigureAnalysis> named(String name, List<FigureAnalysis> all) throws UserError {
        List<FigureAnalysis> named =
                all.stream().filter(each -> isCalled(each, name)).toList();
        if (named.isEmpty()) {
            throw new UserError("The study has no figure “" + name + "”; there are " + listed(all) + ".");
        }
        return named;
    }

    private static boolean isCalled(FigureAnalysis figure, String name) {
        return name.equalsIgnoreCase(figure.title())
                || name.equalsIgnoreCase(figure.figure().name())
                || name.equalsIgnoreCase(figure.table().name());
    }

    /// “Stretch against Load” (Straight lines), “Creep against Time” (Creep).
    static String listed(List<FigureAnalysis> all) {
        return all.stream().map(NamedFigure::of).collect(Collectors.joining(", "));
    }

    /// “Stretch against Load” (Straight lines).
    static String of(FigureAnalysis figure) {
        return "“" + figure.title() + "” (" + figure.table().name() + ")";
    }
}
