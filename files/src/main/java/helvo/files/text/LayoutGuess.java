package helvo.files.text;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import helvo.core.RootLocale;
import helvo.core.number.DecimalMark;
import helvo.core.number.ParsedNumber;
import helvo.core.table.ImportOptions;
import helvo.files.UnreadableFile;
import java.io.IOException;
import java.io.Reader;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/// Guesses the layout of a text file from its first bytes.
final class LayoutGuess {
    /// Enough lines to tell what parts the fields.
    private static final int LINES = 120;
    /// And to tell where the table lies, where it goes on behind the first bytes.
    private static final int ENOUGH_LINES = 500;
    /// Lines parted by a sign are likelier than lines parted by blanks.
    private static final double LOOSE = 0.85;
    /// Fields that count, and a little for having as many as that can count.
    private static final int MOST_FIELDS = 50;
    private static final double A_FIELD = 1e-3;
    private static final double MOST_OF_A_LINE = 1 + A_FIELD * MOST_FIELDS;
    /// And tables that have a heading for each column than others.
    private static final double UNNAMED = 0.95;

    private static final Pattern TWO_NUMBERS = Pattern.compile(".*\\d\\s+-?\\d.*");
    private static final Pattern ONE_COMMA = Pattern.compile("\"?-?\\d+,\\d+\"?");

    private final String name;
    private final ImportOptions choices;
    private final Charset charset;
    private final String sample;
    private final boolean complete;

    private LayoutGuess(byte[] head, boolean complete, String name, ImportOptions choices) {
        this.name = name;
        this.choices = choices;
        this.complete = complete;
        charset = choices.encoding().map(Charset::forName).orElseGet(() -> charset(head, complete));
        String text = charset.decode(ByteBuffer.wrap(head)).toString();
        sample = text.startsWith("\ufeff") ? text.substring(1) : text;
    }

    /// @param head     the first bytes
    /// @param complete there are no more
    /// @throws UnreadableFile where a table was asked for that is not there
    static TextLayout of(byte[] head, boolean complete, String name, ImportOptions choices) throws UnreadableFile {
        return new LayoutGuess(head, complete, name, choices).layout();
    }

    private TextLayout layout() throws UnreadableFile {
        Delimiter delimiter =
                choices.separator().map(Delimiter::of).or(this::declared).orElseGet(this::likeliest);
        List<Integer> cuts = delimiter == Delimiter.WIDTHS ? cuts() : List.of();
        List<List<String>> lines = lines(delimiter, cuts, complete ? Integer.MAX_VALUE : ENOUGH_LINES);
        List<TableRegion> areas = areas(lines);
        if (areas.isEmpty()) {
            areas = List.of(TableRegion.everything(Integer.MAX_VALUE - 1));
        }
        int asked = choices.table().orElse(areas.size() == 1 ? 1 : areas.indexOf(TableRegion.largest(areas)) + 1);
        if (asked < 1 || asked > areas.size()) {
            throw new UnreadableFile(
                    RootLocale.format("“%s” has no table %d; it holds %d.", name, asked, areas.size()));
        }
        TableRegion area = areas.get(asked - 1);
        DecimalMark mark = choices.mark().orElseGet(() -> mark(lines, delimiter));
        ImportOptions chosen = areas.size() > 1 ? choices.withTable(java.util.Optional.of(asked)) : choices;
        return new TextLayout(
                charset,
                delimiter,
                cuts,
                comment(delimiter),
                mark,
                choices.mark().isPresent(),
                area,
                areas.size(),
                chosen);
    }

    private List<TableRegion> areas(List<List<String>> lines) {
        List<List<String>> rest = new ArrayList<>(lines);
        for (int line = 0; line < Math.min(choices.skipLines(), rest.size()); line++) {
            rest.set(line, List.of());
        }
        if (declared().isPresent() && !rest.isEmpty()) {
            rest.set(0, List.of());
        }
        return TableRegion.ofText(
                rest, complete, choices.headingLine().map(line -> line - 1).orElse(null));
    }

