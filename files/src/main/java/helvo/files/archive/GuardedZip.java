package helvo.files.archive;

import helvo.core.Progress;
import helvo.core.RootLocale;
import helvo.files.Limits;
import helvo.files.UnreadableFile;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/// The parts of a zipped document, read with care: a part that swells out of all proportion, or too far, is
/// refused, and XML may declare no entities and refer to nothing outside.
public final class GuardedZip implements AutoCloseable {
    private final String name;
    private final ZipFile zip;
    private final long swelling;

    private GuardedZip(String name, ZipFile zip, long swelling) {
        this.name = name;
        this.zip = zip;
        this.swelling = swelling;
    }

    /// An archive of sheets, of which a part that swells out of all proportion is a bomb.
    public static GuardedZip open(Path file) throws UnreadableFile {
        return open(file, Limits.MAX_COMPRESSION_RATIO);
    }

    /// @param swelling how many times its packed size a large part may have
    public static GuardedZip open(Path file, long swelling) throws UnreadableFile {
        String name = String.valueOf(file.getFileName());
        try {
            return new GuardedZip(name, new ZipFile(file.toFile()), swelling);
        } catch (IOException e) {
            throw new UnreadableFile(
                    "“" + name
                            + "” is damaged: its end is missing or is no archive's. Copy it again from where it "
                            + "comes from.",
                    e);
        }
    }

    /// Whether a file begins as an archive does. A pipe is none, and is left alone: what is read of it to look at is
    // gone.
    public static boolean isArchive(Path file) {
        if (!Files.isRegularFile(file)) {
            return false;
        }
        try (InputStream in = Files.newInputStream(file)) {
            return Arrays.equals(in.readNBytes(2), new byte[] {'P', 'K'});
        } catch (IOException e) {
            return false;
        }
    }

    public boolean has(String part) {
        return zip.getEntry(part) != null;
    }

    /// The names of its parts, in their order in the archive; folders are left out.
    public List<String> parts() {
        return zip.stream()
                .filter(entry -> !entry.isDirectory())
                .map(ZipEntry::getName)
                .toList();
    }

    /// Refuses a document of which any part swells like a bomb, as told by what the archive says of itself.
    public void refuseBombs() throws UnreadableFile {
        long whole = 0;
        for (ZipEntry entry : (Iterable<ZipEntry>) zip.stream().map(ZipEntry.class::cast)::iterator) {
            whole += Math.max(0, entry.getSize());
            if (swollen(entry.getSize(), entry.getCompressedSize()) || whole > Limits.MAX_PART_BYTES) {
                throw bomb(entry.getName());
            }
        }
    }

    /// Refuses a document with two parts of one name, of which nobody can tell which counts.
    public void refuseDoubles() throws UnreadableFile {
        var names = new HashSet<String>();
        for (ZipEntry entry : (Iterable<ZipEntry>) zip.stream().map(ZipEntry.class::cast)::iterator) {
            if (!names.add(entry.getName())) {
                throw new UnreadableFile("“" + name + "” is damaged and was not opened: it has two parts called "
                        + entry.getName() + ". Take an earlier copy of it.");
            }
        }
    }

    private boolean swollen(long size, long packed) {
        return size > Limits.MAX_PART_BYTES
                || size > Limits.MIN_SUSPICIOUS_BYTES && size / Math.max(1, packed) > swelling;
    }

    private UnreadableFile bomb(String part) {
        return new UnreadableFile(RootLocale.format(
                "“%s” unpacks to far more than such a file holds (in %s) and was not read: it may be made to do harm.",
                name, part));
    }

    /// @throws IOException when there is no such part
    public XMLStreamReader xml(String part, Progress progress) throws IOException, XMLStreamException {
        var factory = XMLInputFactory.newDefaultFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        factory.setProperty(XMLInputFactory.IS_COALESCING, true);
        factory.setXMLResolver((_, _, _, _) -> {
            throw new XMLStreamException("outside references are not followed");
        });
        return factory.createXMLStreamReader(stream(part, progress));
    }

    public InputStream stream(String part, Progress progress) throws IOException {
        ZipEntry entry = zip.getEntry(part);
        if (entry == null) {
            throw new IOException("no part " + part);
        }
        return new Guarded(zip.getInputStream(entry), entry, progress);
    }

    @Override
    public void close() {
        try {
            zip.close();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    /// Counts what comes out, whatever the archive says of itself, and compares its sum at the end: the library's
    /// own streams do not.
    private final class Guarded extends FilterInputStream {
        private final ZipEntry entry;
        private final Progress progress;
        private final CRC32 sum = new CRC32();
        private long read;

        Guarded(InputStream in, ZipEntry entry, Progress progress) {
            super(in);
            this.entry = entry;
            this.progress = progress;
        }

        @Override
        public int read(byte[] buffer, int offset, int length) throws IOException {
            int count = super.read(buffer, offset, length);
            if (count > 0) {
                sum.update(buffer, offset, count);
                read += count;
            } else if (count < 0 && (sum.getValue() != entry.getCrc() || read != entry.getSize())) {
                throw new IOException("the part " + entry.getName() + " is not as it was written");
            }
            if (swollen(read, entry.getCompressedSize())) {
                throw new IOException("the part unpacks to far more than it should");
            }
            progress.reached(Math.min(1, read / Math.max(1.0, (double) entry.getSize())));
            return count;
        }

        @Override
        public int read() throws IOException {
            byte[] one = new byte[1];
            return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
        }
    }
}
