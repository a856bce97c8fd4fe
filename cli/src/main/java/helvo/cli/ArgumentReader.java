package helvo.cli;

import helvo.core.WordList;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.apache.commons.cli.CommandLine;
import org.apache.commons.cli.DefaultParser;
import org.apache.commons.cli.MissingArgumentException;
import org.apache.commons.cli.Option;
import org.apache.commons.cli.Options;
import org.apache.commons.cli.ParseException;
import org.apache.commons.cli.UnrecognizedOptionException;

/// Reads a command line as a command declares it. What is wrong ends in a [UsageError] that names what was probably
/// meant.
final class ArgumentReader {
    private final Arguments declared;

    ArgumentReader(Arguments declared) {
        this.declared = declared;
    }

    /// Takes the options in front of the first other word.
    ///
    /// @return that word, and all behind it
    List<String> readUpToCommand(List<String> words) {
        CommandLine line = parsed(words, true);
        List<String> rest = line.getArgList();
        if (!rest.isEmpty() && rest.getFirst().startsWith("-")) {
            throw noOption(rest.getFirst());
        }
        declared.options().forEach(each -> take(each, line));
        return rest;
    }

    /// Takes all words. Where help is asked for, nothing else need be there.
    void readAll(List<String> words) {
        CommandLine line = parsed(words, false);
        List<Argument> options = declared.options();
        options.stream().filter(Predicate.not(Argument::takesValue)).forEach(each -> take(each, line));
        if (declared.asksForHelp()) {
            return;
        }
        List<String> rest = line.getArgList();
        List<Argument> missing = new ArrayList<>(declared.parameters().stream()
                .filter(Argument::isRequired)
                .skip(rest.size())
                .toList());
        options.stream()
                .filter(each -> each.isRequired() && !line.hasOption(each.bareName()))
                .forEach(missing::add);
        if (!missing.isEmpty()) {
            String names =
                    WordList.and(missing.stream().map(Argument::asWritten).toList());
            throw new UsageError((declared.qualifiedName() + " needs " + names + ". " + declared.hint()).strip());
        }
        options.stream().filter(Argument::takesValue).forEach(each -> take(each, line));
        takeParameters(rest);
    }

    private void takeParameters(List<String> rest) {
        int next = 0;
        for (Argument each : declared.parameters()) {
            int end = each.isRepeatable() ? rest.size() : Math.min(next + 1, rest.size());
            each.take(rest.subList(next, end));
            next = end;
        }
        if (next < rest.size()) {
            throw new UsageError("“" + rest.get(next) + "” is one word too many for " + declared.qualifiedName()
                    + ": put a value with blanks in quotation marks.");
        }
    }

    private static void take(Argument option, CommandLine line) {
        if (!option.takesValue()) {
            if (line.hasOption(option.bareName())) {
                option.take(List.of(option.name()));
            }
            return;
        }
        String[] values = line.getOptionValues(option.bareName());
        option.take(values == null ? List.of() : List.of(values));
    }

    private CommandLine parsed(List<String> words, boolean upToCommand) {
        var options = new Options();
        for (Argument each : declared.options()) {
            options.addOption(Option.builder(
                            each.shortName().map(name -> name.substring(1)).orElse(null))
                    .longOpt(each.bareName())
                    .hasArg(each.takesValue())
                    .get());
        }
        try {
            return DefaultParser.builder()
                    .setAllowPartialMatching(false)
                    .setStripLeadingAndTrailingQuotes(false)
                    .get()
                    .parse(options, oneByOne(words), null, upToCommand);
        } catch (UnrecognizedOptionException e) {
            throw noOption(e.getOption());
        } catch (MissingArgumentException e) {
            Argument option = named("--" + e.getOption().getLongOpt()).orElseThrow();
            throw new UsageError(option.name() + " needs a value behind it: " + option.asWritten() + ".");
        } catch (ParseException e) {
            throw new UsageError(String.valueOf(e.getMessage()));
        }
    }

    /// With the name of the option before each of several values that follow one another.
    private String[] oneByOne(List<String> words) {
        var all = new ArrayList<String>();
        for (int i = 0; i < words.size(); i++) {
            String word = words.get(i);
            if (word.equals("--")) {
                all.addAll(words.subList(i, words.size()));
                break;
            }
            all.add(word);
            Optional<Argument> option = named(word).filter(Argument::takesSeveral);
            if (option.isPresent() && i + 1 < words.size()) {
                all.add(words.get(++i));
                while (i + 1 < words.size() && option.get().goesOnWith(words.get(i + 1))) {
                    all.add(word);
                    all.add(words.get(++i));
                }
            }
        }
        return all.toArray(String[]::new);
    }

    private Optional<Argument> named(String name) {
        return declared.options().stream()
                .filter(each -> each.name().equals(name))
                .findFirst();
    }

    private UsageError noOption(String word) {
        String option = word.replaceFirst("=.*", "");
        if (named(option).isPresent()) {
            return new UsageError(option + " takes no value.");
        }
        List<String> options = declared.options().stream()
                .flatMap(each -> each.names().stream())
                .toList();
        return new UsageError(declared.qualifiedName() + " has no option “" + option + "”" + meant(option, options));
    }

    /// The end of a sentence that says that something is not there.
    static String meant(String word, List<String> known) {
        return NameSuggestion.of(word, known)
                .map(each -> "; did you mean “" + each + "”?")
                .orElse(".");
    }
}
