package helvo.files.text;

import de.siegmar.fastcsv.reader.CommentStrategy;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;

/// A guess at a text file's layout from its first bytes.
final class LayoutGuess {
    /// Enough lines to tell a layout by.
    private static final int LINES = 200;
    private static final Pattern WITH_COMMA = Pattern.compile("[+\\-\u2212]?\\d*,\\d+([eE][+\\-]?\\d+)?");
    private static final Pattern WITH_POINT = Pattern.compile("[+\\-\u2212]?\\d*\\.\\d+([eE][+\\-]?\\d+)?");

    private LayoutGuess() {}

    /// @param head     the first bytes
    /// @param complete there are no more
    static TextLayout of(byte[] head, boolean complete) {
        Charset charset = charset(head, complete);
        String text = charset.decode(ByteBuffer.wrap(head)).toString();
        String sample = text.startsWith("\ufeff") ? text.substring(1) : text;
        Delimiter delimiter = Arrays.stream(Delimiter.values())
                .max(Comparator.comparingDouble(d -> regularity(records(sample, d, complete)))).orElseThrow();
        List<List<String>> records = records(sample, delimiter, complete);
        DecimalMark mark = delimiter == Delimiter.COMMA ? DecimalMark.POINT : mark(records);
        boolean headings = !records.isEmpty() && records.getFirst().stream().noneMatch(field -> NumberText.number(field, mark).isPresent());
        return new TextLayout(charset, delimiter, mark, headings);
    }

    /// UTF-16 by its byte order mark; UTF-8 where the bytes are valid in it; else Windows-1252, in which every text is.
    private static Charset charset(byte[] head, boolean complete) {
        if (head.length >= 2 && ((head[0] & 0xff) == 0xff && (head[1] & 0xff) == 0xfe
                || (head[0] & 0xff) == 0xfe && (head[1] & 0xff) == 0xff)) {
            return StandardCharsets.UTF_16;
        }
        var decoder = StandardCharsets.UTF_8.newDecoder().onMalformedInput(CodingErrorAction.REPORT);
        var result = decoder.decode(ByteBuffer.wrap(head), CharBuffer.allocate(head.length + 1), complete);
        return result.isError() ? TextLayout.WINDOWS : StandardCharsets.UTF_8;
    }

    private static List<List<String>> records(String sample, Delimiter delimiter, boolean complete) {
        var records = new ArrayList<List<String>>();
        try (CsvReader<CsvRecord> csv = CsvReader.builder().fieldSeparator(delimiter.sign()).commentStrategy(CommentStrategy.SKIP)
                .ofCsvRecord(sample)) {
            for (CsvRecord record : csv) {
                records.add(record.getFields().stream().map(String::strip).toList());
                if (records.size() > LINES) {
                    break;
                }
            }
        } catch (java.io.IOException | RuntimeException e) {
            return records;
        }
        if (!complete && records.size() > 1) {
            records.removeLast();
        }
        return records;
    }

    /// How many lines have the commonest number of fields, as a share; 0 when that is one field. More fields break ties.
    private static double regularity(List<List<String>> records) {
        Map<Integer, Integer> counts = new TreeMap<>();
        records.forEach(record -> counts.merge(record.size(), 1, Integer::sum));
        var commonest = counts.entrySet().stream().filter(e -> e.getKey() > 1).max(Map.Entry.comparingByValue());
        return commonest.map(e -> e.getValue() / (double) records.size() + penaltyForHalvedNumbers(records)
                + 1e-6 * Math.min(100, e.getKey())).orElse(0.0);
    }

    /// Semicolon-separated numbers with decimal commas also split evenly at commas, but then fields hold semicolons.
    private static double penaltyForHalvedNumbers(List<List<String>> records) {
        long fields = records.stream().mapToLong(List::size).sum();
        long odd = records.stream().flatMap(List::stream).filter(f -> f.indexOf(';') >= 0 || f.indexOf('\t') >= 0).count();
        return -(double) odd / Math.max(1, fields);
    }

    private static DecimalMark mark(List<List<String>> records) {
        long commas = records.stream().flatMap(List::stream).filter(f -> WITH_COMMA.matcher(f).matches()).count();
        long points = records.stream().flatMap(List::stream).filter(f -> WITH_POINT.matcher(f).matches()).count();
        return commas > points ? DecimalMark.COMMA : DecimalMark.POINT;
    }
}
