package helvo.desktop.figure;

import static helvo.desktop.controls.Controls.button;

import helvo.core.analysis.SeriesAnalysis;
import helvo.core.study.FigureEdit;
import helvo.core.style.AxisPlace;
import helvo.core.style.Note;
import helvo.desktop.controls.Form;
import helvo.desktop.workspace.Workspace;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;

/// A note, a reference line, a shaded span or a reading.
final class NoteForm extends PartForm {
    private static final int MOST_MEASURED = 1_000_000;

    private final int id;

    NoteForm(Workspace workspace, FigureView view, Form form, int id) {
        super(workspace, view, form);
        this.id = id;
    }

    private Note note() {
        return style().note(id).orElseThrow();
    }

    @Override
    boolean isGone() {
        return style().note(id).isEmpty();
    }

    @Override
    String heading() {
        return switch (note()) {
            case Note.Text _ -> "Note";
            case Note.Result quoted -> "From the results: " + quoted.label();
            case Note.Rule _ -> "Reference line";
            case Note.Span _ -> "Shaded span";
            case Note.ReadingMarker _ -> "Reading on the figure";
        };
    }

    @Override
    void build() {
        switch (note()) {
            case Note.Text _ -> text(() -> (Note.Text) note());
            case Note.Result _ -> quoted(() -> (Note.Result) note());
            case Note.Rule _ -> rule(() -> (Note.Rule) note());
            case Note.Span _ -> span(() -> (Note.Span) note());
            case Note.ReadingMarker _ -> reading(() -> (Note.ReadingMarker) note());
        }
        form.wide(button("note-remove", "Remove it", () -> workspace
                .figureInView()
                .ifPresent(figure -> workspace.perform(new FigureEdit.RemoveNote(figure.id(), id)))));
    }

    private void text(Supplier<Note.Text> text) {
        form.row(
                "Text",
                form.text(
                        "note-text",
                        "Text of the note; ^{2} is raised, _{0} lowered",
                        () -> text.get().text(),
                        typed -> put(text.get()
                                .withText(typed.substring(0, Math.min(typed.length(), Note.MAX_CHARACTERS))))));
        form.row("At x", coordinate("note-x", () -> text.get().x(), x -> text.get()
                .withX(x)));
        form.row("At y", coordinate("note-y", () -> text.get().y(), y -> text.get()
                .withY(y)));
        form.wide(form.tick(
                "note-arrow",
                "With an arrow, whose tip can be dragged",
                () -> text.get().to().isPresent(),
                arrow -> put(text.get().withTo(arrow ? Optional.of(target(text.get())) : Optional.empty()))));
    }

    private void quoted(Supplier<Note.Result> quoted) {
        form.row("At x", coordinate("note-x", () -> quoted.get().x(), x -> quoted.get()
                .withX(x)));
        form.row("At y", coordinate("note-y", () -> quoted.get().y(), y -> quoted.get()
                .withY(y)));
    }

    private void rule(Supplier<Note.Rule> rule) {
        form.row(
                rule.get().atY() ? "At y" : "At x",
                coordinate("note-at", () -> rule.get().at(), at -> rule.get().withAt(at)));
        form.row(
                "Label",
                form.text(
                        "note-label",
                        "Label of the line",
                        () -> rule.get().label(),
                        label -> put(rule.get().withLabel(label))));
    }

    private void span(Supplier<Note.Span> span) {
        String axis = span.get().ofY() ? "y" : "x";
        form.row("From " + axis, coordinate("note-from", () -> span.get().from(), from -> span.get()
                .withFrom(from)));
        form.row("To " + axis, coordinate("note-to", () -> span.get().to(), to -> span.get()
                .withTo(to)));
        form.row(
                "Label",
                form.text(
                        "note-label",
                        "Label of the span",
                        () -> span.get().label(),
                        label -> put(span.get().withLabel(label))));
    }

    private void reading(Supplier<Note.ReadingMarker> marker) {
        form.row(
                marker.get().fromY() ? "At y" : "At x",
                coordinate(
                        "note-at", () -> marker.get().at(), at -> marker.get().withAt(at)));
        if (marker.get().fromY()) {
            form.row(
                    "Measured",
                    form.number(
                            "note-measured",
                            "How many measurements of an unknown this y is the mean of",
                            () -> marker.get().replicates() == 0
                                    ? Optional.empty()
                                    : Optional.of((double) marker.get().replicates()),
                            typed -> put(marker.get().withReplicates(times(typed)))),
                    new Label("times; empty: an exact y"));
        }
        form.row(
                "On the curve of",
                form.choice(
                        "note-series",
                        "The curve it is read off",
                        allSeries().stream().map(SeriesAnalysis::key).toList(),
                        this::label,
                        () -> marker.get().series(),
                        key -> put(marker.get().withSeries(key))));
        form.wide(form.tick(
                "note-widens",
                "Axes and curve reach as far as it",
                () -> marker.get().extendsAxes(),
                widens -> put(marker.get().withExtendsAxes(widens))));
    }

    private static int times(Optional<Double> typed) throws Form.Refused {
        double times = typed.orElse(0.0);
        if (times < 0 || times != Math.rint(times) || times > MOST_MEASURED) {
            throw new Form.Refused("How often an unknown was measured is a whole number.");
        }
        return (int) times;
    }

    private Note.Text.Target target(Note.Text text) {
        return view.layoutNow()
                .filter(layout -> !layout.axes().isEmpty())
                .map(layout -> new Note.Text.Target(
                        layout.xAt(layout.px(text.x()) + 30),
                        layout.yAt(AxisPlace.Y, layout.py(AxisPlace.Y, text.y()) + 45)))
                .orElse(new Note.Text.Target(text.x(), text.y()));
    }

    private TextField coordinate(String field, Supplier<Double> value, Function<Double, Note> changed) {
        return form.number(field, "Place along the axis", () -> Optional.of(value.get()), typed -> {
            double at = typed.orElseThrow(() -> new Form.Refused("A number is needed here."));
            try {
                put(changed.apply(at));
            } catch (IllegalArgumentException e) {
                throw new Form.Refused("A span must begin before it ends.");
            }
        });
    }

    private void put(Note note) {
        workspace
                .figureInView()
                .filter(figure -> !figure.style().notes().contains(note))
                .ifPresent(figure -> workspace.perform(new FigureEdit.PutNote(figure.id(), note)));
    }
}
