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

    /// All bytes, even those that come while they are read.
    default Part whole(Progress progress) throws IOException {
        return new Part(open(), Long.MAX_VALUE, size(), progress);
    }

    /// The bytes from one place up to another.
    default Part part(long from, long to, Progress progress) throws IOException {
        InputStream bytes = open();
        bytes.skipNBytes(from);
        return new Part(bytes, to - from, to - from, progress);
    }

    /// Bytes that tell how many of them were read.
    final class Part extends FilterInputStream {
        private final long most;
        private final long size;
        private final Progress progress;
        private long read;

        private Part(InputStream bytes, long most, long size, Progress progress) {
            super(bytes);
            this.most = most;
            this.size = size;
            this.progress = progress;
        }

        @Override
        public int read(byte[] buffer, int offset, int length) throws IOException {
            int count = read == most ? -1 : super.read(buffer, offset, (int) Math.min(length, most - read));
            read += Math.max(0, count);
            progress.reached(size == 0 ? 1 : (double) read / size);
            return count;
        }
    }
}
