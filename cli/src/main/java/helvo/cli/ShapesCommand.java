package helvo.cli;

import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.Polynomial;
import helvo.core.fit.TradeCurve;
import helvo.files.UnreadableFile;
import helvo.files.disk.UserFolders;
import helvo.files.disk.WriteErrorText;
import helvo.files.json.CurveFile;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/// `helvo shapes`: the curves that `--curve` knows, and a person's own list of them.
final class ShapesCommand extends Command {
    private final CurveOptions shape;
    private final Path list = UserFolders.ofSystem().curves();
    private @Nullable String keep;
    private @Nullable String forget;
    private @Nullable Path read;
    private @Nullable Path write;
    private List<String> names = List.of();

    ShapesCommand() {
        super("shapes", "List the curves that --curve knows, with their formulas; keep your own under names.");
        arguments.example("helvo shapes --keep \"Newton cooling\" --formula \"T0 + A*exp(-x/tau)\" --limit \"tau>0\"");
        arguments.example("helvo fit log.csv --x t --y T --curve newton-cooling");
        arguments
                .option("--keep", "NAME", "Keep the curve of --formula in your own list, under this name.")
                .text(value -> keep = value);
        arguments
                .option("--forget", "NAME", "Take a curve out of your own list.")
                .text(value -> forget = value);
        arguments
                .option("--read", "FILE", "Take the curves of a file (JSON) into your own list.")
                .path(value -> read = value);
        arguments
                .option("--write", "FILE", "Write your own list to a file, to hand it on.")
                .path(value -> write = value);
        arguments
                .option("--name", "NAME", "Write this curve only; may be repeated.")
                .texts(value -> names = value);
        shape = new CurveOptions(arguments, CurveOptions.Part.FORMULA);
    }

    @Override
    public Integer call() throws UnreadableFile, UserError {
        long asked =
                Stream.of(keep, forget, read, write).filter(Objects::nonNull).count();
        if (asked > 1) {
            throw new UsageError("--keep, --forget, --read and --write: one at a time.");
        }
        if (!names.isEmpty() && write == null) {
            throw new UsageError("--name goes with --write.");
        }
        List<FormulaCurve> kept = CurveFile.kept(list);
        if (keep != null) {
            keep(kept, keep);
        } else if (shape.alone().isPresent()) {
            throw new UsageError("--formula goes with --keep NAME here.");
        } else if (forget != null) {
            forget(kept, forget);
        } else if (read != null) {
            read(kept, read);
        } else if (write != null) {
            write(kept, write);
        } else {
            list(kept);
        }
        arguments.out().flush();
        return Helvo.DONE;
    }

    private void keep(List<FormulaCurve> kept, String name) throws UserError {
        FormulaCurve curve =
                shape.alone().orElseThrow(() -> new UsageError("--keep “" + name + "” needs the curve: --formula."));
        CurveFile.refusal(name).ifPresent(why -> {
            throw new UsageError("--keep: " + why + ".");
        });
        boolean isNew = CurveFile.named(kept, name).isEmpty();
        save(CurveFile.with(kept, curve.named(name.strip())));
        arguments
                .out()
                .println((isNew ? "Kept" : "Kept in place of the one before") + ": --curve " + CurveFile.word(name));
    }

    private void forget(List<FormulaCurve> kept, String name) throws UserError {
        requireKept(kept, name, "--forget");
        save(CurveFile.without(kept, name));
        arguments.out().println("Forgotten: " + name.strip());
    }

    private void read(List<FormulaCurve> kept, Path file) throws UnreadableFile, UserError {
        List<FormulaCurve> found = CurveFile.read(file);
        List<FormulaCurve> all = kept;
        for (FormulaCurve each : found) {
            var refused = CurveFile.refusal(each.name());
            if (refused.isPresent()) {
                throw new UserError("“" + file.getFileName() + "”: " + refused.get() + ".");
            }
            all = CurveFile.with(all, each);
        }
        save(all);
        found.forEach(each -> arguments.out().println("Kept: --curve " + CurveFile.word(each.name())));
    }

    private void write(List<FormulaCurve> kept, Path file) throws UserError {
        for (String name : names) {
            requireKept(kept, name, "--name");
        }
        List<FormulaCurve> some = names.isEmpty()
                ? kept
                : names.stream()
                        .map(name -> CurveFile.named(kept, name).orElseThrow())
                        .toList();
        if (some.isEmpty()) {
            throw new UserError("Your own list has no curve yet: --keep puts one there.");
        }
        save(file, some);
        arguments.out().println(some.size() + (some.size() == 1 ? " curve: " : " curves: ") + file);
    }

    private void requireKept(List<FormulaCurve> kept, String name, String option) {
        if (CurveFile.named(kept, name).isEmpty()) {
            throw new UsageError(option + ": your own list has no curve “" + name + "”"
                    + (kept.isEmpty()
                            ? "; it is empty."
                            : "; it has "
                                    + kept.stream().map(FormulaCurve::name).collect(Collectors.joining(", ")) + "."));
        }
    }

    private void save(List<FormulaCurve> curves) throws UserError {
        if (curves.size() > CurveFile.MOST_CURVES) {
            throw new UserError("Your own list would hold more than " + CurveFile.MOST_CURVES + " curves.");
        }
        save(list, curves);
    }

    private static void save(Path file, List<FormulaCurve> curves) throws UserError {
        try {
            CurveFile.write(file, curves);
        } catch (IOException e) {
            throw new UserError(WriteErrorText.sentence(file, e));
        }
    }

    private void list(List<FormulaCurve> kept) {
        PrintWriter out = arguments.out();
        out.println("The usual ones");
        Curves.offered().stream()
                .filter(curve -> !(curve instanceof FixedInterceptLine) && curve.degree() < 3)
                .forEach(curve -> print(out, curve.keyword(), curve, use(curve)));
        for (TradeCurve.Group group : TradeCurve.Group.values()) {
            out.println();
            out.println(group.label());
            Arrays.stream(TradeCurve.values())
                    .filter(each -> each.group() == group)
                    .forEach(each -> print(out, each.curve().keyword(), each.curve(), each.use()));
        }
        if (!kept.isEmpty()) {
            out.println();
            out.println("Your own");
            kept.forEach(each -> print(out, CurveFile.word(each.name()), each, ""));
        }
        out.println();
        out.println("Any other: --formula, such as \"T0 + A*exp(-x/tau)\"; --keep gives it a name.");
    }

    private static String use(Curve curve) {
        return curve instanceof Polynomial ? "with --degree 2 to " + Polynomial.MAX_DEGREE : "";
    }

    private static void print(PrintWriter out, String word, Curve curve, String use) {
        out.printf(Locale.ROOT, "  %-28s y = %s%n", word, curve.form(name -> name, "x", Curve.Notation.PROGRAM));
        if (!use.isEmpty()) {
            out.printf(Locale.ROOT, "  %-28s %s%n", "", use);
        }
    }
}
