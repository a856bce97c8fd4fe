package helvo.core.prediction;

import helvo.core.Require;
import helvo.core.fit.Curve;
import helvo.core.fit.Exponential;
import helvo.core.fit.Fit;
import helvo.core.fit.Logistic;
import helvo.core.fit.Polynomial;
import helvo.core.table.Heading;
import java.util.ArrayList;
import java.util.List;

/// A quantity that a person wants worked out of a curve's coefficients: "g [m/s²] = 4 π² / slope".
///
/// @param heading its name, and the unit that it is wanted in; that is worked out where none is written
/// @param formula over the names of the coefficients, as a person writes it; "area" is that under the points
public record QuantityDefinition(Heading heading, String formula) {
    /// A figure has no more.
    public static final int MOST = 50;
    public static final String AREA = "area";
    private static final int MAX_CHARACTERS = 500;

    public QuantityDefinition {
        Require.require(
                formula.length() <= MAX_CHARACTERS && heading.text().length() <= MAX_CHARACTERS,
                "a quantity has %s characters at most",
                MAX_CHARACTERS);
        Require.require(!heading.name().isBlank(), "a quantity needs a name%s", "");
    }

    private static QuantityDefinition of(String name, String formula) {
        return new QuantityDefinition(new Heading(name, ""), formula);
    }

    /// Those that are usual for a curve.
    public static List<QuantityDefinition> usual(Fit fit) {
        Curve curve = fit.curve();
        var usual = new ArrayList<QuantityDefinition>();
        if (curve.degree() == 1 && fit.coefficients().size() == 2) {
            usual.add(of("zero crossing", "-intercept / slope"));
        }
        if (curve instanceof Exponential) {
            boolean falls = fit.coefficient("b").value() < 0;
            usual.add(falls ? of("half-life", "ln(2) / -b") : of("doubling time", "ln(2) / b"));
            usual.add(of("time constant", falls ? "-1 / b" : "1 / b"));
        }
        if (curve instanceof Logistic) {
            usual.add(of("x at half height", "m"));
            usual.add(of("slope at half height", "L k / 4"));
        }
        if (curve instanceof Polynomial && curve.degree() == 2) {
            usual.add(of("x of the extremum", "-c1 / (2 c2)"));
            usual.add(of("y of the extremum", "c0 - c1² / (4 c2)"));
        }
        usual.add(of("area under the points", AREA));
        return usual;
    }
}
