package helvo.desktop;

import helvo.core.Require;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;

/// Everything that can be done by name: for the finder and for keys.
final class Commands {
    private final List<Command> commands = new ArrayList<>();

    /// @param possible whether it can be done now
    record Command(String name, Optional<KeyCombination> keys, BooleanSupplier possible, Runnable action) {}

    void add(String name, String keys, BooleanSupplier possible, Runnable action) {
        Optional<KeyCombination> combination = keys.isEmpty() ? Optional.empty() : Optional.of(KeyCombination.keyCombination(keys));
        Require.require(combination.isEmpty() || combination.get() instanceof KeyCodeCombination, "“%s” names no key", keys);
        commands.add(new Command(name, combination, possible, action));
    }

    /// Those that can be done now and whose name holds every word that was typed, best matches first.
    List<Command> matching(String typed) {
        String[] words = typed.strip().toLowerCase().split("\\s+");
        return commands.stream().filter(command -> command.possible().getAsBoolean())
                .filter(command -> java.util.Arrays.stream(words).allMatch(command.name().toLowerCase()::contains))
                .sorted(java.util.Comparator.comparing(command -> !command.name().toLowerCase().startsWith(words[0])))
                .toList();
    }

    List<Command> all() {
        return commands;
    }
}
