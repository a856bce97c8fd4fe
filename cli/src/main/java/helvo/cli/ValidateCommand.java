package helvo.cli;

import helvo.files.disk.AtomicFile;
import helvo.files.disk.WriteErrorText;
import helvo.report.validation.Commands;
import helvo.report.validation.Finding;
import helvo.report.validation.Installation;
import helvo.report.validation.Protocol;
import helvo.report.validation.Validation;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;

/// `helvo validate`: whether this installation computes what it claims.
final class ValidateCommand extends Command {
    private static final int MOST_TOLD = 10;

    private final List<Path> outs = new ArrayList<>();
    private String person = "";
    private boolean quick;
    private boolean json;
    private int told;

    ValidateCommand() {
        super(
                "validate",
                "Compare what this installation computes with known answers, and write a protocol.",
                "",
                "Certified and exactly worked out values, tables in all formats, a study that was stopped, reports and "
                        + "a figure made again; the files against the list that was shipped. About half a minute. "
                        + "Exit code 1 where anything is not as it must be.");
        arguments.example("helvo validate --out protocol.pdf --out protocol.json --person \"J. Tern\"");
        arguments
                .option("--out", "FILE", "The protocol, ending in .html, .pdf or .json; may be repeated.")
                .texts(value -> value.forEach(each -> outs.add(Path.of(each))));
        arguments.option("--person", "NAME", "Who validates, for the protocol.").title(value -> person = value);
        arguments.flag("--quick", "A part of it, in a few seconds.", value -> quick = value);
        arguments.flag("--json", "The protocol as JSON on standard output.", value -> json = value);
    }

    @Override
    public Integer call() throws UserError {
        for (Path out : outs) {
            form(out);
            requireFolder(out);
        }
        Protocol protocol;
        try {
            Validation validation = Validation.of(Installation.here(), ValidateCommand::run, quick, this::reached);
            protocol = new Protocol(
                    validation,
                    ZonedDateTime.now().format(DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss xxx", Locale.ROOT)),
                    person);
            if (json) {
                arguments.out().print(new String(protocol.bytes(Protocol.Form.JSON), StandardCharsets.UTF_8));
            } else {
                tell(protocol);
            }
        } catch (IOException e) {
            throw new UserError(WriteErrorText.why(e));
        }
        for (Path out : outs) {
            write(protocol, out);
        }
        return protocol.validation().passed() ? Helvo.DONE : Helvo.DATA_DO_NOT_ALLOW;
    }

    /// Before half a minute is spent on what then cannot be written.
    private static void requireFolder(Path out) throws UserError {
        Path folder = Objects.requireNonNull(out.toAbsolutePath().getParent(), "a file is in a folder");
        if (!Files.isDirectory(folder)) {
            throw new UserError(WriteErrorText.sentence(out, new NoSuchFileException(folder.toString())));
        }
        if (!Files.isWritable(folder)) {
            throw new UserError(WriteErrorText.sentence(out, new AccessDeniedException(folder.toString())));
        }
    }

    private Protocol.Form form(Path out) {
        return Protocol.Form.of(out.toString())
                .findFirst()
                .orElseThrow(() -> new UsageError("--out “" + out + "” must end in .html, .pdf or .json."));
    }

    private void write(Protocol protocol, Path out) throws UserError {
        try {
            byte[] bytes = protocol.bytes(form(out));
            AtomicFile.write(out, to -> to.write(bytes));
        } catch (IOException e) {
            throw new UserError(WriteErrorText.sentence(out, e));
        }
    }

    private void tell(Protocol protocol) {
        Validation validation = protocol.validation();
        validation.summary().forEach(arguments.out()::println);
        List<Finding> failed = validation.failed();
        failed.stream()
                .limit(MOST_TOLD)
                .map(each -> "NOT AS IT MUST BE: " + each.group()
                        + (each.group().equals(each.what()) ? "" : ", " + each.what()) + ": expected "
                        + each.expected() + ", found " + each.found())
                .forEach(arguments.out()::println);
        if (failed.size() > MOST_TOLD) {
            arguments.out().println("… and " + (failed.size() - MOST_TOLD) + " more; --out writes them all.");
        }
        arguments.out().println(protocol.verdict());
        protocol.advice().forEach(arguments.out()::println);
    }

    /// At each tenth.
    private void reached(double fraction) {
        int tenths = (int) Math.floor(10 * fraction + 1e-9);
        if (tenths > told) {
            told = tenths;
            arguments.remarks().println("Validating: " + 10 * tenths + " %");
        }
    }

    private static Commands.Answer run(List<String> words) {
        var out = new StringWriter();
        var err = new StringWriter();
        int code = Helvo.run(
                new PrintWriter(out, true), new PrintWriter(err, true), Helvo.NO_WINDOW, words.toArray(String[]::new));
        return new Commands.Answer(code, out.toString(), err.toString());
    }
}
