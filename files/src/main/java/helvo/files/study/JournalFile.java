package helvo.files.study;

import helvo.files.disk.Disk;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.zip.CRC32C;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import java.util.zip.Inflater;

/// A file of records that only grows. Each has its length and a CRC-32C, and is on the disk when [#append] returns.
///
/// A disk writes whole blocks: a power cut may spoil the last block, and with it records that were in it before. So what lies in the
/// last block is written a second time beside the file, in one of two places by turns, of which one is always whole. The file ends
/// where its first damaged record begins.
///
/// The program that writes it holds a lock on it, by which others know that it is alive.
final class JournalFile implements AutoCloseable {
    private static final byte[] MAGIC = "HELVO JOURNAL 1\n".getBytes(StandardCharsets.US_ASCII);
    /// Of a disk; larger ones only make the second copy longer than it needs to be.
    private static final int BLOCK = 4096;
    private static final int PLACE = 2 * BLOCK;
    private static final int PLACE_HEAD = 24;
    private static final int RECORD_HEAD = 8;
    /// Shorter records are not worth packing, and longer ones would not be on the disk in time.
    private static final int SMALL = 1 << 10;
    private static final int LONG = 1 << 22;
    /// A journal above this size packs them all the same.
    private static final int ROOMY = 1 << 28;
    private static final int LARGEST = 1 << 30;

    private final FileChannel channel;
    private final FileChannel tail;
    private final FileLock lock;
    private final List<byte[]> found;
    private byte[] block = new byte[0];
    private long end;
    private long turn;

    private JournalFile(FileChannel channel, FileChannel tail, FileLock lock, List<byte[]> found) {
        this.channel = channel;
        this.tail = tail;
        this.lock = lock;
        this.found = found;
    }

