package helvo.cli;

import java.io.PrintWriter;
import picocli.CommandLine;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;

/// `helvo man`: the manual page.
final class ManCommand extends Command {
    ManCommand() {
        super("man", "Print the manual page: helvo man | man -l -");
    }

    @Override
    public Integer call() {
        PrintWriter out = arguments.out();
        out.print(page(arguments.program()));
        out.flush();
        return Helvo.DONE;
    }

    private static String page(CommandLine program) {
        var text = new StringBuilder(".TH HELVO 1\n.SH NAME\nhelvo \\- ")
                .append(escaped(CompletionsCommand.aboutCommand(program)))
                .append("\n.SH SYNOPSIS\n.B helvo\n[\\fICOMMAND\\fR] [\\fIOPTIONS\\fR] [\\fIFILE\\fR]\n.SH "
                        + "DESCRIPTION\n"
                        + "Without a command, the window opens. Standard output carries the result, standard "
                        + "error the messages.\n.SH COMMANDS\n");
        program.getSubcommands().forEach((name, each) -> {
            text.append(".SS helvo ").append(name);
            for (PositionalParamSpec file : each.getCommandSpec().positionalParameters()) {
                text.append(' ').append(file.paramLabel());
            }
            text.append('\n')
                    .append(escaped(CompletionsCommand.aboutCommand(each)))
                    .append('\n');
            for (OptionSpec option : each.getCommandSpec().options()) {
                text.append(".TP\n\\fB")
                        .append(escaped(String.join(", ", option.names())))
                        .append("\\fR");
                text.append(option.arity().max() > 0 ? " \\fI" + escaped(option.paramLabel()) + "\\fR" : "")
                        .append('\n')
                        .append(escaped(CompletionsCommand.aboutOption(option)))
                        .append('\n');
            }
        });
        return text.append(".SH EXIT STATUS\n.TP\n0\ndone\n.TP\n1\nthe data did not allow it, or something needs a "
                        + "look\n.TP\n2\n"
                        + "wrong usage\n")
                .toString();
    }

    /// A line that begins with a point or an apostrophe would be a request of the formatter.
    private static String escaped(String text) {
        String bare = text.replace("\\", "\\e").replace("-", "\\-");
        return bare.startsWith(".") || bare.startsWith("'") ? "\\&" + bare : bare;
    }
}
