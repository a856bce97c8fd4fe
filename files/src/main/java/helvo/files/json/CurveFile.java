package helvo.files.json;

import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.FormulaCurve;
import helvo.files.UnreadableFile;
import helvo.files.disk.AtomicFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import tools.jackson.core.JacksonException;

/// Curves under names in a small JSON file: a person's own list, and what is handed on.
public final class CurveFile {
    public static final int MOST_CURVES = 500;

    private static final String FORMAT = "helvo curves";
    private static final int VERSION = 1;
    private static final long MOST_BYTES = 1 << 20;

    private CurveFile() {}

    /// What stands in the file.
    private record Content(Optional<String> format, OptionalInt version, Optional<List<Curve>> curves) {}

    /// @throws UnreadableFile when it is no such file, or one of its curves is none
    public static List<FormulaCurve> read(Path file) throws UnreadableFile {
        UnreadableFile.unlessReadable(file);
        String name = "“" + file.getFileName() + "”";
        try {
            if (Files.size(file) > MOST_BYTES) {
                throw new UnreadableFile(name + " is larger than a file of curves can be (1 MB).");
            }
            Content content = StudyJson.mapper().readValue(Files.readString(file), Content.class);
            return checked(name, content);
        } catch (JacksonException e) {
            throw new UnreadableFile(
                    name + " is no file of curves: " + JsonFaultText.of("curve", e)
                            + " `helvo shapes --write` makes one.",
                    e);
        } catch (IOException e) {
            throw new UnreadableFile(name + " could not be read as text: choose a file of curves (JSON).", e);
        }
    }

    private static List<FormulaCurve> checked(String name, Content content) throws UnreadableFile {
        if (content == null || !content.format.equals(Optional.of(FORMAT)) || content.curves.isEmpty()) {
            throw new UnreadableFile(name + " is no file of curves: it does not say \"format\": \"" + FORMAT + "\".");
        }
        if (content.version.orElse(VERSION + 1) > VERSION) {
            throw new UnreadableFile(name + " was made by a newer program: update Helvo to read it.");
        }
        if (content.curves.get().size() > MOST_CURVES) {
            throw new UnreadableFile(name + " holds more than " + MOST_CURVES + " curves.");
        }
        var curves = new ArrayList<FormulaCurve>();
        for (Curve each : content.curves.get()) {
            if (!(each instanceof FormulaCurve curve) || !curve.isNamed()) {
                throw new UnreadableFile(name + " holds a curve without a name or a formula: each needs both.");
            }
            curves.add(curve);
        }
        return List.copyOf(curves);
    }

    /// A person's own list; empty where there is none yet.
    public static List<FormulaCurve> kept(Path file) throws UnreadableFile {
        return Files.exists(file) ? read(file) : List.of();
    }

    public static void write(Path file, List<FormulaCurve> curves) throws IOException {
        Path folder = file.toAbsolutePath().getParent();
        if (folder != null) {
            Files.createDirectories(folder);
        }
        AtomicFile.write(
                file,
                out -> out.write(StudyJson.mapper()
                        .writerWithDefaultPrettyPrinter()
                        .writeValueAsBytes(new Content(
                                Optional.of(FORMAT), OptionalInt.of(VERSION), Optional.of(List.copyOf(curves))))));
    }

    /// With a further one, in place of one of the same name.
    public static List<FormulaCurve> with(List<FormulaCurve> kept, FormulaCurve curve) {
        var all = new ArrayList<>(without(kept, curve.name()));
        all.add(curve);
        return List.copyOf(all);
    }

    public static List<FormulaCurve> without(List<FormulaCurve> kept, String name) {
        return kept.stream().filter(each -> !isCalled(each, name)).toList();
    }

    /// The one of a name, as it was given or as an option writes it: newton-cooling for “Newton cooling”.
    public static Optional<FormulaCurve> named(List<FormulaCurve> kept, String name) {
        return kept.stream().filter(each -> isCalled(each, name)).findFirst();
    }

    private static boolean isCalled(FormulaCurve curve, String name) {
        return word(curve.name()).equals(word(name));
    }

    /// A name as an option writes it.
    public static String word(String name) {
        return name.strip().toLowerCase(Locale.ROOT).replaceAll("\\s+", "-");
    }

    /// Why a name cannot be given to a curve; empty where it can.
    public static Optional<String> refusal(String name) {
        return name.isBlank()
                ? Optional.of("a name is needed")
                : name.length() > FormulaCurve.MOST_CHARACTERS
                        ? Optional.of("a name has " + FormulaCurve.MOST_CHARACTERS + " characters at most")
                        : name.chars().anyMatch(Character::isISOControl)
                                ? Optional.of("a name has one line")
                                : Curves.keywords().contains(word(name))
                                                || word(name).equals(FormulaCurve.OWN)
                                        ? Optional.of("“" + name + "” is the name of a curve that is there already")
                                        : Optional.empty();
    }
}
