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
    private String line = "";
    private int at;
    private boolean ended;

    /// @param cuts where fields of fixed width begin, but for the first
    DelimiterNormalisingReader(Reader reader, Delimiter delimiter, List<Integer> cuts) {
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
            line = parted(next, delimiter, cuts) + "\n";
            at = 0;
        }
        int count = Math.min(length, line.length() - at);
        line.getChars(at, at + count, buffer, offset);
        at += count;
        return count;
    }

    static String parted(String line, Delimiter delimiter, List<Integer> cuts) {
        if (line.length() > LONGEST) {
            return line;
        }
        String bare = line.replace('\t', ' ').replace('"', '”').strip();
        return switch (delimiter) {
            case BAR -> bars(bare);
            case WIDTHS -> widths(line.replace('\t', ' ').replace('"', '”'), cuts);
            case GAPS -> bare.replaceAll(" {2,}", "\t");
            default -> bare.replaceAll(" +", "\t");
        };
    }

    /// "| a | b |"; a line of dashes below headings is blank.
    private static String bars(String line) {
        if (line.chars().allMatch(c -> "-|:+= ".indexOf(c) >= 0)) {
            return "";
        }
        String inside = line.startsWith("|") ? line.substring(1) : line;
        String fields = inside.endsWith("|") ? inside.substring(0, inside.length() - 1) : inside;
        return fields.indexOf('”') < 0
                ? fields.replace('|', '\t')
                : Arrays.stream(fields.split("\\|", -1))
                        .map(DelimiterNormalisingReader::unquoted)
                        .collect(Collectors.joining("\t"));
    }

    /// A field that is quoted as a whole, without its quotation marks.
    private static String unquoted(String field) {
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

    /// Where fields begin, told by columns of characters that are blank in all rows. Between two fields the cut is
    /// behind the widest gap of the headings.
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
