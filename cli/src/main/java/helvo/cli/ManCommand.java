package helvo.cli;

import java.io.PrintWriter;
import java.util.List;

/// `helvo man`: the manual page.
final class ManCommand extends Command {
    private final Helvo helvo;

    ManCommand(Helvo helvo) {
        super("man", "Print the manual page: helvo man | man -l -");
        this.helvo = helvo;
    }

    @Override
    public Integer call() {
        PrintWriter out = arguments.out();
        out.print(page(helvo.arguments().description(), helvo.commands()));
        out.flush();
        return Helvo.DONE;
    }

    private static String page(String about, List<Arguments> commands) {
        var text = new StringBuilder(".TH HELVO 1\n.SH NAME\nhelvo \\- ")
                .append(escaped(about))
                .append("\n.SH SYNOPSIS\n.B helvo\n[\\fICOMMAND\\fR] [\\fIOPTIONS\\fR] [\\fIFILE\\fR]\n.SH "
                        + "DESCRIPTION\n"
                        + "Without a command, the window opens. Standard output carries the result, standard "
                        + "error the messages.\n.SH COMMANDS\n");
        commands.forEach(each -> command(text, each));
        text.append(".SH EXAMPLES\n");
        commands.stream()
                .flatMap(each -> each.examples().stream())
                .forEach(line -> text.append(".PP\n.nf\n").append(escaped(line)).append("\n.fi\n"));
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

    private static void command(StringBuilder text, Arguments command) {
        text.append(".SS ").append(command.qualifiedName());
        command.parameters().forEach(each -> text.append(' ').append(each.name()));
        command.options().stream().filter(Argument::isRequired).forEach(each -> text.append(' ')
                .append(escaped(each.asWritten())));
        text.append('\n').append(escaped(command.description())).append('\n');
        command.parameters().forEach(each -> text.append(".TP\n\\fI")
                .append(escaped(each.name()))
                .append("\\fR\n")
                .append(escaped(each.description()))
                .append('\n'));
        command.options().forEach(each -> text.append(".TP\n\\fB")
                .append(escaped(String.join(", ", each.names())))
                .append("\\fR")
                .append(each.takesValue() ? " \\fI" + escaped(each.label()) + "\\fR" : "")
                .append('\n')
                .append(escaped(each.description()))
                .append('\n'));
    }

    /// A line that begins with a point or an apostrophe would be a request of the formatter.
    private static String escaped(String text) {
        String bare = text.replace("\\", "\\e").replace("-", "\\-");
        return bare.startsWith(".") || bare.startsWith("'") ? "\\&" + bare : bare;
    }
}
