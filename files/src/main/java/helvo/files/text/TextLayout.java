package helvo.files.text;

import helvo.core.RootLocale;
import helvo.core.number.DecimalMark;
import helvo.core.table.ImportOptions;
import helvo.core.table.Table;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;

/// The layout of a text file as a table.
///
/// @param cuts   where fields of fixed width begin, but for the first; empty for other delimiters
/// @param mark   that bare numbers are written with
/// @param sure   whether a person said the mark
/// @param area   the lines of the table, 0 is the first
/// @param tables how many there are in the file
record TextLayout(
        Charset charset,
        Delimiter delimiter,
        List<Integer> cuts,
        CommentSign comment,
        DecimalMark mark,
        boolean sure,
        TableRegion area,
        int tables,
        ImportOptions choices) {
    static final Charset WINDOWS = Charset.forName("windows-1252");

    TextLayout with(Charset other) {
        return new TextLayout(other, delimiter, cuts, comment, mark, sure, area, tables, choices);
    }

    /// "commas, UTF-8, headings".
    String sentence() {
        int line = area.top() + 1;
        String headings = area.headings().isEmpty()
                ? "no headings"
                : line == 1 ? "headings" : RootLocale.format("headings in line %,d", line);
        return RootLocale.format(
                "%s, %s, %s%s",
                delimiter.plural(),
                charsetName(charset),
                headings,
                tables > 1
                        ? RootLocale.format(", table %d of %d", choices.table().orElse(1), tables)
                        : "");
    }

    /// As a table remembers it.
    Table.Source.Text source(Path file) {
        return new Table.Source.Text(
                file.toAbsolutePath().toString(),
                charset.name(),
                delimiter.sign(),
                !area.headings().isEmpty());
    }

    /// As people call it.
    static String charsetName(Charset charset) {
        return charset.equals(WINDOWS) ? "Windows-1252" : charset.displayName();
    }

    boolean isUnicode() {
        return charset.equals(StandardCharsets.UTF_8);
    }

    /// Whether a byte below 128 always stands for the sign that ASCII gives it.
    boolean isAscii() {
        return isUnicode()
                || charset.equals(WINDOWS)
                || charset.equals(StandardCharsets.ISO_8859_1)
                || charset.equals(StandardCharsets.US_ASCII);
    }
}
