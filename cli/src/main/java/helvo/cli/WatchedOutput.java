package helvo.cli;

import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.Locale;

/// Standard output, which knows why it could not be written to.
final class WatchedOutput extends FilterOutputStream {
    private boolean hasNoReader;

    WatchedOutput(OutputStream out) {
        super(out);
    }

    @Override
    public void write(byte[] bytes, int from, int count) throws IOException {
        try {
            out.write(bytes, from, count);
        } catch (IOException e) {
            hasNoReader |=
                    String.valueOf(e.getMessage()).toLowerCase(Locale.ROOT).contains("pipe");
            throw e;
        }
    }

    /// Whether what read it, as `head` does, has ended: that is no fault.
    boolean hasNoReader() {
        return hasNoReader;
    }
}
