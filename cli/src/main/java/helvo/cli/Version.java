package helvo.cli;

import helvo.files.ProgramVersion;
import picocli.CommandLine.IVersionProvider;

/// What --version prints.
final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() {
        return new String[] {ProgramVersion.text()};
    }
}
