package helvo.files.study;

import helvo.files.UnreadableFile;
import java.util.BitSet;

/// Rows as a short text: "3, 7-9", 1 for the first.
final class RowRanges {
    private RowRanges() {}

    static String text(BitSet rows) {
        var text = new StringBuilder();
        for (int from = rows.nextSetBit(0); from >= 0; ) {
            int end = rows.nextClearBit(from);
            text.append(text.isEmpty() ? "" : ", ").append(from + 1).append(end == from + 1 ? "" : "-" + end);
            from = rows.nextSetBit(end);
        }
        return text.toString();
    }

    /// @param most rows that there are
    static BitSet read(String text, int most) throws UnreadableFile {
        var rows = new BitSet();
        for (String part : text.isBlank() ? new String[0] : text.split(",")) {
            String[] ends = part.strip().split("-", 2);
            try {
                int from = Integer.parseInt(ends[0].strip());
                int to = ends.length == 1 ? from : Integer.parseInt(ends[1].strip());
                if (from < 1 || to < from || to > most) {
                    throw new UnreadableFile("its rows “" + part.strip() + "” are none of its table");
                }
                rows.set(from - 1, to);
            } catch (NumberFormatException e) {
                throw new UnreadableFile("its rows “" + part.strip() + "” are no rows", e);
            }
        }
        return rows;
    }
}
