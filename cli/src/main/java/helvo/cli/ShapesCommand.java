package helvo.cli;

import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.Polynomial;
import helvo.core.fit.TradeCurve;
import java.io.PrintWriter;
import java.util.Arrays;
import java.util.Locale;

/// `helvo shapes`: the curves that `--curve` knows.
final class ShapesCommand extends Command {
    ShapesCommand() {
        super("shapes", "List the curves that --curve knows, with their formulas.");
    }

    @Override
    public Integer call() {
        PrintWriter out = arguments.out();
        out.println("The usual ones");
        Curves.offered().stream()
                .filter(curve -> !(curve instanceof FixedInterceptLine) && curve.degree() < 3)
                .forEach(curve -> print(out, curve, use(curve)));
        for (TradeCurve.Group group : TradeCurve.Group.values()) {
            out.println();
            out.println(group.label());
            Arrays.stream(TradeCurve.values())
                    .filter(each -> each.group() == group)
                    .forEach(each -> print(out, each.curve(), each.use()));
        }
        out.println();
        out.println("Any other: --formula, such as \"T0 + A*exp(-x/tau)\".");
        out.flush();
        return Helvo.DONE;
    }

    private static String use(Curve curve) {
        return curve instanceof Polynomial ? "with --degree 2 to " + Polynomial.MAX_DEGREE : "";
    }

    private static void print(PrintWriter out, Curve curve, String use) {
        out.printf(
                Locale.ROOT,
                "  %-28s y = %s%n",
                curve.keyword(),
                curve.form(name -> name, "x", Curve.Notation.PROGRAM));
        if (!use.isEmpty()) {
            out.printf(Locale.ROOT, "  %-28s %s%n", "", use);
        }
    }
}
