package helvo.cli;

import helvo.core.RootLocale;
import helvo.core.formula.Formula;
import helvo.core.study.ColumnConversion;
import helvo.core.study.ColumnConversion.Planned;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.style.SymbolNames;
import helvo.core.table.Column;
import helvo.core.table.Heading;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/// The options that change a table's columns before anything is fitted: other units, and columns by formulas.
final class ColumnOptions {
    private final Arguments arguments;
    private List<String> converted = List.of();
    private List<String> derived = List.of();

    /// @param arguments of the command that has these options
    ColumnOptions(Arguments arguments) {
        this.arguments = arguments;
        arguments.group("Columns");
        arguments
                .option("--derive", "COLUMN", "A derived column first: \"name [unit] = formula\"; may be repeated.")
                .texts(value -> derived = value);
        arguments
                .option("--convert", "COL=UNIT", "Convert a column, with its bars: \"Temp=K\"; may be repeated.")
                .texts(value -> converted = value);
    }

    /// In words, for what a report says of its data.
    List<String> said() {
        return Stream.concat(converted.stream().map(each -> each.replaceFirst("\\s*=\\s*", " in ")), derived.stream())
                .toList();
    }

    /// Converts and derives the columns of a table. A derived column is converted once it is there.
    ///
    /// @param file that the table is of
    void addTo(StudySteps steps, Path file, int table) throws UserError {
        var later = new ArrayList<Wish>();
        for (String text : converted) {
            Wish wish = wish(text);
            boolean isThere = steps.study().table(table).columns().stream()
                    .anyMatch(column -> column.name().equalsIgnoreCase(wish.column) || wish.column.startsWith("#"));
            if (isThere || derived.isEmpty()) {
                steps.then(conversion(steps.study(), file, table, wish));
            } else {
                later.add(wish);
            }
        }
        for (String text : derived) {
            steps.then(derive(steps.study().table(table), text));
        }
        for (Wish wish : later) {
            steps.then(conversion(steps.study(), file, table, wish));
        }
    }

    /// @param column its name, or its number behind "#"
    private record Wish(String column, String unit) {}

    private Wish wish(String text) {
        int sign = text.lastIndexOf('=');
        if (sign < 1 || sign == text.length() - 1) {
            throw new UsageError("--convert “" + text + "”: write it as \"column=unit\".");
        }
        return new Wish(
                text.substring(0, sign).strip(),
                SymbolNames.replaced(text.substring(sign + 1).strip(), true));
    }

    private StudyEdit.Convert conversion(Study study, Path file, int id, Wish wish) throws UserError {
        Table table = study.table(id);
        Column column = new ColumnsByName(file, table).named(wish.column);
        return switch (ColumnConversion.planned(study, id, column.id(), wish.unit)) {
            case Planned.Possible(var _, Optional<String> warning) -> {
                warning.ifPresent(text -> arguments.err().println("--convert: " + text));
                yield new StudyEdit.Convert(id, column.id(), wish.unit);
            }
            case Planned.Refused(String why) -> throw new UserError("--convert: " + why);
        };
    }

    private ColumnEdit.Derive derive(Table table, String text) throws UserError {
        int sign = text.indexOf('=');
        if (sign < 1) {
            throw new UsageError("--derive “" + text + "”: write it as \"name [unit] = formula\".");
        }
        Heading heading = Heading.of(SymbolNames.replaced(text.substring(0, sign), true));
        if (table.columns().stream().anyMatch(each -> each.name().equals(heading.name()))) {
            throw new UserError("--derive “" + text + "”: there is a column “" + heading.name()
                    + "” already; give the new one another name.");
        }
        String formula = text.substring(sign + 1).strip();
        return switch (Formula.read(formula, table)) {
            case Formula.Reading.Read(Formula read, String kept) -> {
                Stream.concat(read.units(table).remarks().stream(), read.compared(table, heading.unit()).stream())
                        .map(remark -> heading.name() + ": " + remark)
                        .map(Helvo::shortened)
                        .forEach(arguments.remarks()::println);
                yield new ColumnEdit.Derive(table.id(), read.headed(heading, table), kept, Role.NONE, false);
            }
            case Formula.Reading.Wrong(int from, var _, String sentence) ->
                throw new UserError(
                        RootLocale.format("--derive, at character %d of “%s”: %s", from + 1, formula, sentence));
        };
    }
}
