package helvo.cli;

import helvo.core.analysis.FigureAnalysis;

/// What a study's figures are called on the command line.
final class NamedFigure {
    private NamedFigure() {}

    /// By its title, its name or its table's name.
    static boolean isCalled(FigureAnalysis figure, String name) {
        return name.equalsIgnoreCase(figure.title())
                || name.equalsIgnoreCase(figure.figure().name())
                || name.equalsIgnoreCase(figure.table().name());
    }

    /// “Stretch against Load” (Straight lines).
    static String of(FigureAnalysis figure) {
        return "“" + figure.title() + "” (" + figure.table().name() + ")";
    }
}
