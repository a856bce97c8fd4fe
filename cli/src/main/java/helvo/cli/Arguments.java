package helvo.cli;

import helvo.core.style.SymbolNames;
import helvo.files.ProgramVersion;
import java.io.PrintWriter;
import java.io.Writer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/// The options and parameters of one command, declared by calls and read from a command line, and where the command
/// writes its answers.
public final class Arguments {
    private static final String OTHERS = "Others";
    private final Command command;
    private final String name;
    private final String description;
    private final List<String> footer;
    private final List<Argument> parameters = new ArrayList<>();
    /// The options of each group, in the order in which they were declared.
    private final Map<String, List<Argument>> groups = new LinkedHashMap<>();
    private final List<String> examples = new ArrayList<>();
    private final List<Argument> usual = new ArrayList<>();
    private String group = OTHERS;
    private boolean showsHelp;
    private boolean showsVersion;
    /// Those of the program, of which this command is one; of the program itself these.
    private Arguments program = this;
    private @Nullable PrintWriter out;
    private @Nullable PrintWriter err;

    /// @param command     what is done once its arguments are known
    /// @param description what it does, in a sentence
    /// @param footer      lines below its help
    Arguments(Command command, String name, String description, String... footer) {
        this.command = command;
        this.name = name;
        this.description = description;
        this.footer = List.of(footer);
    }

    /// "helvo fit".
    String qualifiedName() {
        return program == this ? name : program.name + " " + name;
    }

    String name() {
        return name;
    }

    String description() {
        return description;
    }

    List<String> footer() {
        return footer;
    }

    /// What else helps where words are missing; empty for nothing.
    String hint() {
        return command.hint();
    }

    /// Makes this a command of a program, whose own options it takes too.
    void partOf(Arguments whole) {
        program = whole;
    }

    void writeTo(PrintWriter output, PrintWriter errors) {
        out = output;
        err = errors;
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
    List<Argument> usual() {
        return usual;
    }

    List<String> examples() {
        return examples;
    }

    List<Argument> parameters() {
        return parameters;
    }

    /// Groups of options by their headings, the further ones last.
    Map<String, List<Argument>> groups() {
        var all = new LinkedHashMap<>(groups);
        List<Argument> others =
                new ArrayList<>(Optional.ofNullable(all.remove(OTHERS)).orElse(List.of()));
        others.add(Argument.flag(
                "--help", Optional.of("-h"), "Show this help message and exit.", value -> showsHelp = value));
        others.add(Argument.flag(
                "--version", Optional.of("-V"), "Print version information and exit.", value -> showsVersion = value));
        if (program != this) {
            others.addAll(program.groups.values().stream().flatMap(List::stream).toList());
        }
        all.put(OTHERS, others);
        return all;
    }

    /// In the order of the help.
    List<Argument> options() {
        return groups().values().stream().flatMap(List::stream).toList();
    }

    /// The options of a group that stand on the command line.
    List<String> given(String heading) {
        return groups.getOrDefault(heading, List.of()).stream()
                .filter(Argument::isGiven)
                .map(Argument::name)
                .toList();
    }

    boolean asksForHelp() {
        return showsHelp || showsVersion;
    }

    /// What was asked for instead of the command itself: its help, or the version.
    ///
    /// @param commands of the program, none for a command
    String help(List<Arguments> commands) {
        return showsHelp ? HelpText.of(this, commands) : ProgramVersion.text() + "\n";
    }

    private Argument add(Argument option) {
        groups.computeIfAbsent(group, _ -> new ArrayList<>()).add(option);
        return option;
    }

    /// An option that is there or not.
    public void flag(String flag, String about, Consumer<Boolean> into) {
        add(Argument.flag(flag, Optional.empty(), about, into));
    }

    /// An option with a value: what it is called, what its value is called, and what it is for.
    public Valued option(String option, String label, String about) {
        return new Valued(add(Argument.option(option, label, about)));
    }

    private Argument parameter(String label, String about) {
        Argument parameter = Argument.parameter(label, about);
        parameters.add(parameter);
        return parameter;
    }

    /// The one file that the command is about.
    public void file(String label, String about, Consumer<Path> into) {
        parameter(label, about).required().into(Values::path, into);
    }

    /// The one file that the command may be about.
    public void optionalFile(String label, String about, Consumer<Path> into) {
        parameter(label, about).into(Values::path, into);
    }

    /// The one word that the command is about.
    void word(String label, String about, List<String> choices, Consumer<String> into) {
        parameter(label, about).required().choices(() -> choices).into(Function.identity(), into);
    }

    /// The one word that the command may be about.
    void optionalWord(String label, String about, Consumer<String> into) {
        parameter(label, about).into(Function.identity(), into);
    }

    /// The files that the command is about, one or more.
    void files(String label, String about, Consumer<List<Path>> into) {
        parameter(label, about).required().intoList(Values::path, into);
    }

    public PrintWriter out() {
        return Objects.requireNonNull(program.out);
    }

    public PrintWriter err() {
        return Objects.requireNonNull(program.err);
    }

    /// Bold on a terminal that shows it; the launcher knows, and honours NO_COLOR.
    static String strong(String text) {
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
        return program.command instanceof Helvo helvo && helvo.isQuiet();
    }

    /// An option with a value that is being declared; the last call says of which type it is, and where it goes.
    public final class Valued {
        private final Argument option;

        private Valued(Argument option) {
            this.option = option;
        }

        public Valued required() {
            option.required();
            return this;
        }

        /// Seldom left out: named in the line of usage.
        Valued usual() {
            usual.add(option);
            return this;
        }

        /// What is taken where nothing is said.
        public Valued otherwise(String value) {
            option.otherwise(value);
            return this;
        }

        /// What shells offer behind it.
        Valued choices(List<String> values) {
            return choices(() -> values);
        }

        /// What shells offer behind it, worked out when one does.
        Valued choices(Supplier<List<String>> values) {
            option.choices(values);
            return this;
        }

        /// Several values may stand in one, with commas between them.
        Valued split() {
            option.split();
            return this;
        }

        /// Several values may follow it, up to the next option or a word that is none of them.
        Valued several(Predicate<String> isNone) {
            option.several(isNone);
            return this;
        }

        public void text(Consumer<String> into) {
            option.into(Function.identity(), into);
        }

        /// A text for people, in which `\mu` is µ.
        void title(Consumer<String> into) {
            text(value -> into.accept(SymbolNames.replaced(value, true)));
        }

        public void path(Consumer<Path> into) {
            option.into(Values::path, into);
        }

        void integer(Consumer<Integer> into) {
            option.into(Values::wholeNumber, into);
        }

        void number(Consumer<Double> into) {
            option.into(Values::number, into);
        }

        /// An option that may be repeated.
        void texts(Consumer<List<String>> into) {
            option.intoList(Function.identity(), into);
        }

        /// Places along x, numbers or dates; the option may be repeated.
        void places(Consumer<List<PlaceOnAxis>> into) {
            option.intoList(Values::place, into);
        }

        /// An option that may be repeated.
        void numbers(Consumer<List<Double>> into) {
            option.intoList(Values::number, into);
        }
    }
}
