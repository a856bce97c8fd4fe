package helvo.files.study;

import helvo.core.RootLocale;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.files.json.StudyJson;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/// The history of a study as JSON lines. Where the state before the first of them is small it stands before it, so
/// that they can be undone after reading; otherwise they are for reading only.
final class HistoryLines {
    static final String FILE = "history.jsonl";
    /// Longer lines say in words only what was done.
    private static final int MAX_LINE = 1 << 18;
    /// A longer history is not done again while a study is opened.
    private static final int MAX_STEPS = 2_000;
    private static final int MAX_CELLS = 200_000;

    private HistoryLines() {}

    static String text(History history) {
        JsonMapper json = StudyJson.mapper();
        var lines = new StringBuilder();
        history.earlier()
                .forEach(step -> lines.append(line(step.at(), step.sentence())).append('\n'));
        List<String> edits = history.steps().stream()
                .map(step -> StudyJson.editText(step.edit()))
                .toList();
        Study start = history.at(0);
        boolean whole = edits.size() <= MAX_STEPS
                && cells(start) <= MAX_CELLS
                && edits.stream().allMatch(each -> each.length() <= MAX_LINE);
        if (whole && !edits.isEmpty()) {
            ObjectNode first = json.createObjectNode();
            first.set("start", json.valueToTree(start));
            lines.append(first).append('\n');
        }
        for (int i = 0; i < edits.size(); i++) {
            ObjectNode line =
                    line(history.steps().get(i).at(), history.steps().get(i).sentence());
            if (edits.get(i).length() <= MAX_LINE) {
                line.set("edit", json.readTree(edits.get(i)));
            }
            lines.append(line).append('\n');
        }
        return lines.toString();
    }

    private static ObjectNode line(Instant at, String sentence) {
        ObjectNode line = StudyJson.mapper().createObjectNode();
        line.put("at", at.toString());
        line.put("did", sentence);
        return line;
    }

    /// @param notice what could not be read of it, as a sentence; empty for nothing
    record Read(History history, Optional<String> notice) {}

    /// The history that leads to a study, as far as it can be done again; what cannot is left in words.
    ///
    /// @param version of the file
    static Read read(byte[] bytes, Study study, int version) {
        String text;
        try {
            text = StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
        } catch (CharacterCodingException noText) {
            return new Read(
                    History.from(study),
                    Optional.of("Its steps could not be read: they are not valid UTF-8. The study itself is whole."));
        }
        var earlier = new ArrayList<History.Logged>();
        Optional<History> again = Optional.empty();
        int unread = 0;
        for (String each : text.lines().toList()) {
            try {
                JsonNode line = StudyFile.inWordsOfNow(StudyJson.mapper().readTree(each), version);
                again = with(line, again, earlier);
                unread += line.has("start") || line.has("did") ? 0 : 1;
            } catch (JacksonException | DateTimeException | IllegalArgumentException notDoneAgain) {
                again = Optional.empty();
                unread += isStep(each) ? 0 : 1;
            }
        }
        Optional<String> notice = unread == 0
                ? Optional.empty()
                : Optional.of(
                        unread == 1
                                ? "One line of its history could not be read: a step may be missing there, and none "
                                        + "can be undone. The study itself is whole."
                                : RootLocale.format(
                                        "%,d lines of its history could not be read: steps may be missing there, and "
                                                + "none can be undone. The study itself is whole.",
                                        unread));
        return new Read(
                again.flatMap(history -> history.leadingTo(study)).orElseGet(() -> History.from(study, earlier)),
                notice);
    }

    /// Whether a line tells of a step, be it one that cannot be done again here.
    private static boolean isStep(String line) {
        try {
            JsonNode step = StudyJson.mapper().readTree(line);
            Instant.parse(step.path("at").asString(""));
            return step.path("did").isString();
        } catch (JacksonException | DateTimeException noStep) {
            return false;
        }
    }

    /// What a line adds: to the steps in words, and to the history that does them again.
    private static Optional<History> with(JsonNode line, Optional<History> again, List<History.Logged> earlier) {
        if (line.has("start")) {
            return Optional.of(
                    History.from(StudyJson.mapper().treeToValue(line.get("start"), Study.class), List.copyOf(earlier)));
        }
        if (!line.has("did")) {
            return Optional.empty();
        }
        Instant at = Instant.parse(line.path("at").asString());
        earlier.add(new History.Logged(at, line.get("did").asString()));
        return again.filter(_ -> line.has("edit"))
                .map(history -> history.with(StudyJson.edit(line.get("edit").toString()), at))
                .filter(history ->
                        cells(history.study()) <= MAX_CELLS && history.steps().size() <= MAX_STEPS);
    }

    private static long cells(Study study) {
        return study.tables().stream()
                .mapToLong(table -> (long) table.rows() * table.columns().size())
                .sum();
    }
}
