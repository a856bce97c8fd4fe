package helvo.cli;

import helvo.core.Progress;
import helvo.core.number.NumberText;
import helvo.core.table.Column;
import helvo.core.table.Kind;
import helvo.core.table.Problem;
import helvo.core.table.Problems;
import helvo.core.table.Table;
import helvo.files.CannotRead;
import helvo.files.text.TextTable;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(name = "check", mixinStandardHelpOptions = true,
        description = "Tell what a file holds: columns, units, kinds, and every cell that needs a look.")
final class CheckCommand implements Callable<Integer> {
    @Spec
    private CommandSpec command;

    @Parameters(paramLabel = "FILE", description = "A CSV or TSV file.")
    private Path file;

    @Override
    public Integer call() throws CannotRead {
        TextTable read = TextTable.read(file, Progress.NONE);
        Table table = read.table();
        PrintWriter out = command.commandLine().getOut();
        out.printf("%s: %,d %s, %d %s%n", file.getFileName(), table.rows(), table.rows() == 1 ? "row" : "rows",
                table.columns().size(), table.columns().size() == 1 ? "column" : "columns");
        out.println("Read by: " + read.layout().sentence());
        read.notices().forEach(out::println);
        for (Column column : table.columns()) {
            out.printf("  #%-3d %-28s %-10s %-8s %s%n", column.id(), column.name(), column.unit().isEmpty() ? "no unit" : column.unit(),
                    column.kind() == Kind.NUMBER ? "numbers" : "text", column.role().tag().equals("none") ? "" : column.role().tag());
        }
        Problems problems = Problems.in(table);
        out.println(problems.count() == 0 ? "No cell needs a look." : "%,d %s a look:".formatted(problems.count(), problems.count() == 1 ? "cell needs" : "cells need"));
        for (Problem problem : problems.first()) {
            String meant = problem.numberInside().isPresent() ? "; it may mean " + NumberText.shortest(problem.numberInside().getAsDouble()) : "";
            out.printf("  row %d, %s: “%s” is not a number%s%n", problem.row() + 1, problem.column().name(), problem.text(), meant);
        }
        if (problems.count() > problems.first().size()) {
            out.printf("  and %,d more%n", problems.count() - problems.first().size());
        }
        out.flush();
        return Helvo.DONE;
    }
}
