package helvo.files.study;

import helvo.files.disk.DiskSync;
import helvo.files.disk.FileOwner;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.zip.CRC32C;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import java.util.zip.Inflater;
import org.jspecify.annotations.Nullable;

/// An append-only file of records with checksums, each on the disk when it returns. Each has its length and a
/// CRC-32C, and is on the disk when [#append] returns.
///
/// A disk writes whole blocks: a power cut may spoil the last block, and with it records that were in it before. So
/// what lies in the last block is written a second time beside the file, in one of two places by turns, of which
/// one is always whole. That tells as well how long the file is: what lies behind was never acknowledged, and what
/// is missing before it is damage. Damaged files are copied before anything is written to them.
///
/// The program that writes it holds a lock on it, by which others know that it is alive.
final class JournalFile implements AutoCloseable {
    /// What the name of a copy of a damaged file ends with.
    static final String DAMAGED = ".damaged";
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
    /// What fits into an array when it is read.
    private static final Room ROOM = new Room(LARGEST, Integer.MAX_VALUE - 16);
    /// Bytes that are summed up to find whole records behind damage; beyond that the file is too large to look
    /// everywhere.
    private static final long MOST_SEARCHED = 1L << 30;

    private final FileChannel channel;
    private final FileChannel tail;
    private final FileLock lock;
    private final Found found;
    private final Room room;
    private byte[] block = new byte[0];
    private long end;
    private long turn;

    /// What a journal held when it was opened.
    ///
    /// @param records whole ones, in their order
    /// @param intact  how many of them lie before any damage
    /// @param unread  bytes that could not be read
    /// @param size    of the file, in bytes, with those that are known to be missing
    /// @param copy    of the damaged file; empty when nothing was damaged
    record Found(List<byte[]> records, int intact, long unread, long size, Optional<Path> copy) {
        private static final Found NOTHING = new Found(List.of(), 0, 0, MAGIC.length, Optional.empty());
    }

    /// How much is written, in bytes: no more than is read.
    record Room(int record, int file) {}

    private JournalFile(FileChannel channel, FileChannel tail, FileLock lock, Found found, Room room) {
        this.room = room;
        this.channel = channel;
        this.tail = tail;
        this.lock = lock;
        this.found = found;
    }

    /// Begins a journal.
    ///
    /// @throws IOException also when there is a file of that name
    static JournalFile create(Path file) throws IOException {
        return create(file, ROOM);
    }

    static JournalFile create(Path file, Room room) throws IOException {
        FileChannel channel = FileChannel.open(
                file, StandardOpenOption.CREATE_NEW, StandardOpenOption.READ, StandardOpenOption.WRITE);
        @Nullable FileChannel tail = null;
        try {
            FileLock lock = locked(channel);
            if (lock == null) {
                throw new IOException("a new journal is held");
            }
            tail = FileChannel.open(
                    beside(file), StandardOpenOption.CREATE_NEW, StandardOpenOption.READ, StandardOpenOption.WRITE);
            var journal = new JournalFile(channel, tail, lock, Found.NOTHING, room);
            journal.begin(MAGIC);
            DiskSync.force(Objects.requireNonNull(file.toAbsolutePath().getParent(), "a file is in a folder"));
            return journal;
        } catch (IOException | RuntimeException e) {
            closeAll(channel, tail);
            throw e;
        }
    }

