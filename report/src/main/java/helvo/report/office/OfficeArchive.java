package helvo.report.office;

import helvo.files.archive.ReproducibleEntry;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/// Writes a zip archive of parts, as office documents are. The same parts give the same bytes.
public final class OfficeArchive {

    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    private final ZipOutputStream zip = new ZipOutputStream(bytes, StandardCharsets.UTF_8);

    public void part(String name, byte[] content) throws IOException {
        begin(ReproducibleEntry.entry(name), content);
    }

    void xmlPart(String name, XmlText content) throws IOException {
        part(name, content.bytes());
    }

    /// Not packed, so that its content stands in the file as it is.
    void plain(String name, byte[] content) throws IOException {
        var entry = ReproducibleEntry.entry(name);
        var sum = new CRC32();
        sum.update(content);
        entry.setMethod(ZipEntry.STORED);
        entry.setSize(content.length);
        entry.setCrc(sum.getValue());
        begin(entry, content);
    }

    private void begin(ZipEntry entry, byte[] content) throws IOException {
        zip.putNextEntry(entry);
        zip.write(content);
        zip.closeEntry();
    }

    public byte[] whole() throws IOException {
        zip.close();
        return bytes.toByteArray();
    }
}
