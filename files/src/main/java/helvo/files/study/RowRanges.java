package helvo.files.study;

import helvo.files.UnreadableFile;
import java.util.BitSet;

/// Rows as a short text: "3, 7-9", 0 for the first.
final class RowRanges {
    private RowRanges() {}

    static String text(BitSet rows) {
        var text = new StringBuilder();
        for (int from = rows.nextSetBit(0); from >= 0; ) {
            int end = rows.nextClearBit(from);
            text.append(text.isEmpty() ? "" : ", ").append(from).append(end == from + 1 ? "" : "-" + (end - 1));
            from = rows.nextSetBit(end);
        }
        return text.toString();
    }

    /// @param most  rows that there are
    /// @param first the number of the first: 1 before version 5
    static BitSet read(String text, int most, int first) throws UnreadableFile {
        var rows = new BitSet();
        for (String part : text.isBlank() ? new String[0] : text.split(",")) {
            String[] ends = part.strip().split("-", 2);
            try {
                int from = Integer.parseInt(ends[0].strip());
                int to = ends.length == 1 ? from : Integer.parseInt(ends[1].strip());
                if (from < first || to < from || to >= most + first) {
                    throw new UnreadableFile("its rows “" + part.strip() + "” are none of its table");
                }
                rows.set(from - first, to + 1 - first);
            } catch (NumberFormatException e) {
                throw new UnreadableFile("its rows “" + part.strip() + "” are no rows", e);
            }
        }
        return rows;
    }
}
