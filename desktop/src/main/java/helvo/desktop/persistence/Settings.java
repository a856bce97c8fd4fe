package helvo.desktop.persistence;

import com.fasterxml.jackson.annotation.JsonAlias;
import com.fasterxml.jackson.annotation.JsonProperty;
import helvo.core.number.NumberNotation;
import helvo.core.study.Study;
import helvo.desktop.theme.ColorTheme;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Objects;
import java.util.Optional;

/// The settings of the program; no study depends on them.
///
/// @param theme    empty for the system's
/// @param textSize of the window, in percent
/// @param motion   whether things may move that are only shown or hidden; empty for what the system says
/// @param numbers  how numbers are written in new studies; empty for the first table's own way
/// @param studies  the folder that open and save begin in; empty for the system's
/// @param toured   whether the tour of the window was seen or closed
@RecordBuilder
public record Settings(
        @JsonProperty("theme") @JsonAlias("look") Optional<ColorTheme> theme,
        @JsonProperty("textSize") int textSize,
        @JsonProperty("motion") Optional<Boolean> motion,
        @JsonProperty("numbers") Optional<NumberNotation> numbers,
        @JsonProperty("studies") String studies,
        @JsonProperty("toured") boolean toured)
        implements SettingsBuilder.With {
    public static final int MIN_TEXT = 80;
    public static final int MAX_TEXT = 200;
    public static final Settings FIRST =
            new Settings(Optional.empty(), 100, Optional.empty(), Optional.empty(), "", false);

    /// What a file holds may be anything.
    public Settings {
        theme = Objects.requireNonNullElse(theme, Optional.empty());
        textSize = textSize == 0 ? 100 : Math.clamp(textSize, MIN_TEXT, MAX_TEXT);
        motion = Objects.requireNonNullElse(motion, Optional.empty());
        numbers = Objects.requireNonNullElse(numbers, Optional.empty());
        studies = Objects.requireNonNullElse(studies, "");
    }

    /// @param config the person's configuration folder
    public static PreferencesFile<Settings> in(Path config) {
        return new PreferencesFile<>(config.resolve("settings.json"), Settings.class, FIRST);
    }

    /// The folder for studies, where it is there.
    public Optional<Path> folder() {
        try {
            return Optional.of(studies)
                    .filter(text -> !text.isBlank())
                    .map(Path::of)
                    .filter(Files::isDirectory);
        } catch (InvalidPathException e) {
            return Optional.empty();
        }
    }

    /// A new study.
    public Study blank() {
        return Study.blank().withNumbers(numbers);
    }
}
