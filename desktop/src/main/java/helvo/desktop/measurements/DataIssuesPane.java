package helvo.desktop.measurements;

import static helvo.desktop.controls.Controls.asWritten;
import static helvo.desktop.controls.Controls.setShown;

import helvo.core.RootLocale;
import helvo.core.derive.Reshaping;
import helvo.core.importing.LimitColumns;
import helvo.core.quality.AmbiguousColumn;
import helvo.core.quality.Problem;
import helvo.core.quality.Problems;
import helvo.core.quality.SuggestedNumbers;
import helvo.core.study.BarsOfOtherUnit;
import helvo.core.study.ColumnEdit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.LimitBars;
import helvo.core.table.BarMeaning;
import helvo.core.table.Cell;
import helvo.core.table.CellInterpretation;
import helvo.core.table.Decision;
import helvo.core.table.Decision.Choice;
import helvo.core.table.DerivedTable;
import helvo.core.table.ImportReport;
import helvo.core.table.ProblemKind;
import helvo.core.table.Table;
import helvo.core.table.TablePreview;
import helvo.desktop.controls.Controls;
import helvo.desktop.controls.PreviewTable;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.Workspace;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;

/// Lists the cells that need a look, each with its choices.
final class DataIssuesPane extends VBox {
    /// So many have room one under the other.
    private static final int FEW = 2;
    private static final int SHOWN = 40;
    /// What a question takes with its answers.
    private static final double QUESTION_HEIGHT = 250;
    private static final double QUESTIONS_HEIGHT = 300;

    private final Workspace workspace;
    private final Importer importer;
    private final MeasurementGrid grid;
    private @Nullable Problem opened;
    private @Nullable Content said;

    /// All that shows; nothing is built again while it is the same.
    private record Content(
            int table,
            Optional<String> asked,
            List<AmbiguousColumn> questions,
            Optional<DerivedTable.Form> shape,
            Optional<String> limits,
            List<String> otherUnits,
            List<String> problems,
            int count,
            List<Decision> decisions,
            @Nullable Problem opened) {}

    DataIssuesPane(Workspace workspace, Importer importer, MeasurementGrid grid) {
        this.workspace = workspace;
        this.importer = importer;
        this.grid = grid;
        getStyleClass().add("needs-a-look");
        setId("needs-a-look");
    }

