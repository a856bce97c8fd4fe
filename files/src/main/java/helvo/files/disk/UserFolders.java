package helvo.files.disk;

import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;

/// The folders for configuration, state and cache of the person.
///
/// @param config for settings
/// @param state  for journals, the list of recent studies, what was chosen last, and the log
public record UserFolders(Path config, Path state) {
    /// $XDG_CONFIG_HOME and $XDG_STATE_HOME, else what the system has for them.
    public static UserFolders ofSystem() {
        Path home = Path.of(System.getProperty("user.home"));
        String system = System.getProperty("os.name").toLowerCase(Locale.ROOT);
        boolean windows = system.contains("win") && !system.contains("darwin");
        boolean mac = system.contains("mac");
        Path library = home.resolve("Library/Application Support");
        Path config = windows
                ? named("APPDATA").orElse(home.resolve("AppData/Roaming"))
                : mac ? library : home.resolve(".config");
        Path state = windows
                ? named("LOCALAPPDATA").orElse(home.resolve("AppData/Local"))
                : mac ? library : home.resolve(".local/state");
        return new UserFolders(
                named("XDG_CONFIG_HOME").orElse(config).resolve("helvo"),
                named("XDG_STATE_HOME").orElse(state).resolve("helvo"));
    }

    /// Everything below one folder.
    public static UserFolders below(Path folder) {
        return new UserFolders(folder.resolve("config"), folder);
    }

    /// Where journals are kept, the usual place first.
    public Path kept() {
        return state.resolve("kept");
    }

    /// The curves that the person keeps under names.
    public Path curves() {
        return config.resolve("curves.json");
    }

    public Path log() {
        return state.resolve("faults.log");
    }

    private static Optional<Path> named(String variable) {
        return Optional.ofNullable(System.getenv(variable))
                .filter(text -> !text.isBlank())
                .map(Path::of)
                .filter(Path::isAbsolute);
    }
}
