package helvo.cli;

import helvo.core.style.SymbolNames;
import java.io.PrintWriter;
import java.io.Writer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.function.Consumer;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.IGetter;
import picocli.CommandLine.Model.ISetter;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.TypeConversionException;

/// The options and parameters of one command. They are declared by calls and not by annotations,
/// since to find and read those takes a starting program longer than a fit.
public final class Arguments {
    private static final String OTHERS = "Others";
    private final CommandSpec spec;
    /// The options of each group, in the order in which they were declared.
    private final Map<String, List<OptionSpec>> groups = new LinkedHashMap<>();
    private final List<String> examples = new ArrayList<>();
    private final List<OptionSpec> usual = new ArrayList<>();
    private String group = OTHERS;

    /// @param command what is done once its arguments are known
    /// @param footer  lines below its help
    Arguments(Callable<Integer> command, String name, String description, String... footer) {
        spec = CommandSpec.wrapWithoutInspection(command).name(name);
        spec.usageMessage().description(description).footer(footer);
        spec.addOption(OptionSpec.builder("-h", "--help")
                .usageHelp(true)
                .description("Show this help message and exit.")
                .build());
        spec.addOption(OptionSpec.builder("-V", "--version")
                .versionHelp(true)
                .description("Print version information and exit.")
                .build());
        spec.versionProvider(new Version());
    }

    /// For the library that reads the command line.
    CommandSpec spec() {
        return spec;
    }

    /// The options that are declared from here on stand under a heading in the help.
    void group(String heading) {
        group = heading;
    }

    /// A command line to begin with, in the help and the manual.
    public void example(String line) {
        examples.add(line);
    }

    /// Those that the line of usage names, though they may be left out.
    List<OptionSpec> usual() {
        return usual;
    }

    List<String> examples() {
        return examples;
    }

    /// Groups of options by their headings, the further ones last.
    Map<String, List<OptionSpec>> groups() {
        var all = new LinkedHashMap<>(groups);
        List<OptionSpec> others = new ArrayList<>(spec.options());
        groups.values().forEach(others::removeAll);
        List<OptionSpec> further = all.remove(OTHERS);
        if (further != null) {
            others.addAll(0, further);
        }
        all.put(OTHERS, others);
        return all;
    }

    private void add(OptionSpec option) {
        spec.addOption(option);
        groups.computeIfAbsent(group, _ -> new ArrayList<>()).add(option);
    }

    /// An option that is there or not.
    public void flag(String name, String description, Consumer<Boolean> into) {
        add(flagged(name, description, into).build());
    }

    /// An option that is there or not, of this command and of all below it.
    void flagOfAll(String name, String description, Consumer<Boolean> into) {
        spec.addOption(flagged(name, description, into)
                .scopeType(CommandLine.ScopeType.INHERIT)
                .build());
    }

    private static OptionSpec.Builder flagged(String name, String description, Consumer<Boolean> into) {
        return bound(
                OptionSpec.builder(name)
                        .type(boolean.class)
                        .description(description)
                        .hasInitialValue(false),
                into);
    }

    private static OptionSpec.Builder bound(OptionSpec.Builder declared, Consumer<?> into) {
        var place = new Binding<>(into);
        return declared.getter(place).setter(place);
    }

    private static PositionalParamSpec.Builder bound(PositionalParamSpec.Builder declared, Consumer<?> into) {
        var place = new Binding<>(into);
        return declared.getter(place).setter(place);
    }

    /// An option with a value: what it is called, what its value is called, and what it is for.
    public Valued option(String name, String label, String description) {
        return new Valued(OptionSpec.builder(name)
                .paramLabel(label)
                .description(description)
                .hasInitialValue(false));
    }

    /// The one file that the command is about.
    public void file(String label, String description, Consumer<Path> into) {
        spec.addPositional(bound(
                        subject(label, "1", description)
                                .required(true)
                                .type(Path.class)
                                .converters(new FilePath()),
                        into)
                .build());
    }

    /// The one file that the command may be about.
    public void optionalFile(String label, String description, Consumer<Path> into) {
        spec.addPositional(
                bound(subject(label, "0..1", description).type(Path.class).converters(new FilePath()), into)
                        .build());
    }

    /// The one word that the command is about.
    public void word(String label, String description, List<String> choices, Consumer<String> into) {
        spec.addPositional(bound(
                        subject(label, "1", description)
                                .required(true)
                                .type(String.class)
                                .completionCandidates(choices),
                        into)
                .build());
    }

    /// The files that the command is about, one or more.
    public void files(String label, String description, Consumer<List<Path>> into) {
        spec.addPositional(bound(
                        subject(label, "1..*", description)
                                .required(true)
                                .type(List.class)
                                .auxiliaryTypes(Path.class)
                                .converters(new FilePath()),
                        into)
                .build());
    }

    private static PositionalParamSpec.Builder subject(String label, String arity, String description) {
        return PositionalParamSpec.builder()
                .paramLabel(label)
                .arity(arity)
                .description(description)
                .hasInitialValue(false);
    }

