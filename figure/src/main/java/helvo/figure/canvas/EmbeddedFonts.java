package helvo.figure.canvas;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Base64;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TTFSubsetter;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/// A subset of our fonts for embedding in a document: only the characters that it uses.
public final class EmbeddedFonts {
    /// What a browser needs to draw glyphs; tables for shaping, kerning and features are left out.
    private static final List<String> TABLES = List.of(
            "head", "hhea", "hmtx", "maxp", "loca", "glyf", "cmap", "name", "post", "OS/2", "cvt ", "fpgm", "prep");

    private final Map<Typeface, Set<Integer>> characters = new EnumMap<>(Typeface.class);

    /// Takes the characters of a text.
    public void take(Typeface face, String text) {
        text.codePoints().forEach(characters.computeIfAbsent(face, _ -> new TreeSet<>())::add);
    }

    /// The name by which a style sheet calls a face.
    public static String family(Typeface face) {
        return face.at(1).getFamily();
    }

    /// A rule for each face that is used.
    public String css() throws IOException {
        var css = new StringBuilder();
        for (var entry : characters.entrySet()) {
            css.append("@font-face{font-family:'")
                    .append(family(entry.getKey()))
                    .append("';src:url(data:font/ttf;base64,")
                    .append(Base64.getEncoder().encodeToString(subset(entry.getKey(), entry.getValue())))
                    .append(")}");
        }
        return css.toString();
    }

    private static byte[] subset(Typeface face, Set<Integer> characters) throws IOException {
        try (var in = face.file();
                var font = new TTFParser().parse(new RandomAccessReadBuffer(in))) {
            var subsetter = new TTFSubsetter(font, TABLES);
            subsetter.addAll(characters);
            var bytes = new ByteArrayOutputStream();
            subsetter.writeToStream(bytes);
            return bytes.toByteArray();
        }
    }
}
