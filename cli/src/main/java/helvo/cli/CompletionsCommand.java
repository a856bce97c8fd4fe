package helvo.cli;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.StreamSupport;
import picocli.AutoComplete;
import picocli.CommandLine;
import picocli.CommandLine.Model.OptionSpec;

/// The command `helvo completions`: a script with which a shell completes commands, options and their values.
final class CompletionsCommand extends Command {
    /// Around the function that the library writes: values that only the files of the line can tell.
    private static final String BASH_VALUES = """

            _helvo_values() {
              local option=${COMP_WORDS[COMP_CWORD-1]} typed=${COMP_WORDS[COMP_CWORD]} value
              case $option in
                OPTIONS)
                  COMPREPLY=()
                  typed=${typed#[\\"\\']}
                  while IFS= read -r value; do
                    if [[ $value == "${typed//\\\\/}"* ]]; then
                      COMPREPLY+=("$(printf %q "$value")")
                    fi
                  done < <(helvo values "${option#--}" -- "${COMP_WORDS[@]:1:COMP_CWORD-1}" 2>/dev/null)
                  ;;
                *) _complete_helvo ;;
              esac
            }
            complete -F _helvo_values -o default helvo
            """.replace("OPTIONS", String.join("|", ValuesCommand.all()));

    private String shell;

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    CompletionsCommand() {
        super("completions", "Print what a shell needs to complete commands and options: bash, zsh or fish.");
        arguments.example("source <(helvo completions bash)");
        arguments.word("SHELL", "bash, zsh or fish.", List.of("bash", "zsh", "fish"), value -> shell = value);
    }

    @Override
    public Integer call() {
        CommandLine program = arguments.program();
        PrintWriter out = arguments.out();
        out.print(
                switch (shell.toLowerCase(Locale.ROOT)) {
                    case "bash" -> AutoComplete.bash("helvo", program) + BASH_VALUES;
                    case "zsh" -> zsh(program);
                    case "fish" -> fish(program);
                    default -> throw arguments.usageError("“" + shell + "” is not known: choose bash, zsh or fish.");
                });
        out.flush();
        return Helvo.DONE;
    }

    private static String zsh(CommandLine program) {
        var text = new StringBuilder("""
                #compdef helvo

                _helvo_values() {
                  local -a values
                  values=("${(@f)$(helvo values $1 -- "${(@Q)words[2,CURRENT-1]}" 2>/dev/null)}")
                  compadd -a values
                }

                _helvo() {
                  local -a commands
                  commands=(
                """);
        program.getSubcommands().forEach((name, each) -> text.append("    '")
                .append(name)
                .append(':')
                .append(quoted(aboutCommand(each)))
                .append("'\n"));
        text.append(
                "  )\n  if (( CURRENT == 2 )); then\n    _describe 'command' commands\n    _files\n    return\n  fi\n"
                        + "  case $words[2] in\n");
        program.getSubcommands().forEach((name, each) -> {
            text.append("    ").append(name).append(")\n      _arguments \\\n");
            each.getCommandSpec().options().forEach(option -> Arrays.stream(option.names())
                    .forEach(flag -> text.append("        '")
                            .append(flag)
                            .append('[')
                            .append(quoted(aboutOption(option))
                                    .replace("[", "(")
                                    .replace("]", ")"))
                            .append(']')
                            .append(
                                    option.arity().max() > 0
                                            ? ":" + quoted(option.paramLabel()) + ":" + zshValues(option)
                                            : "")
                            .append("' \\\n")));
            List<String> words = each.getCommandSpec().positionalParameters().stream()
                    .filter(word -> word.completionCandidates() != null)
                    .flatMap(word ->
                            StreamSupport.stream(word.completionCandidates().spliterator(), false))
                    .toList();
            text.append("        '*:file:")
                    .append(words.isEmpty() ? "_files" : "(" + String.join(" ", words) + ")")
                    .append("'\n      ;;\n");
        });
        return text.append("  esac\n}\n\n_helvo \"$@\"\n").toString();
    }

    private static String fish(CommandLine program) {
        var text = new StringBuilder();
        program.getSubcommands().forEach((name, each) -> {
            text.append("complete -c helvo -n __fish_use_subcommand -a ")
                    .append(name)
                    .append(" -d '")
                    .append(quoted(aboutCommand(each)))
                    .append("'\n");
            each.getCommandSpec().options().forEach(option -> text.append(
                            "complete -c helvo -n '__fish_seen_subcommand_from ")
                    .append(name)
                    .append("'")
                    .append(Arrays.stream(option.names())
                            .map(flag ->
                                    flag.startsWith("--") ? " -l " + flag.substring(2) : " -s " + flag.substring(1))
                            .collect(Collectors.joining()))
                    .append(option.arity().max() > 0 ? " -r" : "")
                    .append(fishValues(option))
                    .append(" -d '")
                    .append(quoted(aboutOption(option)))
                    .append("'\n"));
        });
        return text.toString();
    }

    private static List<String> values(OptionSpec option) {
        var values = new ArrayList<String>();
        if (option.completionCandidates() != null) {
            option.completionCandidates().forEach(values::add);
        }
        return values;
    }

    private static String zshValues(OptionSpec option) {
        if (ValuesCommand.all().contains(option.longestName())) {
            return "{_helvo_values " + option.longestName().substring(2) + "}";
        }
        List<String> values = values(option);
        return values.isEmpty() ? "_files" : "(" + String.join(" ", values) + ")";
    }

    private static String fishValues(OptionSpec option) {
        if (ValuesCommand.all().contains(option.longestName())) {
            return " -f -a '(helvo values " + option.longestName().substring(2)
                    + " -- (commandline -opc)[2..] 2>/dev/null)'";
        }
        List<String> values = values(option);
        return values.isEmpty() ? "" : " -f -a '" + String.join(" ", values) + "'";
    }

    static String aboutCommand(CommandLine each) {
        return String.join(" ", each.getCommandSpec().usageMessage().description())
                .replace("%n", " ")
                .strip();
    }

    /// With the defaults and the percent signs as a person reads them.
    static String aboutOption(OptionSpec option) {
        return String.join(" ", option.description())
                .replace("${DEFAULT-VALUE}", String.valueOf(option.defaultValue()))
                .replace("%%", "%")
                .replace("%n", " ");
    }

    private static String quoted(String text) {
        return text.replace("'", "’").replace(":", "\\:");
    }
}