    void show(Table table, Problems problems) {
        List<AmbiguousColumn> questions = problems.questions();
        Optional<DerivedTable.Form> shape = Reshaping.suggest(table)
                .filter(form -> workspace.study().tables().stream().noneMatch(each -> each.summary()
                        .filter(of -> of.source() == table.id() && of.form() == form)
                        .isPresent()));
        Optional<String> asked =
                table.importReport().flatMap(ImportReport::question).filter(_ -> importer.hasReadings(table));
        Optional<LimitColumns> limits = LimitColumns.offered(table);
        List<BarsOfOtherUnit> otherUnits = BarsOfOtherUnit.in(table);
        var says = new Content(
                table.id(),
                asked,
                questions,
                shape,
                limits.map(LimitColumns::sentence),
                otherUnits.stream().map(BarsOfOtherUnit::sentence).toList(),
                problems.groups().stream()
                        .limit(SHOWN)
                        .map(problem -> sentence(table, problem))
                        .toList(),
                problems.count(),
                table.decisions(),
                opened);
        if (says.equals(said)) {
            return;
        }
        said = says;
        getChildren().clear();
        List<List<Decision>> decided = decided(table);
        int count = problems.count() + (asked.isPresent() ? 1 : 0) + otherUnits.size();
        boolean any = count > 0 || !decided.isEmpty() || shape.isPresent() || limits.isPresent();
        setShown(this, any);
        if (!any) {
            return;
        }
        var list = new VBox(8);
        asked.ifPresent(question -> list.getChildren()
                .add(compared(question, "which-reading-" + table.id(), () -> importer.askHowToRead(table))));
        questions.forEach(question -> list.getChildren().add(question(table, question)));
        shape.ifPresent(form -> list.getChildren().add(offer(table, form)));
        limits.ifPresent(pair -> list.getChildren()
                .add(offered(
                        pair.sentence(),
                        "Use as error bars",
                        "limits-" + table.id(),
                        () -> workspace.perform(LimitBars.of(table, pair, BarMeaning.INTERVAL_95)))));
        otherUnits.forEach(bars -> list.getChildren().add(question(table, bars)));
        problems(list, table, problems);
        decisions(list, table, decided);
        var heading = new Label(
                count == 0
                        ? shape.isPresent()
                                ? "Another shape of the table"
                                : limits.isPresent() ? "Limits beside values" : "Nothing needs a look"
                        : RootLocale.format("Needs a look (%,d)", count));
        heading.getStyleClass().add("look-heading");
        pseudoClassStateChanged(javafx.css.PseudoClass.getPseudoClass("settled"), count == 0);
        boolean small = problems.groups().size()
                                + decided.size()
                                + questions.size()
                                + otherUnits.size()
                                + (shape.isPresent() ? 1 : 0)
                                + (limits.isPresent() ? 1 : 0)
                        <= FEW
                && questions.isEmpty()
                && list.getChildren().size() <= FEW + 1;
        getChildren()
                .addAll(
                        heading,
                        small
                                ? list
                                : scrolling(
                                        list,
                                        count == 0 ? 84 : questions.isEmpty() ? 178 : QUESTIONS_HEIGHT,
                                        questions.isEmpty() ? 110 : QUESTION_HEIGHT));
    }

    private void problems(VBox list, Table table, Problems problems) {
        problems.groups().stream().limit(SHOWN).forEach(problem -> entries(list, table, problem));
        if (problems.groups().size() > SHOWN) {
            list.getChildren()
                    .add(sentence(RootLocale.format(
                            "and %,d more; those above come first.",
                            problems.groups().stream()
                                    .skip(SHOWN)
                                    .mapToInt(Problem::count)
                                    .sum())));
        }
    }

    private void decisions(VBox list, Table table, List<List<Decision>> decided) {
        if (!decided.isEmpty()) {
            Label heading = sentence(RootLocale.format("Decided (%,d)", decided.size()));
            heading.getStyleClass().add("decided-heading");
            list.getChildren().add(heading);
            decided.stream().limit(SHOWN).forEach(each -> list.getChildren().add(decision(table, each)));
        }
    }

    /// What only a person can tell of a column of text: what each answer gives, side by side, each with its press.
    private VBox question(Table table, AmbiguousColumn question) {
        var ways = new HBox(8);
        for (CellInterpretation way : question.ways()) {
            Button answer = choice(
                    way == CellInterpretation.TEXT ? "As text" : "Read so",
                    "read-" + way.name().toLowerCase(Locale.ROOT).replace('_', '-') + "-" + question.column(),
                    () -> workspace.perform(new ColumnEdit.SetInterpretation(table.id(), question.column(), way)));
            answer.setTooltip(new Tooltip("Read the column as " + way.words()));
            List<String> shown = question.shown(way);
            answer.setAccessibleText(question.answer(way) + ": " + String.join(", ", shown));
            if (way != CellInterpretation.TEXT) {
                answer.getStyleClass().add("look-main");
            }
            var card = new VBox(
                    5,
                    new PreviewTable(new TablePreview(
                            List.of(), shown.stream().map(List::of).toList(), false)),
                    answer);
            card.getStyleClass().add("look-reading");
            ways.getChildren().add(card);
        }
        return new VBox(4, sentence(question.sentence(table)), ways);
    }

