package helvo.cli;

import picocli.CommandLine.IVersionProvider;

/// The program's version, from its own archive.
final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() {
        return new String[] {text()};
    }

    /// "Helvo 0.1.0".
    static String text() {
        String version = Version.class.getPackage().getImplementationVersion();
        return "Helvo " + (version == null ? "(unpacked)" : version);
    }
}
