package helvo.files.text;

import de.siegmar.fastcsv.reader.CsvParseException;
import helvo.core.Progress;
import helvo.files.Limits;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;

/// Reads a long text as two halves in parallel. Whether the second could be read without knowing the first shows
/// afterwards: a value in quotation marks may go on over the cut, and the first decides how some numbers of the
/// second are read.
final class SplitTextReader {
    /// A shorter text is read before another thread has begun.
    private static final long LEAST = 1 << 20;
    /// A longer one has more rows than fit, which are counted from its beginning.
    private static final long MOST = 4 * Limits.MAX_TABLE_BYTES;
    /// A line that goes on for longer is none to cut at.
    private static final int LONGEST_LINE = 1 << 16;

    private SplitTextReader() {}

    /// @param head the first bytes of the text
    /// @return empty where it is to be read as one
    static Optional<TextRows> read(TextSource source, byte[] head, String name, TextLayout layout, Progress progress)
            throws IOException {
        long cut = cut(source, head, layout);
        if (cut == 0) {
            return Optional.empty();
        }
        var isWanted = new AtomicBoolean(true);
        var pieces = new AtomicLong();
        CompletableFuture<TextRows> second =
                CompletableFuture.supplyAsync(() -> second(source, cut, name, layout, isWanted, pieces));
        try (InputStream bytes = source.part(0, cut, progress)) {
            var rows = new TextRows(layout, name, true);
            TextTable.fill(rows, bytes, true, layout);
            return !rows.isQuoted() && rows.append(awaited(second, pieces, progress))
                    ? Optional.of(rows)
                    : Optional.empty();
        } catch (CsvParseException | TextRows.NoSuchTable | UncheckedIOException | CompletionException wrong) {
            // What is wrong, and in which line, is told by reading it as one.
            return Optional.empty();
        } finally {
            isWanted.set(false);
        }
    }

    /// Tells for as long as more of the second half is read that there is progress.
    private static TextRows awaited(CompletableFuture<TextRows> second, AtomicLong pieces, Progress progress) {
        long known = -1;
        while (true) {
            try {
                return second.get(100, TimeUnit.MILLISECONDS);
            } catch (TimeoutException stillReading) {
                long now = pieces.get();
                if (now != known) {
                    progress.reached(0.5);
                }
                known = now;
            } catch (ExecutionException e) {
                throw new CompletionException(e.getCause());
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new CancellationException();
            }
        }
    }

    private static TextRows second(
            TextSource source, long cut, String name, TextLayout layout, AtomicBoolean isWanted, AtomicLong pieces) {
        try (InputStream bytes = source.part(cut, source.size(), _ -> {
            pieces.incrementAndGet();
            if (!isWanted.get()) {
                throw new CancellationException();
            }
        })) {
            var rows = new TextRows(layout, name, false);
            TextTable.fill(rows, bytes, false, layout);
            return rows;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /// Behind the first end of a line in the second half; 0 where there is nothing to gain or to know.
    private static long cut(TextSource source, byte[] head, TextLayout layout) throws IOException {
        long middle = source.size() / 2;
        if (2 * middle < LEAST
                || 2 * middle > MOST
                || !layout.isAscii()
                || layout.delimiter().isLoose()
                || layout.area().end() != Integer.MAX_VALUE
                || quoted(head)) {
            return 0;
        }
        try (InputStream bytes = source.open()) {
            bytes.skipNBytes(middle);
            byte[] line = bytes.readNBytes(LONGEST_LINE);
            for (int i = 0; i < line.length; i++) {
                if (line[i] == '\n') {
                    return middle + i + 1;
                }
            }
        }
        return 0;
    }

    private static boolean quoted(byte[] head) {
        for (byte each : head) {
            if (each == '"') {
                return true;
            }
        }
        return false;
    }
}
