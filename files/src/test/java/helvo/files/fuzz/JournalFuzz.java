package helvo.files.fuzz;

import helvo.core.study.History;
import helvo.files.UnreadableFile;
import helvo.files.study.Journal;
import helvo.files.study.StoredStudy;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.CRC32C;

/// A journal after a stop. The lines of the input are its records, whole as the disk keeps them; an input that
/// begins with the journal's own first words is the file itself.
public final class JournalFuzz implements FuzzTarget {
    private static final byte[] MAGIC = "HELVO JOURNAL 1\n".getBytes(StandardCharsets.US_ASCII);
    private static final JournalFuzz TARGET = new JournalFuzz();
    private final Path folder;

    public JournalFuzz() {
        Path kept = FuzzTarget.scratch("kept");
        try {
            Journal.begin(kept, StoredStudy.of(History.from(FuzzTarget.small())))
                    .close();
            try (var folders = Files.list(kept)) {
                folder = folders.findFirst().orElseThrow();
            }
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    public static void fuzzerInitialize() throws Exception {
        TARGET.warmUp("journal");
    }

    public static void fuzzerTestOneInput(byte[] input) throws IOException {
        TARGET.run(input);
    }

    @Override
    public void run(byte[] input) throws IOException {
        Files.write(
                folder.resolve("journal"),
                ByteBuffer.wrap(input).mismatch(ByteBuffer.wrap(MAGIC)) >= MAGIC.length ? input : records(input));
        Files.deleteIfExists(folder.resolve("journal.end"));
        Path base = folder.resolve("base.helvo");
        byte[] first = Files.readAllBytes(base);
        try {
            var kept = Journal.bringBack(folder);
            if (kept.isPresent()) {
                FuzzTarget.use(kept.get().study().history().study());
                kept.get().journal().close();
            }
        } catch (UnreadableFile refused) {
            // Which is right.
        }
        Files.createDirectories(folder);
        Files.write(base, first);
    }

    private static byte[] records(byte[] input) throws IOException {
        var bytes = new ByteArrayOutputStream();
        var out = new DataOutputStream(bytes);
        out.write(MAGIC);
        for (String line : new String(input, StandardCharsets.UTF_8).split("\n")) {
            byte[] text = line.getBytes(StandardCharsets.UTF_8);
            ByteBuffer payload =
                    ByteBuffer.allocate(1 + text.length).put((byte) 0).put(text).flip();
            var sum = new CRC32C();
            sum.update(ByteBuffer.allocate(4).putInt(payload.limit()).flip());
            sum.update(payload.duplicate());
            out.writeInt(payload.limit());
            out.writeInt((int) sum.getValue());
            out.write(payload.array());
        }
        return bytes.toByteArray();
    }
}