    /// Bars whose lengths are of another quantity.
    private VBox question(Table table, BarsOfOtherUnit bars) {
        var answers = new FlowPane(2, 4);
        int at = 0;
        for (BarsOfOtherUnit.Answer each : bars.answers(table)) {
            Button answer = choice(
                    each.label(), "bars-unit-" + bars.bar().id() + "-" + at++, () -> workspace.perform(each.edit()));
            answers.getChildren().add(answer);
        }
        return new VBox(4, sentence(bars.sentence()), answers);
    }

    /// A table that would be plotted more easily in another shape.
    private VBox offer(Table table, DerivedTable.Form form) {
        return compared(
                form == DerivedTable.Form.ONE_ROW_EACH
                        ? "The columns are named by numbers, as of one quantity at several times or doses."
                        : "The rows are named, as if the table lay on its side.",
                "turn-" + table.id(),
                () -> importer.askHowToTurn(table, form));
    }

    /// A question about the whole table, of which the readings are shown where there is room.
    private static VBox compared(String sentence, String id, Runnable ask) {
        return offered(sentence, "Compare the readings", id, ask);
    }

    private static VBox offered(String sentence, String press, String id, Runnable action) {
        Button button = choice(press, id, action);
        button.getStyleClass().add("look-main");
        return new VBox(4, sentence(sentence), new FlowPane(2, 4, button));
    }

    private static ScrollPane scrolling(VBox list, double height, double least) {
        var scroll = new ScrollPane(list);
        scroll.setFitToWidth(true);
        Controls.fitHeight(scroll, height);
        scroll.minHeightProperty().bind(Bindings.min(least, scroll.prefHeightProperty()));
        return scroll;
    }

    /// One entry for alike cells, and, while they are looked at one by one, one for each.
    private void entries(VBox list, Table table, Problem problem) {
        boolean open = problem.equals(opened);
        list.getChildren().add(entry(table, problem, open));
        if (open) {
            Arrays.stream(problem.rows()).limit(SHOWN).forEach(row -> {
                VBox one = entry(table, problem.only(row), false);
                one.getStyleClass().add("one-of-many");
                list.getChildren().add(one);
            });
        }
    }

    private VBox entry(Table table, Problem problem, boolean open) {
        int row = problem.row();
        String all = problem.count() > 1 ? " all" : "";
        String id = (problem.count() > 1 ? "all-" : "") + row;
        var choices = new FlowPane(2, 4);
        List<SuggestedNumbers> suggested = problem.suggested(table);
        for (int way = 0; way < suggested.size(); way++) {
            SuggestedNumbers numbers = suggested.get(way);
            Button use = choice(
                    "Use " + numbers.shown(table.decimalMark()),
                    "use-" + id + (way == 0 ? "" : "-" + (way + 1)),
                    () -> decide(table, problem, Choice.NUMBER_USED, numbers.values()));
            if (problem.sort() != ProblemKind.LIMIT) {
                use.getStyleClass().add("look-main");
            }
            choices.getChildren().add(use);
        }
        var missing = choice("Missing" + all, "missing-" + id, () -> decide(table, problem, Choice.MISSING));
        var keep = choice(
                problem.sort() == ProblemKind.BLANK ? "Leave" + (all.isEmpty() ? " it" : all) + " empty" : "Keep" + all,
                "keep-" + id,
                () -> decide(table, problem, Choice.KEPT));
        var aside = choice("Exclude" + all, "aside-" + id, () -> decide(table, problem, Choice.EXCLUDED));
        switch (problem.sort()) {
            case NOT_A_NUMBER, NOT_A_DATE -> choices.getChildren().addAll(missing, aside);
            case LIMIT -> choices.getChildren().addAll(0, List.of(missing, aside));
            case NO_RESULT, REPEATED -> choices.getChildren().addAll(keep, aside);
            case BLANK, FAR -> choices.getChildren().addAll(keep, aside);
        }
        problem.in(table)
                .filter(column -> problem.count() == 1 && !column.isDerived())
                .ifPresentOrElse(
                        column -> choices.getChildren().add(choice("Edit", "edit-" + id, () -> grid.edit(row, column))),
                        () -> choices.getChildren()
                                .add(
                                        problem.count() == 1
                                                ? choice(
                                                        "Show",
                                                        "show-" + id,
                                                        () -> grid.choose(
                                                                row,
                                                                problem.in(table)
                                                                        .orElse(table.columns()
                                                                                .getFirst())))
                                                : choice(
                                                        open ? "Together" : "One by one",
                                                        "one-by-one-" + row,
                                                        () -> open(table, open ? null : problem))));
        return new VBox(4, sentence(sentence(table, problem)), choices);
    }

