package helvo.files.fuzz;

import helvo.core.table.ReadingChoices;
import helvo.files.CannotRead;
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
                    TextTable.read(input, "fuzz.csv", ReadingChoices.NONE).table());
        } catch (CannotRead refused) {
            // Which is right.
        }
    }
}
