package helvo.core.study;

import helvo.core.table.Table;

/// An edit that changes one table.
public sealed interface TableChange extends Edit permits TableEdit, ColumnEdit, DecisionEdit {
    /// The table's id.
    int table();

    Table change(Table before);

    String sentenceOfTable(Table before);

    @Override
    default Study apply(Study study) {
        return study.withTable(table(), this::change);
    }

    @Override
    default String sentence(Study before) {
        return sentenceOfTable(before.table(table()));
    }
}
