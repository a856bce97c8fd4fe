package helvo.desktop.persistence;

import helvo.core.Progress;
import helvo.core.study.Edit;
import helvo.core.study.History;
import helvo.files.ProgramVersion;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.temporal.ChronoUnit;
import java.util.Locale;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/// An archive for somebody who mends the program: versions, the log of faults, and which steps were done. Nothing
/// in it tells what was measured unless the person says so; nothing is sent anywhere.
///
/// @param log      where faults are written down
/// @param history  of the study that is open
/// @param withData whether the study itself is in it, and what the log and the steps say of its content
public record FaultReport(Path log, History history, boolean withData) {
    public static final String README = """
            What Helvo keeps for a report of a fault. Nothing was sent anywhere: send it yourself, if you like.

            versions.txt  Helvo, the system and its language
            faults.log    faults that Helvo met, if it met any%s
            steps.txt     what was done, in its order%s
            %s""";

    /// The message behind the name of a fault may hold what a cell holds.
    private static final Pattern MESSAGE = Pattern.compile("(?m)^((?:Caused by: |\\s*Suppressed: )?[\\w.$]+): .*$");

    /// @throws IOException when `out` takes no more, or the log cannot be read
    public void write(OutputStream out, Progress progress) throws IOException {
        var zip = new ZipOutputStream(out, StandardCharsets.UTF_8);
        text(
                zip,
                "README.txt",
                README.replaceFirst("%s", withData ? "" : ", without their messages")
                        .replaceFirst("%s", withData ? "" : ", without what was typed")
                        .replaceFirst("%s", withData ? "study.helvo   the study with its data\n" : ""));
        text(zip, "versions.txt", versions());
        if (Files.exists(log)) {
            String faults = Files.readString(log);
            text(zip, "faults.log", withData ? faults : MESSAGE.matcher(faults).replaceAll("$1"));
        }
        text(
                zip,
                "steps.txt",
                history.steps().stream()
                        .map(step -> step.at().truncatedTo(ChronoUnit.SECONDS) + "  "
                                + (withData ? step.sentence() : kind(step.edit())) + "\n")
                        .collect(Collectors.joining()));
        if (withData) {
            zip.putNextEntry(new ZipEntry("study" + StudyFile.ENDING));
            StudyFile.writeTo(zip, StoredStudy.of(history), progress);
            zip.closeEntry();
        }
        zip.finish();
    }

    private static void text(ZipOutputStream zip, String name, String text) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(text.getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }

    /// "Set cell" for a step of that kind.
    private static String kind(Edit edit) {
        String words = edit.getClass()
                .getSimpleName()
                .replaceAll("(?<=[a-z])(?=[A-Z])", " ")
                .toLowerCase(Locale.ROOT);
        return words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1);
    }

    private static String versions() {
        return ProgramVersion.text() + "\n"
                + Stream.of(
                                "java.vm.vendor",
                                "java.runtime.version",
                                "javafx.runtime.version",
                                "os.name",
                                "os.version",
                                "os.arch",
                                "user.language",
                                "user.country",
                                "file.encoding")
                        .map(each -> each + " " + System.getProperty(each, "unknown") + "\n")
                        .collect(Collectors.joining())
                + "processors " + Runtime.getRuntime().availableProcessors() + "\nmemory for Helvo, MB "
                + (Runtime.getRuntime().maxMemory() >> 20) + "\n";
    }
}
