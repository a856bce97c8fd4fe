package helvo.cli;

import helvo.core.Phrase;
import helvo.core.Progress;
import helvo.core.number.NumberText;
import helvo.core.table.Column;
import helvo.core.table.Problem;
import helvo.core.table.Problems;
import helvo.core.table.Table;
import helvo.files.CannotRead;
import helvo.files.table.ReadTable;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(name = "check", mixinStandardHelpOptions = true,
        description = "Tell what a file holds: columns, units, kinds, and every cell that needs a look.")
final class CheckCommand implements Callable<Integer> {
    /// Kinds of oddity that are listed.
    private static final int LISTED = 500;

    @Spec
    private CommandSpec command;

    @Parameters(paramLabel = "FILE", description = "A CSV, TSV, XLSX or ODS file.")
    private Path file;

    @Option(names = "--sheet", paramLabel = "NAME", description = "Of a workbook; the first with something in it, if not given.")
    private Optional<String> sheet = Optional.empty();

    @Override
    public Integer call() throws CannotRead {
        ReadTable read = ReadTable.read(file, sheet, Progress.NONE);
        Table table = read.table();
        PrintWriter out = command.commandLine().getOut();
        out.printf(Locale.ROOT, "%s: %,d %s, %d %s%n", file.getFileName(), table.rows(), table.rows() == 1 ? "row" : "rows",
                table.columns().size(), table.columns().size() == 1 ? "column" : "columns");
        out.println("Read by: " + read.how());
        read.notices().forEach(out::println);
        for (Column column : table.columns()) {
            out.printf(Locale.ROOT, "  #%-3d %-28s %-10s %-8s %s%n", column.id(), column.name(),
                    column.unit().isEmpty() ? "no unit" : column.unit(),
                    column.kind().plural(), column.role().tag().equals("none") ? "" : column.role().tag());
        }
        Problems problems = Problems.in(table);
        out.println(problems.count() == 0 ? "Nothing needs a look."
                : Phrase.of("%,d %s a look:", problems.count(), problems.count() == 1 ? "place needs" : "places need"));
        problems.groups().stream().limit(LISTED).forEach(problem -> out.println("  " + sentence(problem, table)));
        if (problems.groups().size() > LISTED) {
            out.printf(Locale.ROOT, "  and %,d more%n", problems.groups().stream().skip(LISTED).mapToInt(Problem::count).sum());
        }
        out.flush();
        return Helvo.DONE;
    }

    private static String sentence(Problem problem, Table table) {
        String meant = problem.numberInside().isPresent() ? "; it may mean " + NumberText.shortest(problem.numberInside().getAsDouble())
                : "";
        return problem.place(table) + ": " + problem.why(table) + meant;
    }
}
