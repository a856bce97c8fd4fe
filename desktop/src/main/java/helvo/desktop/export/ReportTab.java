package helvo.desktop.export;

import static helvo.desktop.controls.Controls.asWritten;
import static helvo.desktop.controls.Controls.button;
import static helvo.desktop.controls.Controls.smallButton;
import static helvo.desktop.controls.Controls.strong;

import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.FigureSheet;
import helvo.core.study.ReportPlan;
import helvo.core.study.ReportPlan.Section;
import helvo.core.study.StudyEdit;
import helvo.core.style.FigureText;
import helvo.desktop.controls.Controls;
import helvo.desktop.controls.Form;
import helvo.desktop.persistence.LastChoices;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.workspace.Exporter;
import helvo.desktop.workspace.Workspace;
import helvo.report.ReportFormat;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BiFunction;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/// The tab of the export panel for the report. All of it is kept in the study.
final class ReportTab extends VBox {
    private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH);

    private final Workspace workspace;
    private final PreferencesFile<LastChoices> choices;
    private final Form form;
    private final VBox sections = new VBox(2);
    private final VBox figures = new VBox(2);
    private final TextArea conditions =
            Controls.area("report-conditions", "Your own text above the figures, in Markdown: instrument, conditions");
    private final TextArea conclusion =
            Controls.area("report-conclusion", "Your own text below the figures, in Markdown");
    private final CheckBox signature = new CheckBox("A line to sign, and the study's checksum");

    ReportTab(Workspace workspace, Exporter exporter, PreferencesFile<LastChoices> choices, Consumer<String> error) {
        super(10);
        this.workspace = workspace;
        this.choices = choices;
        form = new Form(error);
        var saves = new FlowPane(8, 8);
        for (ReportFormat format : ReportFormat.values()) {
            Button save = button("save-report-" + format.ending(), format.title(), () -> exporter.saveReport(format));
            save.setTooltip(new Tooltip(format.purpose()));
            save.setAccessibleText("Save the report as " + format.title() + ", " + format.purpose());
            saves.getChildren().add(save);
        }
        Button fill = button("fill-template", "Into a template …", exporter::fillTemplate);
        fill.setTooltip(
                new Tooltip("Fill an HTML or DOCX file of your own, with places such as {{title}} and {{report}}"));
        saves.getChildren().add(fill);
        getChildren()
                .addAll(
                        form,
                        strong("Save the report as"),
                        saves,
                        strong("Sections, in this order"),
                        sections,
                        strong("Figures"),
                        figures,
                        strong("Words of your own"),
                        new Label("Conditions and instrument, above the figures"),
                        conditions,
                        new Label("Conclusion, below them"),
                        conclusion,
                        signature);
        written(conditions, ReportPlan::withConditions);
        written(conclusion, ReportPlan::withConclusion);
        signature.setId("report-signature");
        signature.setOnAction(_ -> plan(plan().signed(signature.isSelected())));
    }

    private void written(TextArea area, BiFunction<ReportPlan, String, ReportPlan> with) {
        area.focusedProperty().subscribe((was, is) -> {
            if (was && !is) {
                plan(with.apply(plan(), area.getText()));
            }
        });
    }

    Node first() {
        return form.first();
    }

    private ReportPlan plan() {
        return workspace.study().report();
    }

    private void plan(ReportPlan changed) {
        if (!changed.equals(plan())) {
            workspace.perform(new StudyEdit.PlanReport(changed));
        }
    }

    void begin() {
        form.begin();
        TextField title = form.text(
                "report-title",
                "Title of the report",
                () -> plan().title().orElse(""),
                text -> plan(plan().withTitle(Optional.of(cut(text)))));
        title.setPromptText(workspace.study().name());
        form.row("Title", title);
        TextField author = form.text("report-author", "Who reports, and where", () -> plan().author(), this::report);
        author.setPromptText("your name, laboratory");
        String before = choices.get().reporter();
        if (before.isEmpty() || !plan().author().isEmpty()) {
            form.row("By", author);
        } else {
            form.row(
                    "By",
                    author,
                    smallButton("report-as-before", "as last time", "By " + before, () -> report(before)));
        }
        TextField date = form.text(
                "report-date", "Date of the report", () -> plan().date(), text -> plan(plan().withDate(cut(text))));
        date.setPrefColumnCount(11);
        form.row(
                "Date",
                date,
                smallButton(
                        "report-today",
                        "today",
                        "Date the report today",
                        () -> plan(plan().withDate(LocalDate.now().format(DATE)))));
        form.row(
                "Paper",
                form.choice(
                        "report-paper",
                        "Paper that the report is laid out for",
                        List.of(ReportPlan.Paper.values()),
                        ReportPlan.Paper::label,
                        () -> plan().paper(),
                        paper -> plan(plan().withPaper(paper))));
        update();
    }

    /// Who reports is asked once: the next study offers the name.
    private void report(String by) {
        plan(plan().withAuthor(cut(by)));
        if (!by.isBlank()) {
            choices.keep(last -> last.withReporter(cut(by)));
        }
    }

    private static String cut(String text) {
        return text.substring(0, Math.min(text.length(), ReportPlan.MAX_CHARACTERS));
    }

    void update() {
        form.update();
        Controls.show(conditions, plan().conditions());
        Controls.show(conclusion, plan().conclusion());
        signature.setSelected(plan().isSigned());
        Optional<String> focused = Optional.ofNullable(getScene())
                .map(scene -> scene.getFocusOwner())
                .map(Node::getId);
        List<Section> ticked = plan().sections();
        List<Section> all = Stream.concat(
                        ticked.stream(),
                        Stream.of(Section.values()).filter(each -> !ticked.contains(each) && !each.isOwnText()))
                .toList();
        sections.getChildren()
                .setAll(all.stream().map(each -> section(each, ticked)).toList());
        List<FigureAnalysis> known = workspace.analysis().get().figures();
        figures.getChildren()
                .setAll(Stream.concat(
                                known.stream().map(this::figure),
                                workspace.study().sheets().stream().map(this::sheet))
                        .toList());
        focused.map(id -> lookup("#" + id)).ifPresent(Node::requestFocus);
    }

    private Node section(Section section, List<Section> ticked) {
        String id = section.name().toLowerCase(Locale.ROOT);
        var tick = new CheckBox(section.title());
        tick.setId("report-section-" + id);
        tick.setTooltip(new Tooltip(section.purpose()));
        tick.setSelected(ticked.contains(section));
        tick.setOnAction(_ -> plan(plan().with(section, tick.isSelected())));
        var between = new Region();
        HBox.setHgrow(between, Priority.ALWAYS);
        var row = new HBox(4, tick, between);
        row.setAlignment(Pos.CENTER_LEFT);
        int at = ticked.indexOf(section);
        // The method of all figures stands where it is: tables that are moved behind it are an appendix.
        if (at >= 0 && section != Section.METHOD) {
            row.getChildren()
                    .addAll(
                            mover(section, id + "-up", "↑", "Move “" + section.title() + "” up", at, at - 1),
                            mover(section, id + "-down", "↓", "Move “" + section.title() + "” down", at, at + 1));
        }
        return row;
    }

    private Button mover(Section section, String id, String sign, String purpose, int from, int to) {
        Button button = smallButton("report-section-" + id, sign, purpose, () -> {
            var order = new ArrayList<>(plan().sections());
            Collections.swap(order, from, to);
            plan(plan().withSections(order));
        });
        button.setDisable(
                to < 0 || to >= plan().sections().size() || plan().sections().get(from) != section);
        return button;
    }

    private Node figure(FigureAnalysis figure) {
        int id = figure.figure().id();
        CheckBox tick = shown("report-figure-" + id, id, ReportPlan::omittedFigures, ReportPlan::withOmittedFigures);
        tick.setText(FigureText.plain(figure.title()));
        tick.setAccessibleText("Show the figure “" + figure.title() + "” in the report");
        return tick;
    }

    private Node sheet(FigureSheet sheet) {
        CheckBox tick = shown(
                "report-sheet-" + sheet.id(), sheet.id(), ReportPlan::omittedSheets, ReportPlan::withOmittedSheets);
        tick.setText(sheet.name());
        tick.setAccessibleText("Show the sheet “" + sheet.name() + "” in the report");
        return tick;
    }

    private CheckBox shown(
            String tickId,
            int id,
            Function<ReportPlan, Set<Integer>> omitted,
            BiFunction<ReportPlan, Set<Integer>, ReportPlan> with) {
        CheckBox tick = asWritten(new CheckBox());
        tick.setId(tickId);
        tick.setSelected(!omitted.apply(plan()).contains(id));
        tick.setOnAction(_ -> {
            var leftOut = new TreeSet<>(omitted.apply(plan()));
            if (tick.isSelected()) {
                leftOut.remove(id);
            } else {
                leftOut.add(id);
            }
            plan(with.apply(plan(), leftOut));
        });
        return tick;
    }
}
