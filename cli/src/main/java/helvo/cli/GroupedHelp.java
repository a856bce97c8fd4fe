package helvo.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import picocli.CommandLine;
import picocli.CommandLine.Help;
import picocli.CommandLine.Model.ArgSpec;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;
import picocli.CommandLine.Model.UsageMessageSpec;

/// Help in which options stand in groups, behind a short line of usage, with examples.
final class GroupedHelp {
    private GroupedHelp() {}

    static CommandLine in(CommandLine line) {
        CommandSpec spec = line.getCommandSpec();
        if (spec.userObject() instanceof Command command) {
            Arguments arguments = command.arguments();
            line.getHelpSectionMap()
                    .put(UsageMessageSpec.SECTION_KEY_SYNOPSIS, help -> synopsis(help, spec, arguments));
            line.getHelpSectionMap()
                    .put(UsageMessageSpec.SECTION_KEY_OPTION_LIST, help -> options(help, arguments.groups()));
            line.getHelpSectionMap()
                    .put(UsageMessageSpec.SECTION_KEY_EXIT_CODE_LIST, _ -> examples(arguments.examples()));
        }
        return line;
    }

    /// "helvo fit FILE... [--x COL] [--y COL] [OPTION...]"
    private static String synopsis(Help help, CommandSpec spec, Arguments arguments) {
        List<String> words = new ArrayList<>(List.of(spec.qualifiedName()));
        for (PositionalParamSpec each : spec.positionalParameters()) {
            String label = each.paramLabel() + (each.arity().max() > 1 ? "..." : "");
            words.add(each.required() ? label : "[" + label + "]");
        }
        spec.options().stream()
                .filter(ArgSpec::required)
                .map(each -> each.longestName() + " " + each.paramLabel())
                .forEach(words::add);
        arguments.usual().forEach(each -> words.add("[" + each.longestName() + " " + each.paramLabel() + "]"));
        words.add(spec.subcommands().isEmpty() ? "[OPTION...]" : "[COMMAND] [OPTION...]");
        return help.colorScheme().text(String.join(" ", words)) + "\n";
    }

    private static String options(Help help, Map<String, List<OptionSpec>> groups) {
        return groups.entrySet().stream()
                .filter(each -> !each.getValue().isEmpty())
                .map(each -> {
                    List<OptionSpec> options = each.getValue();
                    Help.Layout layout = help.createDefaultLayout(options, List.of(), help.colorScheme());
                    layout.addOptions(options, help.parameterLabelRenderer());
                    return (groups.size() == 1 ? "" : "\n" + each.getKey() + "\n") + layout;
                })
                .collect(Collectors.joining());
    }

    private static String examples(List<String> examples) {
        return examples.isEmpty()
                ? ""
                : (examples.size() == 1 ? "\nExample\n" : "\nExamples\n")
                        + examples.stream().map(each -> "  " + each + "\n").collect(Collectors.joining());
    }
}