    private static String sentence(Table table, Problem problem) {
        return capitalised(problem.place(table)) + ": " + problem.why(table) + ".";
    }

    private void open(Table table, @Nullable Problem problem) {
        opened = problem;
        show(table, workspace.analysis().get().problems().getOrDefault(table.id(), Problems.NONE));
    }

    private void decide(Table table, Problem problem, Choice choice) {
        decide(table, problem, choice, List.of());
    }

    private void decide(Table table, Problem problem, Choice choice, List<Double> numbers) {
        workspace.perform(new DecisionEdit.Decide(
                table.id(),
                problem.column(),
                Arrays.stream(problem.rows()).boxed().toList(),
                problem.sort(),
                choice,
                choice == Choice.EXCLUDED ? reason(table, problem) : "",
                numbers));
    }

    private static String reason(Table table, Problem problem) {
        return switch (problem.sort()) {
            case NOT_A_NUMBER, NOT_A_DATE, LIMIT -> problem.why(table);
            case NO_RESULT -> problem.text();
            case BLANK ->
                problem.in(table).map(column -> column.name() + " is missing").orElse("missing");
            case FAR ->
                problem.in(table)
                        .map(column -> column.name() + " lies far from the rest")
                        .orElse("far from the rest");
            case REPEATED -> "repeats an earlier row";
        };
    }

    /// Decisions that are alike, together.
    private static List<List<Decision>> decided(Table table) {
        Map<List<Object>, List<Decision>> alike = new LinkedHashMap<>();
        for (Decision decision : table.decisions()) {
            Object text = decision.choice() == Choice.KEPT ? "" : decision.original();
            alike.computeIfAbsent(
                            List.of(decision.column(), decision.problem(), decision.choice(), text),
                            _ -> new java.util.ArrayList<>())
                    .add(decision);
        }
        return List.copyOf(alike.values());
    }

    private VBox decision(Table table, List<Decision> decisions) {
        Decision first = decisions.getFirst();
        int[] rows = decisions.stream().mapToInt(Decision::row).sorted().toArray();
        var problem = new Problem(
                first.problem(),
                first.column(),
                first.original() instanceof Cell.Empty ? "" : first.original().exactText(),
                rows);
        String was = problem.text().isEmpty() || first.choice() == Choice.KEPT ? "" : "“" + problem.text() + "”, ";
        return new VBox(
                2,
                sentence(capitalised(problem.place(table)) + ": " + was
                        + first.choice().words() + "."),
                choice(
                        "Take back",
                        "back-" + rows[0],
                        () -> workspace.perform(new DecisionEdit.UndoDecision(
                                table.id(),
                                first.column(),
                                Arrays.stream(rows).boxed().toList()))));
    }

    private static String capitalised(String text) {
        return text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1);
    }

    private static Label sentence(String text) {
        var label = new Label(text);
        label.setWrapText(true);
        label.setMinHeight(USE_PREF_SIZE);
        return label;
    }

    private static Button choice(String text, String id, Runnable action) {
        Button button = asWritten(new Button(text));
        button.setId(id);
        button.getStyleClass().setAll("button", "look-choice");
        button.setOnAction(_ -> action.run());
        return button;
    }
}