    /// UTF-16 by its byte order mark; UTF-8 where the bytes are valid in it; else Windows-1252, in which every
    /// text is.
    private static Charset charset(byte[] head, boolean complete) {
        if (head.length >= 2
                && ((head[0] & 0xff) == 0xff && (head[1] & 0xff) == 0xfe
                        || (head[0] & 0xff) == 0xfe && (head[1] & 0xff) == 0xff)) {
            return StandardCharsets.UTF_16;
        }
        var decoder = StandardCharsets.UTF_8.newDecoder().onMalformedInput(CodingErrorAction.REPORT);
        var result = decoder.decode(ByteBuffer.wrap(head), CharBuffer.allocate(head.length + 1), complete);
        return result.isError() ? TextLayout.WINDOWS : StandardCharsets.UTF_8;
    }

    /// "sep=;" in the first line.
    private java.util.Optional<Delimiter> declared() {
        boolean said = sample.length() > 4
                && sample.regionMatches(true, 0, "sep=", 0, 4)
                && (sample.length() == 5 || sample.charAt(5) == '\n' || sample.charAt(5) == '\r');
        return said
                ? java.util.Arrays.stream(Delimiter.values())
                        .filter(each -> each.sign() == sample.charAt(4))
                        .findFirst()
                : java.util.Optional.empty();
    }

    private Delimiter likeliest() {
        Delimiter best = Delimiter.COMMA;
        double most = 0;
        for (Delimiter each : Delimiter.values()) {
            if (each.isBlank() ? most > LOOSE * MOST_OF_A_LINE : sample.indexOf(each.sign()) < 0) {
                continue;
            }
            double score = score(each);
            if (score > most + 1e-9) {
                most = score;
                best = each;
            }
        }
        if (most <= 0) {
            return ofTexts();
        }
        if (best.isBlank() && areCommasEven()) {
            return Delimiter.COMMA;
        }
        return best == Delimiter.WIDTHS && areWordsEven()
                ? Delimiter.BLANKS
                : best == Delimiter.COMMA && isOneColumn() ? Delimiter.SEMICOLON : best;
    }

    /// Whether a line holds something, and is no comment.
    private static boolean isFilled(List<String> line) {
        return line.stream().anyMatch(field -> !field.isBlank()) && !TableRegion.isComment(line);
    }

    /// Of a table of texts alone: what parts all lines into as many fields.
    private Delimiter ofTexts() {
        for (Delimiter each :
                List.of(Delimiter.COMMA, Delimiter.TAB, Delimiter.SEMICOLON, Delimiter.BAR, Delimiter.BLANKS)) {
            if (sample.indexOf(each.sign()) >= 0 || each == Delimiter.BLANKS) {
                List<Integer> widths = lines(each, List.of(), LINES).stream()
                        .filter(LayoutGuess::isFilled)
                        .map(List::size)
                        .toList();
                if (widths.size() > 1
                        && widths.getFirst() > 1
                        && widths.stream().distinct().count() == 1) {
                    return each;
                }
            }
        }
        return Delimiter.COMMA;
    }

    /// Whether commas part all lines into as many fields, none of which is two numbers.
    private boolean areCommasEven() {
        List<List<String>> lines = lines(Delimiter.COMMA, List.of(), LINES).stream()
                .filter(LayoutGuess::isFilled)
                .toList();
        return lines.size() > 1
                && lines.getFirst().size() > 1
                && lines.stream().map(List::size).distinct().count() == 1
                && lines.stream()
                        .flatMap(List::stream)
                        .noneMatch(field -> TWO_NUMBERS.matcher(field).matches());
    }

    /// A heading without a comma over numbers with one each: those are decimal marks.
    private boolean isOneColumn() {
        List<String> lines = sample.lines().limit(LINES).filter(this::isOfTable).toList();
        return lines.size() > 2
                && lines.getFirst().indexOf(',') < 0
                && !isNumber(lines.getFirst())
                && lines.stream()
                        .skip(1)
                        .allMatch(line -> ONE_COMMA.matcher(line.strip()).matches());
    }

    /// Whether all lines have as many words: then none of them has a blank, and none is as wide as another.
    private boolean areWordsEven() {
        return sample.lines()
                        .limit(LINES)
                        .filter(this::isOfTable)
                        .map(line -> line.strip().split("\\s+").length)
                        .distinct()
                        .count()
                == 1;
    }

