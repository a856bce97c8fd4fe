package helvo.files.text;

import helvo.core.Progress;
import java.io.ByteArrayInputStream;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/// A source of bytes that can be read again from the start.
interface TextSource {
    InputStream open() throws IOException;

    long size() throws IOException;

    static TextSource ofFile(Path file) {
        return new TextSource() {
            @Override
            public InputStream open() throws IOException {
                return Files.newInputStream(file);
            }

            @Override
            public long size() throws IOException {
                return Files.size(file);
            }
        };
    }

    static TextSource ofText(byte[] text) {
        return new TextSource() {
            @Override
            public InputStream open() {
                return new ByteArrayInputStream(text);
            }

            @Override
            public long size() {
                return text.length;
            }
        };
    }

    /// All bytes, even those that come while they are read, told as they are read.
    default InputStream open(Progress progress) throws IOException {
        long size = size();
        return new FilterInputStream(open()) {
            private long read;

            @Override
            public int read(byte[] buffer, int offset, int length) throws IOException {
                int count = super.read(buffer, offset, length);
                read += Math.max(0, count);
                progress.reached(size == 0 ? 1 : Math.min(1, (double) read / size));
                return count;
            }
        };
    }
}
