package helvo.files.fuzz;

import helvo.core.table.ImportOptions;
import helvo.core.table.ImportReport;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.text.TextTable;

/// A text file.
public final class TextFuzz implements FuzzTarget {
    public static void fuzzerInitialize() throws Exception {
        new TextFuzz().warmUp("text");
    }

    public static void fuzzerTestOneInput(byte[] input) {
        new TextFuzz().run(input);
    }

    @Override
    public void run(byte[] input) {
        try {
            Table table =
                    TextTable.readText(input, "fuzz.csv", ImportOptions.NONE).table();
            FuzzTarget.use(table);
            ImportReport how = table.importReport().orElseThrow();
            if (how.question().isPresent()) {
                FuzzTarget.use(
                        TextTable.readText(input, "fuzz.csv", how.asHeadings()).table());
                FuzzTarget.use(
                        TextTable.readText(input, "fuzz.csv", how.asValues()).table());
            }
        } catch (UnreadableFile refused) {
            // Which is right.
        }
    }
}