    /// Which share of the lines is in tables of two columns or more, and which share of the fields there are
    /// numbers.
    private double score(Delimiter delimiter) {
        List<Integer> cuts = delimiter == Delimiter.WIDTHS ? cuts() : List.of();
        if (delimiter == Delimiter.WIDTHS && cuts.isEmpty()) {
            return 0;
        }
        List<List<String>> lines = lines(delimiter, cuts, LINES);
        double score = 0;
        for (TableRegion area : TableRegion.ofText(lines, true, null)) {
            if (area.right() > area.left()) {
                boolean named =
                        !area.headings().isEmpty() && area.headings().stream().noneMatch(java.util.Objects::isNull);
                score += values(lines, area, delimiter) * (named ? 1 : UNNAMED);
            }
        }
        score -= 2.0
                * sample.lines()
                        .limit(LINES)
                        .filter(this::isOfTable)
                        .filter(line -> DelimiterNormalisingReader.splits(line, cuts))
                        .count();
        long filled = lines.stream().filter(LayoutGuess::isFilled).count();
        return filled == 0 ? 0 : score / filled * (delimiter.isBlank() ? LOOSE : 1);
    }

    /// A line counts by the share of its fields that are numbers, and a little for having many; a field with
    /// another delimiter in it counts against it, and so does a line of words alone, which belongs above a
    /// table.
    private static double values(List<List<String>> lines, TableRegion area, Delimiter delimiter) {
        double sum = 0;
        for (int line = area.first(); line < Math.min(area.end(), lines.size()); line++) {
            int filled = 0;
            int good = 0;
            for (String field : TableRegion.isComment(lines.get(line)) ? List.<String>of() : lines.get(line)) {
                boolean other = delimiter != Delimiter.SEMICOLON && field.indexOf(';') >= 0 || field.indexOf('\t') >= 0;
                filled += field.isBlank() ? 0 : 1;
                good += other ? -1 : isNumber(field) ? 2 : field.isBlank() ? 0 : 1;
            }
            int width = area.right() - area.left() + 1;
            double whole = 0.5 + 0.5 * Math.min(1, lines.get(line).size() / (double) width);
            boolean words = filled > 1 && lines.get(line).stream().noneMatch(LayoutGuess::isNumber);
            sum += words
                    ? -1
                    : filled < 2 ? 0 : whole * (good / (2.0 * filled) + A_FIELD * Math.min(MOST_FIELDS, filled));
        }
        return sum;
    }

