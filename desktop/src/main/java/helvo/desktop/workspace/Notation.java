package helvo.desktop.workspace;

/// A notation of equations for other programs.
public enum Notation {
    LATEX("The equations are on the clipboard, in LaTeX."),
    MATH_ML("The equations are on the clipboard, in MathML."),
    LATEX_TABLE("The table of coefficients is on the clipboard, in LaTeX (booktabs and siunitx).");

    private final String label;

    Notation(String told) {
        this.label = told;
    }

    String label() {
        return label;
    }
}