    /// Whether a file is a journal, whatever state it is in: this person's, no link, and with the name of one.
    static boolean isOne(Path file) {
        return Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS) && FileOwner.isThisPerson(file);
    }

    /// Opens a journal to go on with it. A damaged one is copied first.
    ///
    /// @return empty when another program, or another part of this one, holds it
    static Optional<JournalFile> reopen(Path file) throws IOException {
        if (!isOne(file)) {
            throw new IOException("it is no journal of this person");
        }
        FileChannel channel =
                FileChannel.open(file, StandardOpenOption.READ, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS);
        @Nullable FileChannel tail = null;
        try {
            FileLock lock = locked(channel);
            if (lock == null) {
                channel.close();
                return Optional.empty();
            }
            tail = FileChannel.open(
                    beside(file),
                    StandardOpenOption.CREATE,
                    StandardOpenOption.READ,
                    StandardOpenOption.WRITE,
                    LinkOption.NOFOLLOW_LINKS);
            byte[] bytes = restored(channel, tail);
            var records = new ArrayList<byte[]>();
            int end = read(bytes, records);
            Found found = found(file, bytes, end, records, knownEnd(tail));
            var journal = new JournalFile(channel, tail, lock, found, ROOM);
            journal.begin(end == 0 ? MAGIC : Arrays.copyOf(bytes, end));
            return Optional.of(journal);
        } catch (IOException | RuntimeException e) {
            closeAll(channel, tail);
            throw e;
        }
    }

    private static void closeAll(FileChannel channel, @Nullable FileChannel tail) throws IOException {
        channel.close();
        if (tail != null) {
            tail.close();
        }
    }

    /// Looks for what damage has cut off, and keeps a copy of it.
    private static Found found(Path file, byte[] bytes, int end, List<byte[]> records, long knownEnd)
            throws IOException {
        int intact = records.size();
        long unread = Math.max(0, knownEnd - bytes.length);
        int from = end;
        long searched = 0;
        for (int at = end; at < bytes.length && searched < MOST_SEARCHED; at++) {
            Optional<byte[]> record = record(bytes, at);
            searched += 1 + (at + RECORD_HEAD <= bytes.length ? plausibleLength(bytes, at) : 0);
            if (record.isPresent()) {
                unread += at - from;
                records.add(record.get());
                at += RECORD_HEAD + ByteBuffer.wrap(bytes).getInt(at) - 1;
                from = at + 1;
            }
        }
        boolean isDamaged = records.size() > intact || knownEnd > end || knownEnd < 0 && isDamage(bytes, end);
        if (!isDamaged) {
            return new Found(records, intact, 0, end, Optional.empty());
        }
        unread += Math.max(0, Math.min(bytes.length, knownEnd < 0 ? bytes.length : knownEnd) - from);
        return new Found(records, intact, unread, Math.max(bytes.length, knownEnd), Optional.of(copied(file)));
    }

    /// Whether what follows the last whole record is more than the beginning of one that a stop cut off.
    private static boolean isDamage(byte[] bytes, int end) {
        boolean nothing = true;
        for (int i = end; i < bytes.length; i++) {
            nothing &= bytes[i] == 0;
        }
        return !nothing && (end == 0 && bytes.length >= MAGIC.length || end > 0 && plausibleLength(bytes, end) > 0);
    }

    private static Path copied(Path file) throws IOException {
        for (int i = 1; ; i++) {
            Path copy = file.resolveSibling(file.getFileName() + DAMAGED + (i == 1 ? "" : "." + i));
            if (!Files.exists(copy, LinkOption.NOFOLLOW_LINKS)) {
                return Files.copy(file, copy, LinkOption.NOFOLLOW_LINKS);
            }
        }
    }

    /// Where the file ends as far as it was acknowledged; -1 where that is not known.
    private static long knownEnd(FileChannel tail) throws IOException {
        long end = -1;
        for (int i = 0; i < 2; i++) {
            end = Math.max(
                    end,
                    place(tail, i)
                            .map(place -> place.getLong(12) + place.getInt(20))
                            .orElse(-1L));
        }
        return end;
    }

    private static @Nullable FileLock locked(FileChannel channel) throws IOException {
        try {
            return channel.tryLock();
        } catch (OverlappingFileLockException held) {
            return null;
        }
    }

    private static Path beside(Path file) {
        return file.resolveSibling(file.getFileName() + ".end");
    }

    private void begin(byte[] whole) throws IOException {
        end = whole.length;
        int start = (int) (end / BLOCK * BLOCK);
        block = Arrays.copyOfRange(whole, start, whole.length);
        write(channel, ByteBuffer.wrap(block), start);
        channel.truncate(end);
        channel.force(true);
        turn = Math.max(turn(tail, 0), turn(tail, 1)) + 1;
        copyEnd();
        if (found.copy.isPresent()) {
            // Neither place may tell of the longer file that it was.
            copyEnd();
        }
    }

    /// What it held when it was opened.
    Found found() {
        return found;
    }

    /// Adds a record; it is on the disk when this returns.
    ///
    /// @throws JournalFull when it could not be read again
    void append(byte[] record) throws IOException {
        byte[] payload = record.length >= room.record ? record : packed(record, end < ROOMY);
        boolean isTooLarge = record.length >= room.record || payload.length > room.record;
        if (isTooLarge || end + RECORD_HEAD + payload.length > room.file) {
            throw new JournalFull(isTooLarge);
        }
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
        place.putInt(0, check(Arrays.copyOfRange(place.array(), 4, place.capacity())))
                .flip();
        write(tail, place, turn % 2 * PLACE);
        tail.force(false);
        turn++;
    }

    long length() {
        return end;
    }

    private static void write(FileChannel into, ByteBuffer bytes, long at) throws IOException {
        for (long place = at; bytes.hasRemaining(); ) {
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
                byte[] copy = Arrays.copyOfRange(
                        place.get().array(),
                        PLACE_HEAD,
                        PLACE_HEAD + place.get().getInt(20));
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
        boolean whole = length >= 0
                && length <= BLOCK
                && PLACE_HEAD + length <= bytes.length
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
        int end = MAGIC.length;
        for (Optional<byte[]> next = record(bytes, end); next.isPresent(); next = record(bytes, end)) {
            records.add(next.get());
            end += RECORD_HEAD + ByteBuffer.wrap(bytes).getInt(end);
        }
        return end;
    }

    /// The record that begins at a place; empty when none does, or it is damaged.
    private static Optional<byte[]> record(byte[] bytes, int at) {
        int length = plausibleLength(bytes, at);
        if (length == 0) {
            return Optional.empty();
        }
        byte[] payload = Arrays.copyOfRange(bytes, at + RECORD_HEAD, at + RECORD_HEAD + length);
        return check(payload) == ByteBuffer.wrap(bytes).getInt(at + 4) ? unpacked(payload) : Optional.empty();
    }

    /// The length of a record that begins at a place, where it lies within the bytes; else 0.
    private static int plausibleLength(byte[] bytes, int at) {
        if (bytes.length - at <= RECORD_HEAD) {
            return 0;
        }
        int length = ByteBuffer.wrap(bytes).getInt(at);
        return length > 0 && length <= LARGEST && length <= bytes.length - at - RECORD_HEAD ? length : 0;
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
            return ByteBuffer.allocate(1 + record.length)
                    .put((byte) 0)
                    .put(record)
                    .array();
        }
        var deflater = new Deflater(Deflater.BEST_SPEED);
        try {
            deflater.setInput(record);
            deflater.finish();
            byte[] packed = new byte[record.length + record.length / 1000 + 64];
            int length = deflater.deflate(packed);
            return ByteBuffer.allocate(5 + length)
                    .put((byte) 1)
                    .putInt(record.length)
                    .put(packed, 0, length)
                    .array();
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
        try (channel;
                tail) {
            if (lock.isValid()) {
                lock.release();
            }
        }
    }
}
