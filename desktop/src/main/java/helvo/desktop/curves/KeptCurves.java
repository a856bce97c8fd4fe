package helvo.desktop.curves;

import helvo.core.fit.FormulaCurve;
import helvo.desktop.task.BackgroundTasks;
import helvo.files.UnreadableFile;
import helvo.files.disk.WriteErrorText;
import helvo.files.json.CurveFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/// The curves that a person keeps under names, for whatever study: a file that is read and written beside the
/// interface thread, anew each time, since other windows and commands change it too.
public final class KeptCurves {
    private final Path list;
    private final BackgroundTasks.Queue files;
    private final ReadOnlyObjectWrapper<List<FormulaCurve>> curves = new ReadOnlyObjectWrapper<>(List.of());

    /// @param list where they are
    public KeptCurves(Path list, BackgroundTasks background) {
        this.list = list;
        files = background.queue("own curves");
    }

    ReadOnlyObjectProperty<List<FormulaCurve>> curves() {
        return curves.getReadOnlyProperty();
    }

    /// @param said gets a sentence where something is wrong
    void read(Consumer<String> said) {
        files.run(
                "Reading your curves",
                _ -> CurveFile.kept(list),
                new BackgroundTasks.Outcome<>(curves::set, failure -> said.accept(sentence(failure, list)), () -> {}));
    }

    void keep(FormulaCurve curve, Consumer<String> said) {
        change(kept -> CurveFile.with(kept, curve), said);
    }

    void forget(String name, Consumer<String> said) {
        change(kept -> CurveFile.without(kept, name), said);
    }

    /// Takes all curves of a file.
    void take(Path from, Consumer<String> said) {
        files.run(
                "Reading curves",
                _ -> CurveFile.read(from),
                new BackgroundTasks.Outcome<>(
                        found -> {
                            change(kept -> taken(kept, found), said);
                            found.stream()
                                    .flatMap(each -> CurveFile.refusal(each.name()).stream())
                                    .findFirst()
                                    .ifPresent(why -> said.accept("Not all curves were taken: " + why + "."));
                        },
                        failure -> said.accept(sentence(failure, from)),
                        () -> {}));
    }

    private static List<FormulaCurve> taken(List<FormulaCurve> kept, List<FormulaCurve> found) {
        List<FormulaCurve> all = kept;
        for (FormulaCurve each : found) {
            all = CurveFile.refusal(each.name()).isPresent() ? all : CurveFile.with(all, each);
        }
        return all;
    }

    /// Writes them to a file, to hand them on.
    void write(List<FormulaCurve> some, Path to, Consumer<String> said) {
        files.run(
                "Writing curves",
                _ -> {
                    CurveFile.write(to, some);
                    return some;
                },
                new BackgroundTasks.Outcome<>(_ -> {}, failure -> said.accept(sentence(failure, to)), () -> {}));
    }

    private void change(UnaryOperator<List<FormulaCurve>> change, Consumer<String> said) {
        files.run(
                "Keeping your curves",
                _ -> {
                    List<FormulaCurve> changed = change.apply(CurveFile.kept(list));
                    CurveFile.write(list, changed);
                    return changed;
                },
                new BackgroundTasks.Outcome<>(curves::set, failure -> said.accept(sentence(failure, list)), () -> {}));
    }

    private static String sentence(Throwable failure, Path file) {
        return switch (failure) {
            case UnreadableFile unreadable -> unreadable.getMessage();
            case IOException io -> WriteErrorText.sentence(file, io);
            default -> "The curves were not kept: " + failure.getMessage();
        };
    }
}
