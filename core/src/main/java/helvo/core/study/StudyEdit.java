package helvo.core.study;

import helvo.core.table.Table;

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
            return study.with(table, figure);
        }

        @Override
        public String sentence(Study before) {
            return "Add the table “%s” with %,d rows".formatted(table.name(), table.rows());
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
            return before.table(table.id()).isBlank() ? "Add the table “%s” with %,d rows".formatted(table.name(), table.rows())
                    : "Read the table “" + table.name() + "” in another way";
        }
    }
}