    /// The whole command line, of which this is a part.
    CommandLine program() {
        return spec.root().commandLine();
    }

    public PrintWriter out() {
        return spec.commandLine().getOut();
    }

    public PrintWriter err() {
        return spec.commandLine().getErr();
    }

    /// Bold on a terminal that shows it; the launcher knows, and honours NO_COLOR.
    String strong(String text) {
        return Boolean.getBoolean("helvo.terminal") ? "\u001b[1m" + text + "\u001b[0m" : text;
    }

    /// With its first line so.
    String firstStrong(String text) {
        int end = text.indexOf('\n');
        return end < 0 ? strong(text) : strong(text.substring(0, end)) + text.substring(end);
    }

    /// What a careful person wants to know, and what was done; nowhere with `--quiet`.
    PrintWriter remarks() {
        return isQuiet() ? new PrintWriter(Writer.nullWriter()) : err();
    }

    /// Where it is said what was done, by a command that writes files; nowhere with `--quiet`.
    PrintWriter done() {
        return isQuiet() ? new PrintWriter(Writer.nullWriter()) : out();
    }

    private boolean isQuiet() {
        return spec.root().userObject() instanceof Helvo program && program.isQuiet();
    }

    /// What to throw where the words are wrong: the sentence and how help is had are printed, the exit code is that
    /// of wrong usage.
    public ParameterException usageError(String sentence) {
        return new ParameterException(spec.commandLine(), sentence);
    }

    /// An option with a value that is being declared; the last call says of which type it is, and where it goes.
    public final class Valued {
        private final OptionSpec.Builder option;

        private Valued(OptionSpec.Builder option) {
            this.option = option;
        }

        public Valued required() {
            option.required(true);
            return this;
        }

        /// Seldom left out: named in the line of usage.
        Valued usual() {
            usual.add(option.build());
            return this;
        }

        /// What is taken where nothing is said.
        public Valued otherwise(String value) {
            option.defaultValue(value);
            return this;
        }

        /// What shells offer behind it.
        public Valued choices(List<String> values) {
            option.completionCandidates(values);
            return this;
        }

        /// Several values may stand in one, with commas between them.
        public Valued split() {
            option.splitRegex(",");
            return this;
        }

        /// Several values may follow it, up to the next option or a word that is none of them.
        public Valued several(Predicate<String> isNone) {
            option.arity("1..*").parameterConsumer((words, argument, _) -> {
                List<String> values = argument.getValue();
                values = values == null ? new ArrayList<>() : new ArrayList<>(values);
                boolean first = true;
                while (!words.isEmpty() && (first || !words.peek().startsWith("-") && !isNone.test(words.peek()))) {
                    values.add(words.pop());
                    first = false;
                }
                argument.setValue(values);
            });
            return this;
        }

        public void text(Consumer<String> into) {
            add(bound(option.type(String.class), into).build());
        }

        /// A text for people, in which `\mu` is µ.
        public void title(Consumer<String> into) {
            text(value -> into.accept(SymbolNames.replaced(value, true)));
        }

        public void path(Consumer<Path> into) {
            add(bound(option.type(Path.class).converters(new FilePath()), into).build());
        }

        /// A whole number.
        public void integer(Consumer<Integer> into) {
            add(bound(option.type(Integer.class), into).build());
        }

        public void number(Consumer<Double> into) {
            add(bound(option.type(Double.class).converters(new FiniteNumber()), into)
                    .build());
        }

        /// An option that may be repeated.
        public void texts(Consumer<List<String>> into) {
            add(bound(option.type(List.class).auxiliaryTypes(String.class), into)
                    .build());
        }

        /// Places along x, numbers or dates; the option may be repeated.
        void places(Consumer<List<PlaceOnAxis>> into) {
            add(bound(
                            option.type(List.class)
                                    .auxiliaryTypes(PlaceOnAxis.class)
                                    .converters(text -> PlaceOnAxis.of(text)
                                            .orElseThrow(() -> new TypeConversionException("“" + text
                                                    + "” is not a number, or is too large, and is not a date: write "
                                                    + "it as 3.5, 2e-6 or "
                                                    + "2026-03-05."))),
                            into)
                    .build());
        }

        /// An option that may be repeated.
        public void numbers(Consumer<List<Double>> into) {
            add(bound(option.type(List.class).auxiliaryTypes(Double.class).converters(new FiniteNumber()), into)
                    .build());
        }
    }

    /// Where a value goes; one that may be repeated is a list that grows, and is asked for in between.
    private static final class Binding<V> implements ISetter, IGetter {
        private final Consumer<V> consumer;
        private @Nullable V last;

        Binding(Consumer<V> consumer) {
            this.consumer = consumer;
        }

        @Override
        @SuppressWarnings("unchecked")
        public <T> @Nullable T set(T value) {
            if (value != null) {
                last = (V) value;
                consumer.accept(last);
            }
            return null;
        }

        @Override
        @SuppressWarnings({"unchecked", "TypeParameterUnusedInFormals"}) // as the library has it
        public <T> @Nullable T get() {
            return (T) last;
        }
    }
}
