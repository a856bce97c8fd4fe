import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.css.Stylesheet;

/// Writes FILE.bss beside each FILE.css of a folder: the style sheet as the window toolkit keeps it once parsed. Run
/// by the build of `desktop`.
///
///     java ParseStyles.java FOLDER
public final class ParseStyles {
    public static void main(String[] arguments) throws IOException {
        try (var sheets = Files.newDirectoryStream(Path.of(arguments[0]), "*.css")) {
            for (Path sheet : sheets) {
                String name = sheet.getFileName().toString();
                Path parsed = sheet.resolveSibling(name.replace(".css", ".bss"));
                Stylesheet.convertToBinary(sheet.toFile(), parsed.toFile());
            }
        }
    }
}
