package helvo.files.text;

import helvo.core.Phrase;
import helvo.core.number.DecimalMark;
import helvo.core.table.Table;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;

/// How a text file is laid out as a table.
///
/// @param headings the first line holds the columns' names and units
public record TextLayout(Charset charset, Delimiter delimiter, DecimalMark mark, boolean headings) {
    public static final Charset WINDOWS = Charset.forName("windows-1252");

    /// "commas, decimal point, UTF-8, headings".
    public String sentence() {
        return Phrase.of("%s, decimal %s, %s, %s", delimiter.plural(), mark == DecimalMark.POINT ? "point" : "comma",
                charsetName(charset), headings ? "headings" : "no headings");
    }

    /// As a table remembers it.
    Table.Source.Text source(Path file) {
        return new Table.Source.Text(file.toAbsolutePath().toString(), charset.name(), delimiter.sign(), headings);
    }

    /// The layout that a table was read by.
    public static TextLayout of(Table table, Table.Source.Text source) {
        Delimiter delimiter = Arrays.stream(Delimiter.values()).filter(d -> d.sign() == source.delimiter()).findFirst()
                .orElse(Delimiter.COMMA);
        return new TextLayout(Charset.forName(source.charset()), delimiter, table.mark(), source.headings());
    }

    public static String charsetName(Charset charset) {
        return charset.equals(WINDOWS) ? "Windows-1252" : charset.displayName();
    }

    public TextLayout with(Charset other) {
        return new TextLayout(other, delimiter, mark, headings);
    }

    public TextLayout with(Delimiter other) {
        return new TextLayout(charset, other, mark, headings);
    }

    public TextLayout with(DecimalMark other) {
        return new TextLayout(charset, delimiter, other, headings);
    }

    public TextLayout withHeadings(boolean other) {
        return new TextLayout(charset, delimiter, mark, other);
    }

    boolean isUnicode() {
        return charset.equals(StandardCharsets.UTF_8);
    }
}
