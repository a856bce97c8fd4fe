package helvo.cli;

import helvo.core.study.Figure;
import helvo.core.study.Study;
import helvo.core.table.Table;
import java.util.List;
import java.util.stream.Collectors;

/// What a study's figures are called on the command line.
final class NamedFigure {
    private NamedFigure() {}

    /// Those that are called so, by their titles, their names or their tables' names.
    ///
    /// @throws UserError where none is
    static List<Figure> named(String name, Study study) throws UserError {
        List<Figure> named = study.figures().stream()
                .filter(each -> isCalled(study, each, name))
                .toList();
        if (named.isEmpty()) {
            throw new UserError("The study has no figure “" + name + "”; there are " + listed(study) + ".");
        }
        return named;
    }

    private static boolean isCalled(Study study, Figure figure, String name) {
        Table table = study.table(figure.table());
        return name.equalsIgnoreCase(figure.title(table))
                || name.equalsIgnoreCase(figure.name())
                || name.equalsIgnoreCase(table.name());
    }

    /// “Stretch against Load” (Straight lines), “Creep against Time” (Creep).
    static String listed(Study study) {
        return study.figures().stream()
                .map(each -> of(each, study.table(each.table())))
                .collect(Collectors.joining(", "));
    }

    /// “Stretch against Load” (Straight lines).
    static String of(Figure figure, Table table) {
        return "“" + figure.title(table) + "” (" + table.name() + ")";
    }
}
