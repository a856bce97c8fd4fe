package helvo.cli;

import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// The command `helvo completions`: a script with which a shell completes commands, options and their values.
final class CompletionsCommand extends Command {
    /// Values that only the files of the line can tell are asked for while it is typed; what is neither an option
    /// nor a known value is a file.
    private static final String BASH = """
            _helvo() {
              local typed=${COMP_WORDS[COMP_CWORD]} option=${COMP_WORDS[COMP_CWORD-1]} words= value
              if [[ $typed == = ]]; then
                typed=
              elif [[ $option == = ]]; then
                option=${COMP_WORDS[COMP_CWORD-2]}
              fi
              COMPREPLY=()
              case $option in
                @FILES)
                  typed=${typed#[\\"\\']}
                  while IFS= read -r value; do
                    if [[ $value == "${typed//\\\\/}"* ]]; then
                      COMPREPLY+=("$(printf %q "$value")")
                    fi
                  done < <(helvo values "${option#--}" -- "${COMP_WORDS[@]:1:COMP_CWORD-1}" 2>/dev/null)
                  return
                  ;;
              esac
              if [ "$COMP_CWORD" -eq 1 ]; then
                words="@COMMANDS"
              else
                case ${COMP_WORDS[1]}:$option in
            @VALUES
                esac
                if [ -z "$words" ] && [[ $typed == -* ]]; then
                  case ${COMP_WORDS[1]} in
            @OPTIONS
                  esac
                fi
                case ${COMP_WORDS[1]} in
            @WORDS
                esac
              fi
              COMPREPLY=($(compgen -W "$words" -- "$typed"))
            }
            complete -F _helvo -o default helvo
            """;

    private final Helvo helvo;
    private String shell;

    @SuppressWarnings("NullAway.Init") // set while the command line is read
    CompletionsCommand(Helvo helvo) {
        super("completions", "Print what a shell needs to complete commands and options: bash, zsh or fish.");
        this.helvo = helvo;
        arguments.example("source <(helvo completions bash)");
        arguments.word("SHELL", "bash, zsh or fish.", List.of("bash", "zsh", "fish"), value -> shell = value);
    }

    @Override
    public Integer call() {
        List<Arguments> commands = helvo.commands();
        PrintWriter out = arguments.out();
        out.print(
                switch (shell.toLowerCase(Locale.ROOT)) {
                    case "bash" -> bash(commands);
                    case "zsh" -> zsh(commands);
                    case "fish" -> fish(commands);
                    default -> throw new UsageError("“" + shell + "” is not known: choose bash, zsh or fish.");
                });
        out.flush();
        return Helvo.DONE;
    }

    private static String bash(List<Arguments> commands) {
        String values = commands.stream()
                .flatMap(command -> command.options().stream()
                        .filter(option -> !option.choices().isEmpty())
                        .map(option -> bashCase(command.name() + ":" + option.name(), option.choices().stream())))
                .collect(Collectors.joining("\n"));
        String options = commands.stream()
                .map(command ->
                        bashCase(command.name(), command.options().stream().flatMap(option -> option.names().stream())))
                .collect(Collectors.joining("\n"));
        String words = commands.stream()
                .filter(command -> !words(command).isEmpty())
                .map(command -> bashCase(command.name(), words(command).stream()))
                .collect(Collectors.joining("\n"));
        return BASH.replace("@FILES", String.join("|", ValuesCommand.all()))
                .replace("@COMMANDS", commands.stream().map(Arguments::name).collect(Collectors.joining(" ")))
                .replace("@VALUES", values)
                .replace("@OPTIONS", options)
                .replace("@WORDS", words);
    }

    private static String bashCase(String pattern, Stream<String> words) {
        return "        " + pattern + ") words=\"" + words.collect(Collectors.joining(" ")) + "\" ;;";
    }

    /// What may stand for the command's first parameter.
    private static List<String> words(Arguments command) {
        return command.parameters().stream()
                .flatMap(each -> each.choices().stream())
                .toList();
    }

    private static String zsh(List<Arguments> commands) {
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
        commands.forEach(each -> text.append("    '")
                .append(each.name())
                .append(':')
                .append(quoted(each.description()))
                .append("'\n"));
        text.append(
                "  )\n  if (( CURRENT == 2 )); then\n    _describe 'command' commands\n    _files\n    return\n  fi\n"
                        + "  case $words[2] in\n");
        commands.forEach(each -> {
            text.append("    ").append(each.name()).append(")\n      _arguments \\\n");
            each.options().forEach(option -> option.names().forEach(flag -> text.append("        '")
                    .append(flag)
                    .append('[')
                    .append(quoted(option.description()).replace("[", "(").replace("]", ")"))
                    .append(']')
                    .append(option.takesValue() ? ":" + quoted(option.label()) + ":" + zshValues(option) : "")
                    .append("' \\\n")));
            text.append("        '*:file:")
                    .append(words(each).isEmpty() ? "_files" : "(" + String.join(" ", words(each)) + ")")
                    .append("'\n      ;;\n");
        });
        return text.append("  esac\n}\n\n_helvo \"$@\"\n").toString();
    }

    private static String fish(List<Arguments> commands) {
        var text = new StringBuilder();
        commands.forEach(each -> {
            text.append("complete -c helvo -n __fish_use_subcommand -a ")
                    .append(each.name())
                    .append(" -d '")
                    .append(quoted(each.description()))
                    .append("'\n");
            each.options().forEach(option -> text.append("complete -c helvo -n '__fish_seen_subcommand_from ")
                    .append(each.name())
                    .append("' -l ")
                    .append(option.bareName())
                    .append(option.shortName()
                            .map(name -> " -s " + name.substring(1))
                            .orElse(""))
                    .append(option.takesValue() ? " -r" : "")
                    .append(fishValues(option))
                    .append(" -d '")
                    .append(quoted(option.description()))
                    .append("'\n"));
        });
        return text.toString();
    }

    private static String zshValues(Argument option) {
        return ValuesCommand.all().contains(option.name())
                ? "{_helvo_values " + option.bareName() + "}"
                : option.choices().isEmpty() ? "_files" : "(" + String.join(" ", option.choices()) + ")";
    }

    private static String fishValues(Argument option) {
        return ValuesCommand.all().contains(option.name())
                ? " -f -a '(helvo values " + option.bareName() + " -- (commandline -opc)[2..] 2>/dev/null)'"
                : option.choices().isEmpty() ? "" : " -f -a '" + String.join(" ", option.choices()) + "'";
    }

    private static String quoted(String text) {
        return text.replace("'", "’").replace(":", "\\:");
    }
}
