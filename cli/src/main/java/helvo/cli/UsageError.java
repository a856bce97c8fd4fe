package helvo.cli;

import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import picocli.CommandLine.MissingParameterException;
import picocli.CommandLine.Model.ArgSpec;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.UnmatchedArgumentException;

/// An error of the command line, with the option that was probably meant.
final class UsageError {
    private UsageError() {}

    /// @param words the command line
    static String sentence(ParameterException wrong, String... words) {
        return switch (wrong) {
            case MissingParameterException missing -> missing(missing, List.of(words));
            case UnmatchedArgumentException unmatched -> unmatched(unmatched);
            // “--at: …”, without the library’s own words before it.
            default ->
                String.valueOf(wrong.getMessage())
                        .replaceFirst("^Invalid value for option '(--[\\w-]+)'[^:]*: ", "$1: ");
        };
    }

    private static String missing(MissingParameterException wrong, List<String> words) {
        CommandSpec command = wrong.getCommandLine().getCommandSpec();
        Optional<ArgSpec> withoutValue = wrong.getMissing().stream()
                .filter(each -> each.isOption()
                        && Stream.of(((OptionSpec) each).names())
                                .anyMatch(name -> words.stream().anyMatch(word -> word.equals(name))))
                .findFirst();
        if (withoutValue.isPresent()) {
            return ((OptionSpec) withoutValue.get()).longestName() + " needs a value behind it: "
                    + called(withoutValue.get()) + ".";
        }
        Optional<String> unknown = words.stream()
                .filter(word -> word.startsWith("--") && word.length() > 2)
                .map(word -> word.replaceFirst("=.*", ""))
                .filter(word -> command.findOption(word) == null)
                .findFirst();
        if (unknown.isPresent()) {
            return noOption(command, unknown.get());
        }
        // The file first, then the options.
        List<String> names = wrong.getMissing().stream()
                .sorted((a, b) -> Boolean.compare(a.isOption(), b.isOption()))
                .map(UsageError::called)
                .toList();
        String hint = ((Command) command.userObject()).hint();
        return command.qualifiedName() + " needs " + listed(names) + "." + (hint.isEmpty() ? "" : " " + hint);
    }

    private static String called(ArgSpec argument) {
        return argument.isOption()
                ? ((OptionSpec) argument).longestName() + " " + argument.paramLabel()
                : argument.paramLabel();
    }

    private static String listed(List<String> names) {
        return names.size() == 1
                ? names.getFirst()
                : String.join(", ", names.subList(0, names.size() - 1)) + " and " + names.getLast();
    }

    private static String unmatched(UnmatchedArgumentException wrong) {
        CommandSpec command = wrong.getCommandLine().getCommandSpec();
        String word = wrong.getUnmatched().getFirst();
        if (word.startsWith("-") && word.length() > 1) {
            return noOption(command, word.replaceFirst("=.*", ""));
        }
        if (command.parent() != null) {
            return "“" + word + "” is one word too many for " + command.qualifiedName()
                    + ": put a value with blanks in quotation marks.";
        }
        if (word.toLowerCase(Locale.ROOT).endsWith(".helvo")) {
            return "“" + word + "” is not a command. To open the study: helvo open " + quoted(word)
                    + ". To write its report: helvo report " + quoted(word) + " --out report.html.";
        }
        String likely = meant(word, command.subcommands().keySet());
        if (isFile(word) || likely.isEmpty() && word.indexOf('.') > 0) {
            return "“" + word + "” is not a command. To open it in the window: helvo open " + quoted(word)
                    + ". To see what it holds: " + "helvo check " + quoted(word) + ". To fit a curve: helvo fit "
                    + quoted(word) + " --x COL --y COL.";
        }
        return likely.isEmpty()
                ? "There is no command “" + word + "”; there are "
                        + listed(List.copyOf(command.subcommands().keySet())) + "."
                : ended("There is no command “" + word + "”", likely);
    }

    private static String noOption(CommandSpec command, String option) {
        List<String> options = command.options().stream()
                .flatMap(each -> Stream.of(each.names()))
                .toList();
        return ended(command.qualifiedName() + " has no option “" + option + "”", meant(option, options));
    }

    private static String ended(String sentence, String meant) {
        return sentence + meant + (meant.isEmpty() ? "." : "?");
    }

    private static String meant(String word, Collection<String> known) {
        return NameSuggestion.of(word, known)
                .map(each -> "; did you mean “" + each + "”")
                .orElse("");
    }

    private static boolean isFile(String word) {
        try {
            return Files.exists(Path.of(word));
        } catch (InvalidPathException e) {
            return false;
        }
    }

    private static String quoted(String word) {
        return word.matches("[\\w./+,@%-]+") ? word : "\"" + word + "\"";
    }
}
