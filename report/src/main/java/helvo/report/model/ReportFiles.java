package helvo.report.model;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;

/// A written report: its main file and those beside it.
///
/// @param file       the report itself
/// @param companions what lies beside it, by the names that it calls them; only forms that cannot hold a figure
///     have any
public record ReportFiles(byte[] file, Map<String, byte[]> companions) {
    public static ReportFiles alone(byte[] file) {
        return new ReportFiles(file, Map.of());
    }

    /// Gathers what lies beside a text.
    public static final class Companions {
        private final String stem;
        private final Map<String, byte[]> files = new LinkedHashMap<>();

        /// @param stem of the report's name, with which theirs begin
        public Companions(String stem) {
            this.stem = stem;
        }

        /// @return the name that it has
        public String add(int figure, String ending, byte[] bytes) {
            String name = stem + "-figure-" + figure + "." + ending;
            files.put(name, bytes);
            return name;
        }

        public ReportFiles with(String text) {
            return new ReportFiles(
                    text.getBytes(StandardCharsets.UTF_8),
                    java.util.Collections.unmodifiableMap(new LinkedHashMap<>(files)));
        }
    }
}