    /// As lines of fields; lines inside a quoted field are blank.
    private List<List<String>> lines(Delimiter delimiter, List<Integer> cuts, int most) {
        var lines = new ArrayList<List<String>>();
        CommentSign comment = comment(delimiter);
        CommentSign sign = delimiter.isLoose() ? CommentSign.HASH : comment;
        int width = 0;
        try (Reader parted = parted(new StringReader(sample), delimiter, cuts, comment);
                CsvReader<CsvRecord> csv =
                        CsvReader.builder().fieldSeparator(delimiter.read()).ofCsvRecord(parted)) {
            for (CsvRecord record : csv) {
                while (lines.size() < record.getStartingLineNumber() - 1) {
                    lines.add(List.of());
                }
                List<String> before = withoutRemark(record.getFields(), width, sign);
                width = width == 0 ? before.size() : width;
                lines.add(fields(before, delimiter, comment));
                if (lines.size() >= most) {
                    return lines;
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (RuntimeException noCsv) {
            return lines;
        }
        if (!complete && lines.size() > 1) {
            lines.removeLast();
        }
        return lines;
    }

    /// Without a remark behind a number, or behind as many fields as the first line has.
    private static List<String> withoutRemark(List<String> fields, int width, CommentSign sign) {
        var before = new ArrayList<String>();
        for (int i = 0; i < fields.size(); i++) {
            String field = fields.get(i);
            int remark = i == 0 ? -1 : width > 0 && i >= width && sign.begins(field) ? 0 : sign.remarkIn(field);
            if (remark != 0) {
                before.add((remark < 0 ? field : field.substring(0, remark)).strip());
            }
            if (remark >= 0) {
                break;
            }
        }
        return before;
    }

    private CommentSign comment(Delimiter delimiter) {
        return CommentSign.of(sample.lines().limit(LINES), delimiter);
    }

    /// Of a comment, its words as a line of headings would have them, the first with the sign; none of a rule.
    private static List<String> fields(List<String> fields, Delimiter delimiter, CommentSign comment) {
        String first = fields.isEmpty() ? "" : fields.getFirst();
        if (fields.stream().allMatch(field -> field.isEmpty() || DelimiterNormalisingReader.isRule(field))) {
            return fields.stream().allMatch(String::isEmpty) ? fields : List.of();
        }
        if (delimiter.isLoose() ? !CommentSign.HASH.begins(first) || fields.size() > 1 : !comment.begins(first)) {
            return fields;
        }
        var words = new ArrayList<>(fields);
        if (delimiter.isLoose()) {
            String said = CommentSign.HASH.withoutSign(first);
            Delimiter by = said.contains("  ") && delimiter != Delimiter.BLANKS ? Delimiter.GAPS : Delimiter.BLANKS;
            words.clear();
            words.addAll(List.of(
                    DelimiterNormalisingReader.parted(said, by, List.of()).split("\t", -1)));
        } else if (first.length() == 1) {
            return fields;
        } else {
            words.set(0, comment.withoutSign(first));
        }
        words.set(0, "# " + words.getFirst());
        return words;
    }

    static Reader parted(Reader reader, Delimiter delimiter, List<Integer> cuts, CommentSign comment) {
        return delimiter.isLoose() ? new DelimiterNormalisingReader(reader, delimiter, cuts, comment) : reader;
    }

    private boolean isOfTable(String line) {
        String bare = line.strip();
        return !bare.isEmpty() && !comment(Delimiter.WIDTHS).begins(bare) && !DelimiterNormalisingReader.isRule(bare);
    }

    private List<Integer> cuts() {
        List<String> lines = sample.lines().limit(LINES).filter(this::isOfTable).toList();
        List<String> whole = complete || lines.size() < 2 ? lines : lines.subList(0, lines.size() - 1);
        for (int from = 0;
                from < Math.min(20, whole.size() - 1);
                from++) { // titles above the table know nothing of its columns
            List<String> rows = whole.subList(from, whole.size()).stream()
                    .filter(line -> line.chars().anyMatch(Character::isDigit))
                    .toList();
            if (rows.size() < 2) {
                return List.of();
            }
            int heading = Math.max(0, from + whole.subList(from, whole.size()).indexOf(rows.getFirst()) - 1);
            List<Integer> cuts = DelimiterNormalisingReader.cuts(rows, whole.get(heading));
            boolean apart = whole.subList(heading, whole.lastIndexOf(rows.getLast()) + 1).stream()
                    .noneMatch(line -> DelimiterNormalisingReader.splits(line, cuts));
            if (!cuts.isEmpty() && apart) {
                return cuts;
            }
        }
        return List.of();
    }

    static boolean isNumber(String field) {
        return FieldKind.of(field).isValue();
    }

    private static boolean hasMark(String field) {
        return field.indexOf(DecimalMark.POINT.sign()) >= 0 || field.indexOf(DecimalMark.COMMA.sign()) >= 0;
    }

    /// The mark that numbers need which can have but one; else the one that more have.
    private static DecimalMark mark(List<List<String>> lines, Delimiter delimiter) {
        if (delimiter == Delimiter.COMMA) {
            return DecimalMark.POINT;
        }
        long[] only = new long[2];
        long[] seen = new long[2];
        lines.stream()
                .limit(LINES)
                .flatMap(List::stream)
                .filter(LayoutGuess::hasMark)
                .forEach(field -> IntStream.range(0, 2).forEach(which -> {
                    var number = ParsedNumber.read(field, DecimalMark.values()[which]);
                    var other = ParsedNumber.read(field, DecimalMark.values()[1 - which]);
                    only[which] += number.isPresent() && other.isEmpty() ? 1 : 0;
                    seen[which] += number.isPresent() && number.get().decimals() > 0 ? 1 : 0;
                }));
        boolean comma = only[0] == only[1] ? seen[1] > seen[0] : only[1] > only[0];
        return comma ? DecimalMark.COMMA : DecimalMark.POINT;
    }
}
