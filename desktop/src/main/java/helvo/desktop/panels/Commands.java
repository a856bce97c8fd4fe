package helvo.desktop.panels;

import helvo.core.Require;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;

/// Everything that can be done by name: for the finder and for keys.
public final class Commands {
    private final List<Command> commands = new ArrayList<>();
    /// What adds those that have no key, once somebody looks for them.
    private final List<Runnable> later = new ArrayList<>();

    /// @param keys     the first is the one that is shown
    /// @param possible whether it can be done now
    /// @param text     that it is found by as well; empty for what is found by its name only
    /// @param isOfFigure its key waits while the figure is worked out and drawn
    public record Command(
            String name,
            List<KeyCombination> keys,
            BooleanSupplier possible,
            Runnable action,
            String text,
            boolean isOfFigure) {
        private static boolean hasAll(String text, String[] words) {
            String lower = text.toLowerCase(Locale.ROOT);
            return Arrays.stream(words).allMatch(lower::contains);
        }

        public boolean hasKey(KeyEvent event) {
            return keys.stream().anyMatch(each -> each.match(event));
        }
    }

    public void add(String name, String keys, BooleanSupplier possible, Runnable action) {
        add(name, keys, possible, action, false);
    }

    /// What is done with the figure as it is worked out and drawn.
    public void addOfFigure(String name, String keys, BooleanSupplier possible, Runnable action) {
        add(name, keys, possible, action, true);
    }

    private void add(String name, String keys, BooleanSupplier possible, Runnable action, boolean isOfFigure) {
        commands.add(new Command(
                name, keys.isEmpty() ? List.of() : List.of(combination(keys)), possible, action, "", isOfFigure));
    }

    /// What is read rather than done: found by what it says as well.
    public void addText(String name, String text, Runnable action) {
        commands.add(new Command(name, List.of(), () -> true, action, text, false));
    }

    /// What has no key and takes a while to gather.
    public void addLater(Runnable adds) {
        later.add(adds);
    }

    /// A command that many people know by another key as well.
    public void add(String name, String keys, BooleanSupplier possible, Runnable action, String alsoKeys) {
        commands.add(new Command(name, List.of(combination(keys), combination(alsoKeys)), possible, action, "", false));
    }

    /// What has a key and no name in the finder.
    public void addHidden(String keys, Runnable action) {
        commands.add(new Command("", List.of(combination(keys)), () -> true, action, "", false));
    }

    /// Whether a key can be that of a command: one that types something, or moves about, never is.
    public static boolean mayBeKey(KeyEvent event) {
        return event.isShortcutDown() || event.isAltDown() || event.getCode().isFunctionKey();
    }

    private static KeyCombination combination(String keys) {
        KeyCombination combination = KeyCombination.keyCombination(keys);
        Require.require(
                combination instanceof KeyCodeCombination code
                        && (code.getCode().isFunctionKey()
                                || code.getShortcut() == KeyCombination.ModifierValue.DOWN
                                || code.getAlt() == KeyCombination.ModifierValue.DOWN),
                "“%s” names no key of a command",
                keys);
        return combination;
    }

    /// Those that can be done now and whose name holds every word that was typed, best matches first; then those
    /// that other words are used for ([Synonyms]), and what tells of these words.
    public List<Command> matching(String typed) {
        String[] words = typed.strip().toLowerCase(Locale.ROOT).split("\\s+");
        return all().stream()
                .filter(command ->
                        !command.name().isEmpty() && command.possible().getAsBoolean())
                .filter(command -> !typed.isBlank() || command.text().isEmpty())
                .filter(command -> Command.hasAll(command.name() + " " + command.text(), words)
                        || command.text().isEmpty() && Synonyms.meant(command.name(), words))
                .sorted(Comparator.<Command, Boolean>comparing(command -> !Command.hasAll(command.name(), words))
                        .thenComparing(command -> !command.text().isEmpty())
                        .thenComparing(command ->
                                !command.name().toLowerCase(Locale.ROOT).startsWith(words[0])))
                .toList();
    }

    /// The one that a key means now.
    public Optional<Command> of(KeyEvent event) {
        return commands.stream()
                .filter(command -> command.hasKey(event) && command.possible().getAsBoolean())
                .findFirst();
    }

    /// Whether a key means something that is done with the figure, be it there yet or not.
    public boolean isOfFigure(KeyEvent event) {
        return commands.stream().anyMatch(command -> command.isOfFigure() && command.hasKey(event));
    }

    public List<Command> all() {
        List<Runnable> adding = List.copyOf(later);
        later.clear();
        adding.forEach(Runnable::run);
        return commands;
    }
}
