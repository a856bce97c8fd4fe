package helvo.cli;

import picocli.CommandLine.IVersionProvider;

/// The program's version, from its own archive.
final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() {
        String version = Version.class.getPackage().getImplementationVersion();
        return new String[] {"Helvo " + (version == null ? "(unpacked)" : version)};
    }
}
