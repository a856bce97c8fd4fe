package helvo.report;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;

/// A report as files.
///
/// @param file       the report itself
/// @param companions what lies beside it, by the names that it calls them; only forms that cannot hold a figure
///     have any
public record Written(byte[] file, Map<String, byte[]> companions) {
    static Written alone(byte[] file) {
        return new Written(file, Map.of());
    }

    /// Gathers what lies beside a text.
    static final class Companions {
        private final String stem;
        private final Map<String, byte[]> files = new LinkedHashMap<>();

        /// @param stem of the report's name, with which theirs begin
        Companions(String stem) {
            this.stem = stem;
        }

        /// @return the name that it has
        String add(int figure, String ending, byte[] bytes) {
            String name = stem + "-figure-" + figure + "." + ending;
            files.put(name, bytes);
            return name;
        }

        Written with(String text) {
            return new Written(
                    text.getBytes(StandardCharsets.UTF_8),
                    java.util.Collections.unmodifiableMap(new LinkedHashMap<>(files)));
        }
    }
}
