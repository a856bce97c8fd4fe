package helvo.files.fuzz;

import helvo.core.table.ImportOptions;
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
            FuzzTarget.use(
                    TextTable.readText(input, "fuzz.csv", ImportOptions.NONE).table());
        } catch (UnreadableFile refused) {
            // Which is right.
        }
    }
}
