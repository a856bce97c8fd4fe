package helvo.files.study;

import helvo.core.Progress;
import helvo.files.archive.GuardedZip;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.zip.ZipOutputStream;

/// The SHA-256 of each part of a study's file, in the file itself, in the form of `sha256sum`: they tell whether
/// another program changed it since it was saved. They are no seal: who changes parts can change them too.
final class PartChecksums {
    static final String FILE = "checksums.sha256";

    private PartChecksums() {}

    /// The parts of an archive that is written, which takes the checksum of each.
    static final class Parts extends OutputStream {
        private final ZipOutputStream zip;
        private final Map<String, String> sums = new TreeMap<>();
        private final MessageDigest digest = sha256();

        Parts(ZipOutputStream zip) {
            this.zip = zip;
        }

        @Override
        public void write(int b) throws IOException {
            digest.update((byte) b);
            zip.write(b);
        }

        @Override
        public void write(byte[] bytes, int offset, int length) throws IOException {
            digest.update(bytes, offset, length);
            zip.write(bytes, offset, length);
        }

        void end(String name) throws IOException {
            zip.closeEntry();
            sums.put(name, HexFormat.of().formatHex(digest.digest()));
        }

        /// "hash  name" of each that has ended.
        String list() {
            return sums.entrySet().stream()
                    .map(part -> part.getValue() + "  " + part.getKey() + "\n")
                    .collect(Collectors.joining());
        }
    }

    /// What another program did, as a sentence; empty where nothing was, and for files of before version 5.
    static Optional<String> changed(GuardedZip zip, String name, String list) throws IOException {
        Map<String, String> kept = list.lines()
                .filter(line -> line.contains("  "))
                .collect(Collectors.toMap(
                        line -> line.substring(line.indexOf("  ") + 2),
                        line -> line.substring(0, line.indexOf("  ")),
                        (a, b) -> a,
                        TreeMap::new));
        var changed = new TreeSet<String>();
        for (Map.Entry<String, String> part : kept.entrySet()) {
            if (!zip.has(part.getKey())) {
                changed.add(part.getKey() + " (gone)");
            } else if (!sum(zip, part.getKey()).equals(part.getValue())) {
                changed.add(part.getKey());
            }
        }
        List<String> parts = zip.parts();
        parts.stream()
                .filter(part -> !kept.containsKey(part) && !part.equals(FILE) && !part.endsWith("/"))
                .forEach(part -> changed.add(part + " (new)"));
        return changed.isEmpty()
                ? Optional.empty()
                : Optional.of("“" + name + "” was changed outside of Helvo since it was saved: "
                        + String.join(", ", changed) + ".");
    }

    private static String sum(GuardedZip zip, String part) throws IOException {
        try (InputStream in = zip.stream(part, Progress.none());
                var read = new DigestInputStream(in, sha256())) {
            read.transferTo(OutputStream.nullOutputStream());
            return HexFormat.of().formatHex(read.getMessageDigest().digest());
        }
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
