package helvo.cli;

import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.Polynomial;
import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.CoefficientSetting;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.disk.UserFolders;
import helvo.files.json.CurveFile;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.function.BiFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// The options that choose a curve.
final class CurveOptions {
    private static final Pattern LIMIT =
            Pattern.compile("(?:(?<left>[^<>=]+)<=?)?(?<name>[^<>=]+)(?<sign>[<>]=?)(?<right>[^<>=]+)");

    private final Arguments arguments;
    private @Nullable String curve;
    private @Nullable String formula;
    private List<String> held = List.of();
    private List<String> limits = List.of();
    private List<String> starts = List.of();
    private List<String> shared = List.of();
    private boolean onLogScale;
    private @Nullable Integer degree;
    private @Nullable Double intercept;

    /// Which of them a command has.
    enum Part {
        ALL,
        /// A formula, and what is asked of its coefficients.
        FORMULA
    }

    /// @param arguments of the command that has these options
    CurveOptions(Arguments arguments, Part part) {
        this.arguments = arguments;
        arguments.group("Curve");
        if (part == Part.ALL) {
            shapes();
        }
        formula();
    }

    private void shapes() {
        arguments
                .option(
                        "--curve",
                        "SHAPE",
                        "line, polynomial, logarithmic, exponential, power, logistic, mean, or one of those that "
                                + "`helvo shapes` lists, your own among them (default: line).")
                .choices(Curves::keywords)
                .text(value -> curve = value);
        arguments.flag(
                "--on-log-scale", "Exponential and power as straight lines through ln y.", value -> onLogScale = value);
        arguments.option("--degree", "N", "Degree of a polynomial, 2 to 10.").integer(value -> degree = value);
        arguments
                .option("--intercept", "V", "A line with its intercept held at V.")
                .number(value -> intercept = value);
        arguments
                .option(
                        "--shared",
                        "NAME",
                        "The groups of --by have one value of this coefficient: one fit over all of them; may be "
                                + "repeated, or \"a,b\".")
                .split()
                .texts(value -> shared = value);
    }

    private void formula() {
        arguments
                .option(
                        "--formula",
                        "FORMULA",
                        "A curve of your own, in x and any names for its coefficients: \"T0 + A*exp(-x/tau)\".")
                .text(value -> formula = value);
        arguments
                .option(
                        "--hold",
                        "NAME=V",
                        "Do not fit this coefficient of a formula: hold it at V, which may have a unit "
                                + "(\"R=8.314 J/(mol K)\"); may be repeated.")
                .texts(value -> held = value);
        arguments
                .option("--limit", "LIMIT", "Limits of a coefficient: \"A>0\" or \"0<A<5\"; may be repeated.")
                .texts(value -> limits = value);
        arguments
                .option("--start", "NAME=V", "Begin the search for a coefficient here too; may be repeated.")
                .texts(value -> starts = value);
    }

    /// Whether a curve is asked for, or anything of its coefficients.
    boolean isGiven() {
        return curve != null
                || formula != null
                || degree != null
                || intercept != null
                || onLogScale
                || Stream.of(held, limits, starts, shared).anyMatch(each -> !each.isEmpty());
    }

    /// Refuses what does not go together, before a file is read.
    void check() {
        if (formula == null) {
            shape();
        } else if (curve != null || degree != null || intercept != null || onLogScale) {
            throw new UsageError(
                    "--formula says what is fitted: leave out --curve, --degree, --intercept and --on-log-scale.");
        }
    }

    /// @param x       the column along which it is fitted
    /// @param table  with the column
    Curve curve(Column x, Table table) throws UserError {
        Curve chosen = formula == null ? shape() : own(formula, x, table);
        if (held.isEmpty() && limits.isEmpty() && starts.isEmpty() && shared.isEmpty()) {
            return chosen instanceof FormulaCurve own ? checked(own) : chosen;
        }
        if (!(chosen instanceof FormulaCurve curve)) {
            throw new UsageError("--hold, --limit, --start and --shared go with --formula, or with a curve that `helvo "
                    + "shapes` lists as a formula.");
        }
        return checked(settings(curve));
    }

    private static Curve own(String text, Column x, Table table) throws UserError {
        List<String> others = table.columns().stream()
                .filter(column -> column != x && column.kind() != Kind.TEXT)
                .map(Column::name)
                .toList();
        return switch (CurveFormula.read(text, x.name(), others, table.decimalMark())) {
            case CurveFormula.Reading.Read(CurveFormula read) -> FormulaCurve.of(read);
            case CurveFormula.Reading.Wrong wrong -> throw new UserError(wrong(text, wrong));
        };
    }

    private FormulaCurve settings(FormulaCurve curve) {
        var settings = new ArrayList<>(curve.settings());
        held.forEach(text -> set("--hold", text, curve, settings, CoefficientSetting::heldAt));
        starts.forEach(text -> set("--start", text, curve, settings, (setting, value) -> Optional.of(value)
                .map(each -> NumberText.number(each, DecimalMark.POINT))
                .filter(OptionalDouble::isPresent)
                .map(number -> setting.withStart(number.getAsDouble()))));
        limits.forEach(text -> limit(text, curve, settings));
        for (String text : shared) {
            int place = place("--shared", text.strip(), curve);
            if (settings.get(place).isHeld()) {
                throw new UsageError("--shared " + text.strip() + ": it is held, and so the same everywhere.");
            }
            settings.set(place, settings.get(place).withShared(true));
        }
        if (settings.stream().allMatch(CoefficientSetting::isHeld)) {
            throw new UsageError("--hold: all coefficients are held, and none is left to fit.");
        }
        return curve.with(settings);
    }

