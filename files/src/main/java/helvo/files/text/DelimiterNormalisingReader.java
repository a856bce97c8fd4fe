package helvo.files.text;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.Reader;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

/// A reader that turns bars, blanks or fixed places between fields into tabs. Each line stays one.
final class DelimiterNormalisingReader extends Reader {
    private static final int LONGEST = 1 << 20;
    private static final int WIDEST = 2000;
    private final BufferedReader lines;
    private final Delimiter delimiter;
    private final List<Integer> cuts;
    private final CommentSign comment;
    private String line = "";
    private int at;
    private boolean ended;

    /// @param cuts where fields of fixed width begin, but for the first
    DelimiterNormalisingReader(Reader reader, Delimiter delimiter, List<Integer> cuts, CommentSign comment) {
        this.comment = comment;
        this.lines = new BufferedReader(reader);
        this.delimiter = delimiter;
        this.cuts = cuts;
    }

    @Override
    public int read(char[] buffer, int offset, int length) throws IOException {
        if (at == line.length()) {
            String next = ended ? null : lines.readLine();
            if (next == null) {
                ended = true;
                return -1;
            }
            line = parted(next) + "\n";
            at = 0;
        }
        int count = Math.min(length, line.length() - at);
        line.getChars(at, at + count, buffer, offset);
        at += count;
        return count;
    }

    /// A comment stays one field.
    private String parted(String text) {
        if (text.length() > LONGEST) {
            return text;
        }
        if (comment.begins(text.strip())) {
            return "# " + comment.withoutSign(text).replace('\t', ' ').replace('"', '”');
        }
        int remark = comment.remarkIn(text);
        return remark < 0
                ? parted(text, delimiter, cuts)
                : parted(text.substring(0, remark), delimiter, cuts)
                        + " # "
                        + comment.withoutSign(text.substring(remark))
                                .replace('\t', ' ')
                                .replace('"', '”');
    }

    static String parted(String text, Delimiter delimiter, List<Integer> cuts) {
        String line = text.replace('\t', ' ');
        String bare = line.strip();
        if (isRule(bare)) {
            return "";
        }
        return switch (delimiter) {
            case BAR -> bars(bare.replace('"', '”'));
            case WIDTHS -> unquoted(widths(line.replace('"', '”'), cuts));
            case GAPS -> unquoted(bare.replace('"', '”').replaceAll(" {2,}", "\t"));
            default -> bare.indexOf('"') < 0 ? bare.replaceAll(" +", "\t") : words(bare);
        };
    }

    /// A line of dashes, as below headings.
    static boolean isRule(String line) {
        return line.indexOf("---") >= 0 || line.indexOf("===") >= 0 || line.indexOf("___") >= 0
                ? line.chars().allMatch(c -> "-=_+|: ".indexOf(c) >= 0)
                : false;
    }

    /// Parted by blanks, but for those between quotation marks.
    private static String words(String line) {
        var parted = new StringBuilder();
        int at = 0;
        while (at < line.length()) {
            int end = line.charAt(at) == '"' ? quoteEnd(line, at) : -1;
            boolean isQuoted = end > 0;
            int blank = line.indexOf(' ', at);
            end = isQuoted ? end : blank < 0 ? line.length() : blank;
            parted.append(parted.isEmpty() && at == 0 ? "" : "\t")
                    .append(line, isQuoted ? at + 1 : at, isQuoted ? end - 1 : end);
            at = end;
            while (at < line.length() && line.charAt(at) == ' ') {
                at++;
            }
        }
        return parted.toString().replace('"', '”');
    }

    /// Behind the quotation mark that ends a field; −1 where none does.
    private static int quoteEnd(String line, int from) {
        for (int at = from + 1; at < line.length(); at++) {
            boolean ends = at + 1 == line.length() || line.charAt(at + 1) == ' ';
            if (line.charAt(at) == '"' && ends) {
                return at + 1;
            }
        }
        return -1;
    }

    /// "| a | b |"; a line of dashes below headings is blank.
    private static String bars(String line) {
        if (line.chars().allMatch(c -> "-|:+= ".indexOf(c) >= 0)) {
            return "";
        }
        String inside = line.startsWith("|") ? line.substring(1) : line;
        String fields = inside.endsWith("|") ? inside.substring(0, inside.length() - 1) : inside;
        return unquoted(fields.replace('|', '\t'));
    }

    private static String unquoted(String fields) {
        return fields.indexOf('”') < 0
                ? fields
                : Arrays.stream(fields.split("\t", -1))
                        .map(DelimiterNormalisingReader::withoutQuotes)
                        .collect(Collectors.joining("\t"));
    }

    /// A field that is quoted as a whole, without its quotation marks.
    private static String withoutQuotes(String field) {
        String bare = field.strip();
        boolean quoted = bare.length() > 1 && bare.startsWith("”") && bare.indexOf('”', 1) == bare.length() - 1;
        return quoted ? bare.substring(1, bare.length() - 1) : field;
    }

    private static String widths(String line, List<Integer> cuts) {
        var parted = new StringBuilder();
        int from = 0;
        for (int cut : cuts) {
            parted.append(line, Math.min(from, line.length()), Math.min(cut, line.length()))
                    .append('\t');
            from = cut;
        }
        return parted.append(line, Math.min(from, line.length()), line.length()).toString();
    }

    /// Where fields begin, told by columns of characters that are blank in all rows. Between two fields the cut
    /// is behind the widest gap of the headings.
    static List<Integer> cuts(List<String> rows, String headings) {
        int widest =
                Math.min(WIDEST, rows.stream().mapToInt(String::length).max().orElse(0));
        var cuts = new ArrayList<Integer>();
        boolean begun = false;
        int ended = 0;
        for (int column = 0; column < widest; column++) {
            int at = column;
            boolean blank = rows.stream().allMatch(line -> at >= line.length() || line.charAt(at) == ' ');
            if (!blank) {
                if (begun && ended < column) {
                    cuts.add(cut(headings, ended, column));
                }
                begun = true;
                ended = column + 1;
            }
        }
        return cuts;
    }

    /// Whether a cut goes through a word of the line.
    static boolean splits(String line, List<Integer> cuts) {
        return cuts.stream()
                .anyMatch(cut -> cut < line.length() && line.charAt(cut - 1) != ' ' && line.charAt(cut) != ' ');
    }

    private static int cut(String headings, int from, int to) {
        int best = to;
        int most = 0;
        int run = 0;
        for (int column = from; column < to; column++) {
            run = column >= headings.length() || headings.charAt(column) == ' ' ? run + 1 : 0;
            if (run > most) {
                most = run;
                best = column + 1;
            }
        }
        return best;
    }

    @Override
    public void close() throws IOException {
        lines.close();
    }
}