    /// Opens a journal, or begins one; what is damaged at its end is cut off.
    ///
    /// @return empty when another program, or another part of this one, holds it
    static Optional<JournalFile> open(Path file) throws IOException {
        boolean isNew = !Files.exists(file);
        FileChannel channel = FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE);
        FileChannel tail = null;
        try {
            FileLock lock = locked(channel);
            if (lock == null) {
                channel.close();
                return Optional.empty();
            }
            tail = FileChannel.open(beside(file), StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE);
            byte[] bytes = restored(channel, tail);
            var records = new ArrayList<byte[]>();
            int end = read(bytes, records);
            var journal = new JournalFile(channel, tail, lock, records);
            journal.begin(Arrays.copyOf(bytes, end), isNew || end == 0);
            if (isNew) {
                Disk.force(file.toAbsolutePath().getParent());
            }
            return Optional.of(journal);
        } catch (IOException | RuntimeException e) {
            channel.close();
            if (tail != null) {
                tail.close();
            }
            throw e;
        }
    }

    private static FileLock locked(FileChannel channel) throws IOException {
        try {
            return channel.tryLock();
        } catch (OverlappingFileLockException held) {
            return null;
        }
    }

    private static Path beside(Path file) {
        return file.resolveSibling(file.getFileName() + ".end");
    }

    private void begin(byte[] whole, boolean isNew) throws IOException {
        if (isNew) {
            write(channel, ByteBuffer.wrap(MAGIC), 0);
            end = MAGIC.length;
            block = MAGIC.clone();
        } else {
            end = whole.length;
            int start = (int) (end / BLOCK * BLOCK);
            block = Arrays.copyOfRange(whole, start, whole.length);
            write(channel, ByteBuffer.wrap(block), start);
        }
        channel.truncate(end);
        channel.force(true);
        turn = Math.max(turn(tail, 0), turn(tail, 1)) + 1;
        copyEnd();
    }

    /// The records that it held when it was opened.
    List<byte[]> found() {
        return found;
    }

    /// Adds a record; it is on the disk when this returns.
    void append(byte[] record) throws IOException {
        byte[] payload = packed(record, end < ROOMY);
        ByteBuffer bytes = ByteBuffer.allocate(RECORD_HEAD + payload.length);
        bytes.putInt(payload.length).putInt(check(payload)).put(payload).flip();
        write(channel, bytes.duplicate(), end);
        channel.force(false);
        extendBlock(bytes.array());
        end += bytes.limit();
        copyEnd();
    }

    private void extendBlock(byte[] bytes) {
        int all = block.length + bytes.length;
        int kept = all % BLOCK == 0 ? Math.min(all, BLOCK) : all % BLOCK;
        byte[] next = new byte[kept];
        int ofBytes = Math.min(kept, bytes.length);
        System.arraycopy(bytes, bytes.length - ofBytes, next, kept - ofBytes, ofBytes);
        System.arraycopy(block, block.length - (kept - ofBytes), next, 0, kept - ofBytes);
        block = next;
    }

    private void copyEnd() throws IOException {
        ByteBuffer place = ByteBuffer.allocate(PLACE_HEAD + block.length);
        place.position(4);
        place.putLong(turn).putLong(end - block.length).putInt(block.length).put(block);
        place.putInt(0, check(Arrays.copyOfRange(place.array(), 4, place.capacity()))).flip();
        write(tail, place, turn % 2 * PLACE);
        tail.force(false);
        turn++;
    }

    long length() {
        return end;
    }

    private static void write(FileChannel into, ByteBuffer bytes, long at) throws IOException {
        for (long place = at; bytes.hasRemaining();) {
            place += into.write(bytes, place);
        }
    }

    // ---- reading ----

    /// The bytes of the file, with its last block from beside it where that makes more of it readable.
    private static byte[] restored(FileChannel channel, FileChannel tail) throws IOException {
        byte[] bytes = bytes(channel, 0, channel.size());
        byte[] best = bytes;
        int readable = read(bytes, new ArrayList<>());
        for (int i = 0; i < 2; i++) {
            Optional<ByteBuffer> place = place(tail, i);
            if (place.isPresent()) {
                long at = place.get().getLong(12);
                byte[] copy = Arrays.copyOfRange(place.get().array(), PLACE_HEAD, PLACE_HEAD + place.get().getInt(20));
                if (at >= 0 && at <= bytes.length) {
                    byte[] mended = Arrays.copyOf(bytes, (int) at + copy.length);
                    System.arraycopy(copy, 0, mended, (int) at, copy.length);
                    int more = read(mended, new ArrayList<>());
                    best = more > readable ? mended : best;
                    readable = Math.max(readable, more);
                }
            }
        }
        return best;
    }

    private static long turn(FileChannel tail, int place) throws IOException {
        return place(tail, place).map(bytes -> bytes.getLong(4)).orElse(-1L);
    }

    /// One of the two copies of the end; empty when it is not whole.
    private static Optional<ByteBuffer> place(FileChannel tail, int which) throws IOException {
        byte[] bytes = bytes(tail, (long) which * PLACE, PLACE_HEAD + BLOCK);
        if (bytes.length < PLACE_HEAD) {
            return Optional.empty();
        }
        ByteBuffer place = ByteBuffer.wrap(bytes);
        int length = place.getInt(20);
        boolean whole = length >= 0 && length <= BLOCK && PLACE_HEAD + length <= bytes.length
                && place.getInt(0) == check(Arrays.copyOfRange(bytes, 4, PLACE_HEAD + length));
        return whole ? Optional.of(place) : Optional.empty();
    }

    private static byte[] bytes(FileChannel channel, long from, long length) throws IOException {
        if (length > Integer.MAX_VALUE - 16) {
            throw new IOException("the journal is larger than 2 GB");
        }
        ByteBuffer bytes = ByteBuffer.allocate((int) length);
        while (bytes.hasRemaining() && channel.read(bytes, from + bytes.position()) >= 0) {
            // until it is full or the file ends
        }
        return Arrays.copyOf(bytes.array(), bytes.position());
    }

    /// Reads records until one is damaged.
    ///
    /// @return where the last whole one ends; 0 when not even the beginning is right
    private static int read(byte[] bytes, List<byte[]> records) {
        if (bytes.length < MAGIC.length || !Arrays.equals(bytes, 0, MAGIC.length, MAGIC, 0, MAGIC.length)) {
            return 0;
        }
        ByteBuffer in = ByteBuffer.wrap(bytes);
        int end = MAGIC.length;
        while (bytes.length - end >= RECORD_HEAD) {
            int length = in.getInt(end);
            int next = end + RECORD_HEAD + length;
            if (length <= 0 || length > LARGEST || next < 0 || next > bytes.length) {
                break;
            }
            byte[] payload = Arrays.copyOfRange(bytes, end + RECORD_HEAD, next);
            Optional<byte[]> record = check(payload) == in.getInt(end + 4) ? unpacked(payload) : Optional.empty();
            if (record.isEmpty()) {
                break;
            }
            records.add(record.get());
            end = next;
        }
        return end;
    }

    private static int check(byte[] payload) {
        var crc = new CRC32C();
        crc.update(ByteBuffer.allocate(4).putInt(payload.length).flip());
        crc.update(payload);
        return (int) crc.getValue();
    }

    /// The record behind a byte that says whether it is packed, and then its length.
    private static byte[] packed(byte[] record, boolean isRoomy) {
        if (record.length < SMALL || isRoomy && record.length > LONG) {
            return ByteBuffer.allocate(1 + record.length).put((byte) 0).put(record).array();
        }
        var deflater = new Deflater(Deflater.BEST_SPEED);
        try {
            deflater.setInput(record);
            deflater.finish();
            byte[] packed = new byte[record.length + record.length / 1000 + 64];
            int length = deflater.deflate(packed);
            return ByteBuffer.allocate(5 + length).put((byte) 1).putInt(record.length).put(packed, 0, length).array();
        } finally {
            deflater.end();
        }
    }

    private static Optional<byte[]> unpacked(byte[] payload) {
        if (payload[0] == 0) {
            return Optional.of(Arrays.copyOfRange(payload, 1, payload.length));
        }
        if (payload[0] != 1 || payload.length < 5) {
            return Optional.empty();
        }
        int length = ByteBuffer.wrap(payload).getInt(1);
        if (length < 0 || length > LARGEST || length / 1100 > payload.length) {
            return Optional.empty();
        }
        var inflater = new Inflater();
        try {
            inflater.setInput(payload, 5, payload.length - 5);
            byte[] record = new byte[length];
            return inflater.inflate(record) == length ? Optional.of(record) : Optional.empty();
        } catch (DataFormatException e) {
            return Optional.empty();
        } finally {
            inflater.end();
        }
    }

    /// Lets go of it; it stays on the disk. A second time nothing happens.
    @Override
    public void close() throws IOException {
        try (channel; tail) {
            if (lock.isValid()) {
                lock.release();
            }
        }
    }
}
