import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Properties;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/// Adds what Maven does not know of to the bill of materials (CycloneDX 1.6): the Java runtime and the fonts.
///
/// Arguments: the bill of the libraries, the folder of the runtime, the folder of the fonts, the file to write.
final class CompleteBom {
    private CompleteBom() {}

    public static void main(String[] arguments) throws IOException, NoSuchAlgorithmException {
        ObjectMapper json =
                JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
        var bom = (ObjectNode) json.readTree(Path.of(arguments[0]).toFile());
        var components = (ArrayNode) bom.get("components");
        runtime(components, Path.of(arguments[1]));
        try (var fonts = Files.newDirectoryStream(Path.of(arguments[2]), "*.ttf")) {
            for (Path font : fonts) {
                font(components, font);
            }
        }
        Files.writeString(Path.of(arguments[3]), json.writeValueAsString(bom) + "\n");
    }

    private static void runtime(ArrayNode components, Path folder) throws IOException {
        var release = new Properties();
        try (var reader = Files.newBufferedReader(folder.resolve("release"))) {
            release.load(reader);
        }
        ObjectNode runtime = components
                .addObject()
                .put("type", "platform")
                .put("name", "OpenJDK runtime")
                .put("version", quoted(release.getProperty("JAVA_VERSION")))
                .put("description", "Made by jlink; its native libraries carry freetype, lcms2, libjpeg and zlib.");
        runtime.putArray("licenses").addObject().put("expression", "GPL-2.0-only WITH Classpath-exception-2.0");
        ArrayNode parts = runtime.putArray("components");
        for (String module : quoted(release.getProperty("MODULES")).split(" ")) {
            parts.addObject().put("type", "library").put("name", module);
        }
    }

    private static String quoted(String value) {
        return value.replace("\"", "");
    }

    private static void font(ArrayNode components, Path file) throws IOException, NoSuchAlgorithmException {
        ObjectNode font = components
                .addObject()
                .put("type", "file")
                .put("name", file.getFileName().toString())
                .put("version", "3.052")
                .put("copyright", "© 2023 Adobe, with Reserved Font Name ‘Source’");
        font.putArray("licenses").addObject().putObject("license").put("id", "OFL-1.1");
        byte[] sum = MessageDigest.getInstance("SHA-256").digest(Files.readAllBytes(file));
        font.putArray("hashes")
                .addObject()
                .put("alg", "SHA-256")
                .put("content", HexFormat.of().formatHex(sum));
    }
}
