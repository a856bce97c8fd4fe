package helvo.desktop.figure;

import helvo.desktop.controls.Controls;
import helvo.desktop.controls.Form;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.HitTarget;
import javafx.scene.control.ScrollPane;

/// The panel with the style of a part of the figure, beside that part: axis, legend, series, curve, note, colours
/// or the whole sheet.
public final class FigurePanel extends Panel {
    private final FigureView view;
    private final Form form = new Form(this::showError);
    private HitTarget part = new HitTarget.Background();
    private PartForm shown;

    @SuppressWarnings("NullAway.Init") // set before it is read
    public FigurePanel(Workspace workspace, Panels panels, FigureView view) {
        super(workspace, panels, "figure-panel", "", 330);
        this.view = view;
        var scroll = new ScrollPane(form);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        Controls.fitHeight(scroll, 690);
        getChildren().addAll(heading, scroll, wrong);
        view.drawings().subscribe(_ -> {
            if (isVisible()) {
                form.update();
            }
        });
        workspace.history().subscribe(this::follow);
    }

    private void follow() {
        if (!isVisible()) {
            return;
        }
        if (workspace.figureInView().isEmpty() || shown.isGone()) {
            close();
        } else {
            form.update();
        }
    }

    public void about(HitTarget of) {
        part = of;
    }

    public HitTarget part() {
        return part;
    }

    private void turnTo(HitTarget other) {
        part = other;
        begin();
    }

    private PartForm of(HitTarget of) {
        return switch (of) {
            case HitTarget.AxisOf(var place) -> new AxisForm(workspace, view, form, place);
            case HitTarget.AxisTitle(var place) -> new AxisForm(workspace, view, form, place);
            case HitTarget.Legend _ -> new LegendForm(workspace, view, form);
            case HitTarget.LegendEntry(var key) -> new SeriesForm(workspace, view, form, key, this::turnTo);
            case HitTarget.ColorKey(var key) -> new SeriesForm(workspace, view, form, key, this::turnTo);
            case HitTarget.BarOf(var key, var _, var _) -> new SeriesForm(workspace, view, form, key, this::turnTo);
            case HitTarget.CurveOf(var key) -> new CurveForm(workspace, view, form, key, this::turnTo);
            case HitTarget.CurveEnd(var key, var _) -> new CurveForm(workspace, view, form, key, this::turnTo);
            case HitTarget.CurveLabel(var key) -> new CurveForm(workspace, view, form, key, this::turnTo);
            case HitTarget.NoteOf(int id, var _) -> new NoteForm(workspace, view, form, id);
            case HitTarget.Background _, HitTarget.Title _ ->
                new SheetForm(workspace, view, form, this::showError, this::begin);
        };
    }

    @Override
    protected void begin() {
        form.begin();
        clearError();
        if (workspace.figureInView().isPresent()) {
            shown = of(part);
            heading.setText(shown.heading());
            shown.build();
            focus(form.first());
        }
    }
}
