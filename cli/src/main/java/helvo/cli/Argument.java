package helvo.cli;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.stream.Stream;

/// An option of a command, or a parameter that stands for itself: how it is written, what it is for, and where its
/// values go.
final class Argument {
    private final String name;
    private final Optional<String> shortName;
    private final String label;
    private final String description;
    private boolean required;
    private boolean repeatable;
    private boolean split;
    private boolean given;
    private Supplier<List<String>> choices = List::of;
    private Optional<String> standard = Optional.empty();
    private Optional<Predicate<String>> end = Optional.empty();
    private Consumer<List<String>> into = _ -> {};

    private Argument(String name, Optional<String> shortName, String label, String description) {
        this.name = name;
        this.shortName = shortName;
        this.label = label;
        this.description = description;
    }

    /// @param name      with its dashes
    /// @param shortName likewise, of one letter
    static Argument flag(String name, Optional<String> shortName, String description, Consumer<Boolean> into) {
        var flag = new Argument(name, shortName, "", description);
        flag.into = _ -> into.accept(true);
        return flag;
    }

    static Argument option(String name, String label, String description) {
        return new Argument(name, Optional.empty(), label, description);
    }

    static Argument parameter(String label, String description) {
        return new Argument("", Optional.empty(), label, description);
    }

    Argument required() {
        required = true;
        return this;
    }

    /// Several values may stand in one, with commas between them.
    Argument split() {
        split = true;
        return this;
    }

    /// Several values may follow one another, up to the next option or a word that is none of them.
    Argument several(Predicate<String> isNone) {
        end = Optional.of(isNone);
        return this;
    }

    /// What shells offer; asked for when one does.
    Argument choices(Supplier<List<String>> values) {
        choices = values;
        return this;
    }

    Argument otherwise(String value) {
        standard = Optional.of(value);
        return this;
    }

    /// For one value.
    <V> Argument into(Function<String, V> meaning, Consumer<V> place) {
        into = words -> place.accept(meaning.apply(words.getFirst()));
        return this;
    }

    /// For any number of values.
    <V> Argument intoList(Function<String, V> meaning, Consumer<List<V>> place) {
        repeatable = true;
        into = words ->
                place.accept(words.stream().flatMap(this::parts).map(meaning).toList());
        return this;
    }

    private Stream<String> parts(String word) {
        return split ? Arrays.stream(word.split(",")) : Stream.of(word);
    }

    /// With its dashes; of a parameter that which stands for it in the help.
    String name() {
        return name.isEmpty() ? label : name;
    }

    /// Without dashes.
    String bareName() {
        return name.substring(2);
    }

    Optional<String> shortName() {
        return shortName;
    }

    /// The short one first.
    List<String> names() {
        return shortName.map(each -> List.of(each, name)).orElseGet(() -> List.of(name));
    }

    boolean isOption() {
        return !name.isEmpty();
    }

    boolean takesValue() {
        return !label.isEmpty();
    }

    /// What stands for its value in the help.
    String label() {
        return label;
    }

    boolean isRequired() {
        return required;
    }

    boolean isRepeatable() {
        return repeatable;
    }

    List<String> choices() {
        return choices.get();
    }

    /// What it is for, with what is taken where it is left out.
    String description() {
        return standard.map(value -> description.replaceFirst("\\.$", "") + " (default: " + value + ").")
                .orElse(description);
    }

    /// "--x COL", or "FILE".
    String asWritten() {
        return isOption() && takesValue() ? name + " " + label : name();
    }

    /// "--x=COL", or "FILE...".
    String inHelp() {
        String value =
                label + (split ? "[," + label + "...]" : end.isPresent() || !isOption() && repeatable ? "..." : "");
        return !isOption() || !takesValue() ? name + value : name + "=" + value;
    }

    /// Whether one value may follow another, and the word does not end them.
    boolean goesOnWith(String word) {
        return end.isPresent() && !word.startsWith("-") && !end.get().test(word);
    }

    boolean takesSeveral() {
        return end.isPresent();
    }

    /// Whether it was written.
    boolean isGiven() {
        return given;
    }

    /// Takes what was written, or what is taken where nothing was.
    void take(List<String> words) {
        given = !words.isEmpty();
        List<String> taken = words.isEmpty() ? standard.stream().toList() : words;
        if (taken.size() > 1 && !repeatable) {
            throw new UsageError(name() + " can be given once only.");
        }
        if (!taken.isEmpty()) {
            try {
                into.accept(taken);
            } catch (UsageError e) {
                throw new UsageError(name() + ": " + e.getMessage());
            }
        }
    }
}
