package helvo.files.fuzz;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;

/// An archive of which one part is the input: its first byte says which. Beyond the last part, the input is the
/// archive itself.
final class PartsFuzz {
    private final Path file;
    private final Map<String, byte[]> parts = new LinkedHashMap<>();
    private final List<String> altered;

    /// @param good    an archive that can be read
    /// @param altered the parts that the input takes the place of
    PartsFuzz(Path good, Path file, List<String> altered) throws IOException {
        this.file = file;
        this.altered = altered;
        try (var zip = new ZipFile(good.toFile())) {
            for (ZipEntry entry : (Iterable<ZipEntry>) zip.stream().map(ZipEntry.class::cast)::iterator) {
                parts.put(entry.getName(), zip.getInputStream(entry).readAllBytes());
            }
        }
        if (!parts.keySet().containsAll(altered)) {
            throw new IllegalArgumentException(altered + " are not all among " + parts.keySet());
        }
    }

    /// What to begin with: each part as it is.
    Map<String, byte[]> seeds() {
        var seeds = new LinkedHashMap<String, byte[]>();
        for (int i = 0; i < altered.size(); i++) {
            byte[] part = parts.get(altered.get(i));
            byte[] seed = new byte[part.length + 1];
            seed[0] = (byte) i;
            System.arraycopy(part, 0, seed, 1, part.length);
            seeds.put("good-" + altered.get(i).replaceAll("[^a-zA-Z0-9]+", "-"), seed);
        }
        return seeds;
    }

    /// Writes the archive of this input.
    Path write(byte[] input) throws IOException {
        byte[] rest = Arrays.copyOfRange(input, Math.min(1, input.length), input.length);
        int which = input.length == 0 ? altered.size() : (input[0] & 0xff) % (altered.size() + 1);
        if (which == altered.size()) {
            return Files.write(file, rest);
        }
        try (OutputStream out = Files.newOutputStream(file);
                var zip = new ZipOutputStream(out)) {
            for (var part : parts.entrySet()) {
                zip.putNextEntry(new ZipEntry(part.getKey()));
                zip.write(part.getKey().equals(altered.get(which)) ? rest : part.getValue());
            }
        }
        return file;
    }
}
