package helvo.files.json;

import helvo.core.RootLocale;
import helvo.core.study.Edit;
import helvo.files.Limits;
import helvo.files.UnreadableFile;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;

/// Edits in a JSON file, as the window makes them: a list of objects, or one on each line.
public final class EditsFile {
    private EditsFile() {}

    /// @param file `-` for standard input
    /// @throws UnreadableFile when it is no such file, or one of its objects is no edit
    public static List<Edit> read(Path file) throws UnreadableFile {
        boolean isStandard = file.toString().equals("-");
        if (!isStandard) {
            UnreadableFile.unlessReadable(file);
        }
        String name = isStandard ? "Standard input" : "“" + file.getFileName() + "”";
        try (InputStream in = isStandard ? System.in : Files.newInputStream(file)) {
            byte[] bytes = in.readNBytes(Limits.MAX_STUDY_TEXT_BYTES);
            if (bytes.length == Limits.MAX_STUDY_TEXT_BYTES) {
                throw new UnreadableFile(name + " is larger than edits can be (256 MB).");
            }
            return edits(name, new String(bytes, StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UnreadableFile(name + " could not be read: " + e.getMessage() + ".", e);
        }
    }

    private static List<Edit> edits(String name, String text) throws UnreadableFile {
        var edits = new ArrayList<Edit>();
        for (String each : texts(name, text)) {
            try {
                edits.add(StudyJson.edit(each));
            } catch (IllegalArgumentException e) {
                throw new UnreadableFile(
                        RootLocale.format(
                                "%s, edit %d is none: %s", name, edits.size() + 1, JsonFaultText.of("edit", e)),
                        e);
            }
        }
        if (edits.isEmpty()) {
            throw new UnreadableFile(name + " has no edits in it.");
        }
        return edits;
    }

    private static List<String> texts(String name, String text) throws UnreadableFile {
        if (!text.stripLeading().startsWith("[")) {
            return text.lines().filter(line -> !line.isBlank()).toList();
        }
        try {
            var texts = new ArrayList<String>();
            for (JsonNode each : StudyJson.mapper().readTree(text)) {
                texts.add(each.toString());
            }
            return texts;
        } catch (JacksonException e) {
            throw new UnreadableFile(
                    RootLocale.format(
                            "%s is no list of edits: line %d, character %d is not as JSON has it.",
                            name, e.getLocation().getLineNr(), e.getLocation().getColumnNr()),
                    e);
        }
    }
}
