package helvo.core.study;

import helvo.core.RootLocale;
import helvo.core.derive.Reshaping;
import helvo.core.derive.Summaries;
import helvo.core.number.NumberNotation;
import helvo.core.style.SheetStyle;
import helvo.core.table.Column;
import helvo.core.table.DerivedTable;
import helvo.core.table.Role;
import helvo.core.table.Statistic;
import helvo.core.table.Table;
import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/// Changes of the study as a whole.
public sealed interface StudyEdit extends Edit {
    record Rename(String name) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            return study.withName(name);
        }

        @Override
        public String sentence(Study before) {
            return "Name the study “" + name + "”";
        }
    }

    /// Takes another study's place, as the sample study does.
    record Begin(Study study) implements StudyEdit {
        @Override
        public Study apply(Study before) {
            return study;
        }

        @Override
        public String sentence(Study before) {
            return "Begin with “" + study.name() + "”";
        }
    }

    /// A new table with a figure over it.
    record AddTable(Table table, Figure figure) implements StudyEdit {
        /// Adds a table as the study's next, with a figure as new tables get it.
        public static AddTable to(Study study, Table table) {
            int id = study.nextTableId();
            return new AddTable(table.withId(id), Figure.of(study.nextFigureId(), id));
        }

        @Override
        public Study apply(Study study) {
            return study.withTableAndFigure(table, figure);
        }

        @Override
        public String sentence(Study before) {
            return RootLocale.format("Add the table “%s” with %,d rows", table.name(), table.rows());
        }
    }

    /// A table and the figures over it.
    record RemoveTable(int table) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            return study.withoutTable(table);
        }

        @Override
        public String sentence(Study before) {
            return "Remove the table “" + before.table(table).name() + "”";
        }
    }

    /// Other columns in the place of a table's: a file opened into a blank one, or read in another way.
    record ReplaceTable(Table table) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            return study.withTable(table.id(), _ -> table);
        }

        @Override
        public String sentence(Study before) {
            return before.table(table.id()).isBlank()
                    ? RootLocale.format("Add the table “%s” with %,d rows", table.name(), table.rows())
                    : "Read the table “" + table.name() + "” in another way";
        }
    }

    /// Rows of another file, or of the same one once it has changed, with all that was chosen for the table.
    record UseData(Table table) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            return study.table(table.id()).source().equals(table.source())
                    ? study.withTable(table.id(), _ -> table)
                    : study.withData(table.id(), _ -> table);
        }

        @Override
        public String sentence(Study before) {
            return RootLocale.format(
                    "Use the data of %s for the table “%s” (%,d rows)",
                    table.source().map(Table.Source::name).orElse("another table"), table.name(), table.rowsTyped());
        }
    }

    /// Whether a table takes over what becomes of its file.
    record Follow(int table, boolean followsFile) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            return study.withTable(
                    table,
                    old -> old.withFollowsFile(followsFile && old.source().isPresent()));
        }

        @Override
        public String sentence(Study before) {
            Table of = before.table(table);
            return (followsFile ? "Follow " : "No longer follow ")
                    + of.source().map(Table.Source::name).orElse("the file")
                    + " in the table “"
                    + of.name() + "”";
        }
    }

    record RenameTable(int table, String name) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            return study.withTable(table, old -> old.withName(name));
        }

        @Override
        public String sentence(Study before) {
            return "Call the table “" + before.table(table).name() + "” “" + name + "”";
        }
    }

    /// A table of averages or other statistics over groups of a table's rows, with a figure over it; see
    /// [Summaries#format].
    ///
    /// @param by columns of the table to group by
    /// @param columns columns to summarise
    record Summarise(int table, String name, List<Integer> by, List<Integer> columns, List<Statistic> statistics)
            implements StudyEdit {
        public Summarise {
            by = List.copyOf(by);
            columns = List.copyOf(columns);
            statistics = List.copyOf(statistics);
        }

        @Override
        public Study apply(Study study) {
            int id = study.nextTableId();
            return study.withTableAndFigure(
                    Summaries.of(id, name, study.table(table), by, columns, statistics),
                    Figure.of(study.nextFigureId(), id));
        }

        @Override
        public String sentence(Study before) {
            Table source = before.table(table);
            return RootLocale.format(
                    "Summarise %s by %s: %s",
                    named(source, columns),
                    named(source, by),
                    statistics.stream()
                            .map(Statistic::words)
                            .map(words -> words.replaceAll(" of$", ""))
                            .collect(Collectors.joining(", ")));
        }

        private static String named(Table table, List<Integer> columns) {
            return columns.stream().map(id -> table.column(id).name()).collect(Collectors.joining(", "));
        }
    }

    /// What a table says in another shape, as a table that follows it, with a figure over it; see [Reshaping].
    ///
    /// @param columns of which each value gets a row; empty for those that are called alike
    record Reshape(int table, String name, DerivedTable.Form form, List<Integer> columns) implements StudyEdit {
        public Reshape {
            columns = columns == null ? List.of() : List.copyOf(columns);
        }

        public Reshape(int table, String name, DerivedTable.Form form) {
            this(table, name, form, List.of());
        }

        @Override
        public Study apply(Study study) {
            int id = study.nextTableId();
            return study.withTableAndFigure(
                    Reshaping.of(id, name, study.table(table), form, columns), Figure.of(study.nextFigureId(), id));
        }

        @Override
        public String sentence(Study before) {
            Table source = before.table(table);
            return "Turn the table “" + source.name() + "”: " + form.words()
                    + (columns.isEmpty() ? "" : " of " + Summarise.named(source, columns));
        }
    }

    /// The values of a column in another unit, with all that is said in it; see [ColumnConversion].
    ///
    /// @param unit as it is spelled
    record Convert(int table, int column, String unit) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            return ColumnConversion.applied(study, table, column, unit);
        }

        @Override
        public String sentence(Study before) {
            Column of = before.table(table).column(column);
            return "Convert " + of.name() + " from " + of.unit() + " into " + unit;
        }
    }

    /// The same figure once more over the same table, to be changed on its own.
    record DuplicateFigure(int figure) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            int id = study.nextFigureId();
            Figure of = study.figure(figure);
            return study.withFigure(of.withName(id, study.freeFigureName(of.table(), of.name() + ", copy")));
        }

        @Override
        public String sentence(Study before) {
            return "Duplicate " + before.figure(figure).name();
        }
    }

    /// Another figure over a table, as new tables get it.
    record AddFigure(int table) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            Figure fresh = Figure.of(study.nextFigureId(), table);
            return study.withFigure(fresh.withName(fresh.id(), study.freeFigureName(table, fresh.name())));
        }

        @Override
        public String sentence(Study before) {
            return "Add a figure of " + before.table(table).name();
        }
    }

    /// A figure; the only one over a table stays.
    record RemoveFigure(int figure) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            return study.withoutFigure(figure);
        }

        @Override
        public String sentence(Study before) {
            return "Remove " + before.figure(figure).name();
        }
    }

    /// What was x is y and what was y is x, with their bars, where there is one of each; axes keep what was chosen
    /// for them.
    record SwapAxes(int table) implements StudyEdit {
        /// Whether a table has one x and one y: of several, one cannot tell which would change places.
        public static boolean isPossible(Table of) {
            return of.all(Role.X).size() == 1 && of.all(Role.Y).size() == 1;
        }

        /// Where it is not possible, the axes alone change places, as in studies of earlier versions.
        @Override
        public Study apply(Study study) {
            Table before = study.table(table);
            boolean possible = isPossible(before);
            Study swapped = possible
                    ? study.withTable(
                            table,
                            old -> old.withColumns(old.columns().stream()
                                    .map(column -> column.withRole(swapped(column.role())))
                                    .toList()))
                    : study;
            for (Figure figure : study.figures()) {
                swapped = figure.table() == table
                        ? swapped.withFigure(
                                figure.id(),
                                old -> possible
                                        ? old.swapped(
                                                before.all(Role.X).getFirst().id(),
                                                before.all(Role.Y).getFirst().id())
                                        : old.withStyle(old.style().withAxesSwapped()))
                        : swapped;
            }
            return swapped;
        }

        private static Role swapped(Role role) {
            return switch (role) {
                case X -> Role.Y;
                case Y -> Role.X;
                case X_BAR -> Role.Y_BAR;
                case Y_BAR -> Role.X_BAR;
                case X_DOWN -> Role.Y_DOWN;
                case Y_DOWN -> Role.X_DOWN;
                case BY, NONE -> role;
            };
        }

        @Override
        public String sentence(Study before) {
            return "Swap x and y";
        }
    }

    /// How numbers are written in results, figures and reports; empty for the first table's own way.
    record SetNumberFormat(Optional<NumberNotation> numberFormat) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            return study.withNumbers(numberFormat);
        }

        @Override
        public String sentence(Study before) {
            NumberNotation numbers = before.withNumbers(numberFormat).numbers();
            return "Write numbers as " + numbers.text(new BigDecimal("12345.6"));
        }
    }

    /// What a report of the study holds.
    record PlanReport(ReportPlan plan) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            return study.withReport(plan);
        }

        @Override
        public String sentence(Study before) {
            ReportPlan was = before.report();
            return !was.title().equals(plan.title())
                    ? "Title the report “" + plan.title().orElse(before.name()) + "”"
                    : !was.author().equals(plan.author())
                            ? "Report by “" + plan.author() + "”"
                            : !was.date().equals(plan.date())
                                    ? "Date the report “" + plan.date() + "”"
                                    : was.paper() != plan.paper()
                                            ? "Report on " + plan.paper().label() + " paper"
                                            : !was.sections().equals(plan.sections())
                                                    ? "Sections of the report: "
                                                            + plan.sections().stream()
                                                                    .map(section -> section.title()
                                                                            .toLowerCase(Locale.ROOT))
                                                                    .collect(Collectors.joining(", "))
                                                    : ofWords(was);
        }

        private String ofWords(ReportPlan was) {
            return !was.conditions().equals(plan.conditions())
                    ? "Conditions and instrument of the report"
                    : !was.conclusion().equals(plan.conclusion())
                            ? "Conclusion of the report"
                            : was.signature() != plan.signature()
                                    ? (plan.isSigned() ? "Add" : "Remove") + " the line for a signature in the report"
                                    : "Figures of the report";
        }
    }

    /// Keeps a style of figures under a name, in the place of the one that has it.
    record SaveStyle(SheetStyle.Named style) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            return study.withNamedStyle(style);
        }

        @Override
        public String sentence(Study before) {
            return "Save the style “" + style.name() + "”";
        }
    }

    /// Adds a sheet of figures, or arranges the one with its id in this way.
    record PutSheet(FigureSheet sheet) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            return study.withSheet(sheet);
        }

        @Override
        public String sentence(Study before) {
            Optional<FigureSheet> was = before.sheets().stream()
                    .filter(old -> old.id() == sheet.id())
                    .findFirst();
            String quoted = "“" + sheet.name() + "”";
            return was.isEmpty()
                    ? "Add the sheet of figures " + quoted
                    : was.get().name().equals(sheet.name())
                            ? "Arrange the sheet of figures " + quoted
                            : "Call the sheet of figures “" + was.get().name() + "” " + quoted;
        }
    }

    record RemoveSheet(int sheet) implements StudyEdit {
        @Override
        public Study apply(Study study) {
            return study.withoutSheet(sheet);
        }

        @Override
        public String sentence(Study before) {
            return "Remove the sheet of figures “" + before.sheet(sheet).name() + "”";
        }
    }

    /// Several edits that are one step.
    record Compound(String description, List<Edit> edits) implements StudyEdit {
        public Compound {
            edits = List.copyOf(edits);
        }

        @Override
        public Study apply(Study study) {
            Study after = study;
            for (Edit edit : edits) {
                after = edit.apply(after);
            }
            return after;
        }

        @Override
        public String sentence(Study before) {
            return description;
        }
    }
}