    private void set(
            String option,
            String text,
            FormulaCurve curve,
            List<CoefficientSetting> settings,
            BiFunction<CoefficientSetting, String, Optional<CoefficientSetting>> change) {
        int equals = text.indexOf('=');
        String name = text.substring(0, Math.max(0, equals)).strip();
        int place = equals < 0 ? 0 : place(option, name, curve);
        settings.set(
                place,
                Optional.of(text)
                        .filter(_ -> equals >= 0)
                        .flatMap(of -> change.apply(
                                settings.get(place), of.substring(equals + 1).strip()))
                        .orElseThrow(() -> new UsageError(option + " “" + text + "”: write it as NAME=VALUE, "
                                + "such as " + curve.formula().coefficients().getFirst() + "=1.5"
                                + (option.equals("--hold") ? ", or with a unit, such as R=8.314 J/(mol K)." : "."))));
    }

    private int place(String option, String name, FormulaCurve curve) {
        int place = curve.formula().coefficients().indexOf(name);
        if (place < 0) {
            throw new UsageError(option + ": “" + name + "” is no coefficient of this curve; they are "
                    + String.join(", ", curve.formula().coefficients()) + ".");
        }
        return place;
    }

    private void limit(String text, FormulaCurve curve, List<CoefficientSetting> settings) {
        Matcher matcher = LIMIT.matcher(text);
        if (!matcher.matches()) {
            throw new UsageError(wrongLimit(text, curve));
        }
        int place = place("--limit", matcher.group("name").strip(), curve);
        boolean above = matcher.group("sign") != null && matcher.group("sign").startsWith(">");
        OptionalDouble one = number(matcher.group("right"));
        OptionalDouble before = number(matcher.group("left"));
        OptionalDouble low = above ? one : before;
        OptionalDouble high = above ? OptionalDouble.empty() : one;
        boolean isNumber = one.isPresent() && (matcher.group("left") == null || before.isPresent() && !above);
        if (!isNumber || low.isPresent() && high.isPresent() && low.getAsDouble() >= high.getAsDouble()) {
            throw new UsageError(wrongLimit(text, curve));
        }
        CoefficientSetting now = settings.get(place);
        settings.set(place, now.withLimits(low.isPresent() ? low : now.low(), high.isPresent() ? high : now.high()));
    }

    private static OptionalDouble number(@Nullable String text) {
        return text == null ? OptionalDouble.empty() : NumberText.number(text.strip(), DecimalMark.POINT);
    }

    private static String wrongLimit(String text, FormulaCurve curve) {
        String name = curve.formula().coefficients().getFirst();
        return "--limit “" + text + "”: write \"" + name + ">0\", \"" + name + "<5\" or \"0<" + name + "<5\".";
    }

    /// One of a person's own.
    private Optional<Curve> kept(String wanted) {
        try {
            return CurveFile.named(CurveFile.kept(UserFolders.ofSystem().curves()), wanted)
                    .map(Curve.class::cast);
        } catch (UnreadableFile broken) {
            throw new UsageError("--curve “" + wanted + "” is none that the program has, and your own list of "
                    + "curves cannot be read: " + broken.getMessage());
        }
    }

    /// A formula with what is asked of its coefficients, away from any table.
    Optional<FormulaCurve> alone() {
        if (formula == null) {
            return Optional.empty();
        }
        return switch (CurveFormula.read(formula)) {
            case CurveFormula.Reading.Read(CurveFormula read) -> Optional.of(checked(settings(FormulaCurve.of(read))));
            case CurveFormula.Reading.Wrong wrong -> throw new UsageError(wrong(formula, wrong));
        };
    }

    private FormulaCurve checked(FormulaCurve own) {
        own.inseparable().ifPresent(sentence -> {
            throw new UsageError("--formula: " + sentence);
        });
        return own;
    }

    private static String wrong(String text, CurveFormula.Reading.Wrong wrong) {
        return "--formula, at character " + (wrong.from() + 1) + " of “" + text + "”: " + wrong.sentence();
    }

    private Curve shape() {
        String wanted = curve == null ? "line" : curve;
        if (degree != null && !wanted.equals("polynomial")) {
            throw new UsageError("--degree goes with --curve polynomial.");
        }
        if (intercept != null && !wanted.equals("line")) {
            throw new UsageError("--intercept goes with --curve line.");
        }
        if (wanted.equals("polynomial") && (degree == null || degree < 2 || degree > Polynomial.MAX_DEGREE)) {
            throw new UsageError("--curve polynomial needs --degree 2 to " + Polynomial.MAX_DEGREE + ".");
        }
        return Curves.of(
                        wanted,
                        degree == null ? OptionalInt.empty() : OptionalInt.of(degree),
                        intercept == null ? OptionalDouble.empty() : OptionalDouble.of(intercept),
                        onLogScale)
                .or(() -> kept(wanted))
                .orElseThrow(() -> new UsageError(
                        onLogScale && Curves.keywords().contains(wanted)
                                ? "--on-log-scale goes with --curve exponential or power."
                                : "There is no curve “" + wanted + "”: choose " + String.join(", ", Curves.keywords())
                                        + "; or give a --formula."));
    }
}
