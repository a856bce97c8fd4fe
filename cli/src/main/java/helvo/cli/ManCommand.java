package helvo.cli;

import java.io.PrintWriter;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;
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
        program.getSubcommands().forEach((name, each) -> command(text, name, each.getCommandSpec()));
        text.append(".SH EXAMPLES\n");
        program.getSubcommands().values().forEach(each -> {
            if (each.getCommandSpec().userObject() instanceof Command command) {
                command.arguments().examples().forEach(line -> text.append(".PP\n.nf\n")
                        .append(escaped(line))
                        .append("\n.fi\n"));
            }
        });
        return text.append(".SH EXIT STATUS\n.TP\n0\ndone\n.TP\n1\nthe data did not allow it, or something needs a "
                        + "look\n.TP\n2\nwrong usage\n.SH FILES\n")
                .append(".TP\n\\fI$XDG_CONFIG_HOME/helvo\\fR, else \\fI~/.config/helvo\\fR\n"
                        + "what you chose, and your own curves\n")
                .append(".TP\n\\fI$XDG_STATE_HOME/helvo\\fR, else \\fI~/.local/state/helvo\\fR\n"
                        + "studies that are open, kept until they are saved\n")
                .append(".SH ENVIRONMENT\n.TP\nXDG_CONFIG_HOME, XDG_STATE_HOME\nwhere these folders lie\n"
                        + ".TP\nTZ\nthe time zone in which steps are told; no result depends on it\n")
                .append(".SH SEE ALSO\nThe guide, in the window behind the question mark and in docs/guide; "
                        + "docs/command\\-line.md with every member of the JSON.\n")
                .toString();
    }

    private static void command(StringBuilder text, String name, CommandSpec spec) {
        text.append(".SS helvo ").append(name);
        for (PositionalParamSpec file : spec.positionalParameters()) {
            text.append(' ').append(file.paramLabel());
        }
        spec.options().stream().filter(OptionSpec::required).forEach(option -> text.append(' ')
                .append(escaped(option.longestName() + " " + option.paramLabel())));
        text.append('\n')
                .append(escaped(String.join(" ", spec.usageMessage().description())))
                .append('\n');
        for (PositionalParamSpec file : spec.positionalParameters()) {
            text.append(".TP\n\\fI")
                    .append(escaped(file.paramLabel()))
                    .append("\\fR\n")
                    .append(escaped(String.join(" ", file.description())))
                    .append('\n');
        }
        for (OptionSpec option : spec.options()) {
            text.append(".TP\n\\fB")
                    .append(escaped(String.join(", ", option.names())))
                    .append("\\fR");
            text.append(option.arity().max() > 0 ? " \\fI" + escaped(option.paramLabel()) + "\\fR" : "")
                    .append('\n')
                    .append(escaped(CompletionsCommand.aboutOption(option)))
                    .append('\n');
        }
    }

    /// A line that begins with a point or an apostrophe would be a request of the formatter.
    private static String escaped(String text) {
        String bare = text.replace("\\", "\\e").replace("-", "\\-");
        return bare.startsWith(".") || bare.startsWith("'") ? "\\&" + bare : bare;
    }
}
