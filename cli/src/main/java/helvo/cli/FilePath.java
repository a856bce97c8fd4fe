package helvo.cli;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.TypeConversionException;

/// A file's name as a value on the command line.
final class FilePath implements ITypeConverter<Path> {
    @Override
    public Path convert(String text) {
        try {
            if (!text.isEmpty()) {
                return Path.of(text);
            }
        } catch (InvalidPathException e) {
            // the same sentence
        }
        throw new TypeConversionException("“" + text.replace("\0", "\\0") + "” is not a file name.");
    }
}
