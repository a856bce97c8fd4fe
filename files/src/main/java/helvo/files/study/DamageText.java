package helvo.files.study;

import helvo.core.RootLocale;
import helvo.files.Limits;
import helvo.files.json.StudyJson;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.zip.ZipException;
import tools.jackson.core.JacksonException;
import tools.jackson.core.TokenStreamLocation;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.exc.InvalidFormatException;
import tools.jackson.databind.exc.MismatchedInputException;

/// The sentence about a damaged study, for a person: places in the file, and never a name from the program.
final class DamageText {
    private static final int MOST_QUOTED = 40;

    /// In brackets, with a blank before; empty where nothing can be said that helps.
    static String bracketed(Throwable fault) {
        return of(fault).map(words -> " (" + words + ")").orElse("");
    }

    static Optional<String> of(Throwable fault) {
        return switch (fault) {
            case JacksonException json ->
                Optional.of(where(json)
                        + plainCause(json).map(words -> ": " + words).orElse(""));
            case ZipException _ -> Optional.of("a part of it cannot be unpacked");
            case IOException known -> plain(known);
            case IllegalArgumentException known -> plain(known);
            default -> Optional.empty();
        };
    }

    private static String where(JacksonException json) {
        List<JacksonException.Reference> path = json.getPath();
        if (!path.isEmpty()) {
            return StudyFile.STUDY + ", at "
                    + path.stream()
                            .map(step -> step.getPropertyName() != null
                                    ? step.getPropertyName()
                                    : "[" + step.getIndex() + "]")
                            .collect(Collectors.joining("."))
                            .replace(".[", "[");
        }
        TokenStreamLocation at = json.getLocation();
        boolean isKnown = at != null && at.getLineNr() > 0;
        return isKnown && !(json instanceof DatabindException)
                ? RootLocale.format("line %d, character %d of its JSON", at.getLineNr(), at.getColumnNr())
                : "its JSON is not as it should be";
    }

    /// What stands there and what belongs there; or what the program itself found wrong, where the library only
    /// passes it on.
    private static Optional<String> plainCause(JacksonException json) {
        return switch (json) {
            case InvalidFormatException wrong
            when wrong.getTargetType() != null && wrong.getTargetType().isEnum() ->
                Optional.of(quoted(wrong.getValue()) + " is none of "
                        + Arrays.stream(wrong.getTargetType().getEnumConstants())
                                .map(each ->
                                        StudyJson.mapper().valueToTree(each).asString())
                                .collect(Collectors.joining(", ")));
            case InvalidFormatException wrong -> Optional.of(quoted(wrong.getValue()) + " does not belong there");
            // The library begins in capitals; our own sentences go on behind a colon.
            case MismatchedInputException wrong
            when Character.isLowerCase(wrong.getOriginalMessage().charAt(0)) -> Optional.of(wrong.getOriginalMessage());
            case JacksonException wrong
            when wrong.getCause() instanceof NullPointerException ->
                Optional.of("something that belongs there is missing");
            default -> json.getCause() instanceof IllegalArgumentException known ? plain(known) : Optional.empty();
        };
    }

    private static String quoted(Object value) {
        String text = String.valueOf(value);
        return "“" + (text.length() > MOST_QUOTED ? text.substring(0, MOST_QUOTED) + "…" : text) + "”";
    }

    private static Optional<String> plain(Exception known) {
        return Optional.ofNullable(known.getMessage())
                .filter(text -> !text.isBlank() && text.length() <= Limits.MAX_QUOTED_CHARS)
                .filter(text -> !text.contains("helvo.") && !text.contains("java."));
    }
}
