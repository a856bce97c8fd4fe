package helvo.cli;

import java.util.List;
import java.util.Optional;

/// `helvo help COMMAND`: as `helvo COMMAND --help`.
final class HelpCommand extends Command {
    private final Helvo helvo;
    private Optional<String> command = Optional.empty();

    HelpCommand(Helvo helvo) {
        super("help", "Show the help of a command.");
        this.helvo = helvo;
        arguments.optionalWord("COMMAND", "Without one, the help of all.", value -> command = Optional.of(value));
    }

    @Override
    public Integer call() throws Exception {
        return helvo.run(command.map(each -> List.of(each, "--help")).orElse(List.of("--help")));
    }
}
