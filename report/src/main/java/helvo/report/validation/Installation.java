package helvo.report.validation;

import helvo.core.RootLocale;
import helvo.files.ProgramVersion;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/// The program as it lies on the disk, and the computer that it runs on.
///
/// @param home    the folder that it was installed into
/// @param program its own archive
public record Installation(Path home, Path program) {
    private static final String AREA = "Installed files";
    private static final String LIST = "lib/checksums.sha256";
    private static final int MOST_TOLD = 20;

    /// The installation that runs: its start says where it is.
    ///
    /// @throws IOException with a sentence, where it does not
    public static Installation here() throws IOException {
        String home = System.getProperty("helvo.home", "");
        if (home.isEmpty() || !Files.isDirectory(Path.of(home))) {
            throw new IOException(
                    "Helvo does not know where it is installed: start it with `helvo`, from the folder it was "
                            + "unpacked or installed into.");
        }
        String[] archives = System.getProperty("java.class.path").split(java.io.File.pathSeparator);
        return new Installation(
                Path.of(home).toAbsolutePath().normalize(),
                Path.of(archives[archives.length - 1]).toAbsolutePath());
    }

    Path reference() {
        return home.resolve("reference");
    }

    /// Whether it was made by a package, which says what its files were.
    boolean isPackaged() {
        return Files.isRegularFile(home.resolve(LIST));
    }

    /// Version, files, runtime, system, processor and locale, as they are told.
    Map<String, String> facts() throws IOException {
        var facts = new LinkedHashMap<String, String>();
        facts.put("Program", ProgramVersion.text());
        facts.put("Installed in", home.toString());
        facts.put("SHA-256 of " + program.getFileName(), Files.isRegularFile(program) ? sha256(program) : "not a file");
        facts.put(
                "SHA-256 of the list of files",
                isPackaged() ? sha256(home.resolve(LIST)) : "none: built from source, not installed by a package");
        facts.put(
                "Java",
                System.getProperty("java.runtime.version") + ", " + System.getProperty("java.vendor") + ", "
                        + System.getProperty("java.vm.name"));
        facts.put(
                "System",
                Stream.of("os.name", "os.version", "os.arch")
                        .map(System::getProperty)
                        .collect(Collectors.joining(" ")));
        facts.put("Processor", processor());
        facts.put(
                "Locale",
                Locale.getDefault().toLanguageTag() + ", numbers " + RootLocale.format("%,.2f", 1234.5) + " in files; "
                        + String.format(Locale.getDefault(), "%,.2f", 1234.5) + " by the locale");
        return facts;
    }

    private static String processor() {
        Path known = Path.of("/proc/cpuinfo");
        String name = "";
        if (Files.isReadable(known)) {
            try (Stream<String> lines = Files.lines(known)) {
                name = lines.filter(line -> line.startsWith("model name"))
                        .findFirst()
                        .map(line -> line.substring(line.indexOf(':') + 1).strip() + ", ")
                        .orElse("");
            } catch (IOException | UncheckedIOException e) {
                name = "";
            }
        }
        return name + Runtime.getRuntime().availableProcessors() + " threads";
    }

    /// Each file against the list that the package was shipped with.
    List<Finding> files() throws IOException {
        if (!isPackaged()) {
            return List.of();
        }
        Map<String, String> shipped = new TreeMap<>();
        for (String line : Files.readAllLines(home.resolve(LIST))) {
            if (!line.isBlank()) {
                shipped.put(line.substring(line.indexOf("  ") + 2), line.substring(0, line.indexOf(' ')));
            }
        }
        var findings = new ArrayList<Finding>();
        int right = 0;
        for (Map.Entry<String, String> each : shipped.entrySet()) {
            Path file = home.resolve(each.getKey());
            String found = Files.isRegularFile(file) ? sha256(file) : "missing";
            if (found.equals(each.getValue())) {
                right++;
            } else {
                findings.add(Finding.of(AREA, each.getKey(), each.getValue(), found, false));
            }
        }
        beyond(shipped.keySet())
                .forEach(file -> findings.add(Finding.of(AREA, file, "not shipped", "is there", false)));
        List<Finding> told = new ArrayList<>(findings.subList(0, Math.min(MOST_TOLD, findings.size())));
        if (findings.size() > MOST_TOLD) {
            told.add(
                    Finding.of(AREA, "further files", "as shipped", (findings.size() - MOST_TOLD) + " are not", false));
        }
        told.add(Finding.of(
                AREA,
                "files as they were shipped",
                Integer.toString(shipped.size()),
                Integer.toString(right),
                right == shipped.size()));
        return told;
    }

    /// Archives beside those that were shipped would be loaded too.
    private Set<String> beyond(Set<String> shipped) throws IOException {
        try (Stream<Path> all = Files.walk(home.resolve("lib"))) {
            return all.filter(Files::isRegularFile)
                    .map(file -> home.relativize(file).toString().replace('\\', '/'))
                    .filter(file -> !file.equals(LIST) && !shipped.contains(file))
                    .collect(Collectors.toCollection(TreeSet::new));
        }
    }

    static String sha256(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file);
                var read = new DigestInputStream(in, MessageDigest.getInstance("SHA-256"))) {
            read.transferTo(java.io.OutputStream.nullOutputStream());
            return HexFormat.of().formatHex(read.getMessageDigest().digest());
        } catch (NoSuchAlgorithmException e) {
            throw new AssertionError("every Java platform has SHA-256", e);
        }
    }
}
