package helvo.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/// The help of a command: a short line of usage, options in groups, examples; as wide as the terminal.
final class HelpText {
    /// Where a longer one begins its description on the next line.
    private static final int LONGEST_NAME = 26;
    /// Of what goes on below a description's first line.
    private static final int INDENT = 2;
    private static final int NARROWEST = 60;

    private final StringBuilder text = new StringBuilder();
    private final int width;
    private final int names;

    private HelpText(Stream<String> names) {
        width = Math.max(NARROWEST, Integer.getInteger("helvo.columns", 80));
        this.names = names.mapToInt(String::length)
                .filter(length -> length <= LONGEST_NAME)
                .max()
                .orElse(0);
    }

    /// @param commands of the program, none for a command
    static String of(Arguments arguments, List<Arguments> commands) {
        List<Argument> options = arguments.options();
        var help = new HelpText(Stream.of(
                        arguments.parameters().stream().map(HelpText::name),
                        options.stream().map(HelpText::name),
                        commands.stream().map(HelpText::name))
                .flatMap(each -> each));
        help.lines("Usage: " + usage(arguments, !commands.isEmpty()), 0);
        help.lines(arguments.description(), 0);
        arguments.parameters().forEach(each -> help.row(name(each), each.description()));
        arguments.groups().forEach((heading, group) -> {
            if (arguments.groups().size() > 1) {
                help.heading(heading);
            }
            group.forEach(each -> help.row(name(each), each.description()));
        });
        if (!commands.isEmpty()) {
            help.heading("Commands");
            commands.forEach(each -> help.row(name(each), each.description()));
        }
        if (!arguments.examples().isEmpty()) {
            help.heading(arguments.examples().size() == 1 ? "Example" : "Examples");
            arguments
                    .examples()
                    .forEach(each -> help.text.append("  ").append(each).append('\n'));
        }
        arguments.footer().forEach(each -> help.lines(each, 0));
        return help.text.toString();
    }

    /// "helvo fit FILE... [--x COL] [--y COL] [OPTION...]"
    private static String usage(Arguments arguments, boolean hasCommands) {
        List<String> words = new ArrayList<>(List.of(arguments.qualifiedName()));
        arguments
                .parameters()
                .forEach(each -> words.add(each.isRequired() ? each.inHelp() : "[" + each.inHelp() + "]"));
        arguments.options().stream().filter(Argument::isRequired).forEach(each -> words.add(each.asWritten()));
        arguments.usual().forEach(each -> words.add("[" + each.asWritten() + "]"));
        words.add(hasCommands ? "[COMMAND] [OPTION...]" : "[OPTION...]");
        return String.join(" ", words);
    }

    private static String name(Argument argument) {
        return argument.shortName().map(each -> "  " + each + ", ").orElse("      ") + argument.inHelp();
    }

    private static String name(Arguments command) {
        return "  " + command.name();
    }

    private void heading(String heading) {
        text.append('\n').append(Arguments.strong(heading)).append('\n');
    }

    private void row(String name, String description) {
        int from = names + INDENT;
        text.append(Arguments.strong(name));
        if (name.length() > names) {
            text.append('\n').append(" ".repeat(from));
        } else {
            text.append(" ".repeat(from - name.length()));
        }
        lines(description, from);
    }

    /// Broken between words, the first line from where the text is, the others indented.
    private void lines(String sentence, int from) {
        int column = from;
        boolean begins = true;
        for (String word : sentence.split(" ", -1)) {
            if (!begins && column + 1 + word.length() > width) {
                column = from == 0 ? 0 : from + INDENT;
                text.append('\n').append(" ".repeat(column));
            } else if (!begins) {
                text.append(' ');
                column++;
            }
            text.append(word);
            column += word.length();
            begins = false;
        }
        text.append('\n');
    }
}
