package helvo.desktop.window;

import helvo.desktop.figure.BarsPanel;
import helvo.desktop.figure.FigurePane;
import helvo.desktop.figure.FigurePanel;
import helvo.desktop.figure.FigureView;
import helvo.desktop.figure.PointsPanel;
import helvo.desktop.figure.StraightenPanel;
import helvo.desktop.measurements.DerivePanel;
import helvo.desktop.measurements.FillPanel;
import helvo.desktop.measurements.FilterPanel;
import helvo.desktop.measurements.MeasurementGrid;
import helvo.desktop.measurements.MeasurementsPane;
import helvo.desktop.measurements.SetPanel;
import helvo.desktop.measurements.SummaryPanel;
import helvo.desktop.panels.CommandFinder;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.ConflictPanel;
import helvo.desktop.guide.GuidePanel;
import helvo.desktop.handover.HandOver;
import helvo.desktop.panels.OpenPanel;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.panels.StepsPanel;
import helvo.desktop.readout.QuotePanel;
import helvo.desktop.readout.ReadingsPanel;
import helvo.desktop.settings.SettingsPanel;
import helvo.desktop.workspace.Workspace;
import java.util.List;
import java.util.function.Supplier;

/// The one list of the window's panels.
final class PanelList {
    private PanelList() {}

    static List<Supplier<Panel>> of(Workspace workspace, Panels panels, Commands commands, MeasurementsPane measurements,
            FigurePane figure) {
        MeasurementGrid grid = measurements.grid();
        FigureView view = figure.view();
        return List.of(() -> new CommandFinder(workspace, panels, commands),
                told("hand-over", () -> new HandOver(workspace, panels)),
                told("keeping#steps", () -> new StepsPanel(workspace, panels)),
                told("keeping#settings", () -> new SettingsPanel(workspace, panels)),
                () -> new GuidePanel(workspace, panels),
                () -> new OpenPanel(workspace, panels),
                () -> new ConflictPanel(workspace, panels),
                () -> new FillPanel(workspace, panels, grid),
                told("measurements#columns-by-formula", () -> new DerivePanel(workspace, panels, grid)),
                told("measurements#averages-of-repeats", () -> new SummaryPanel(workspace, panels)),
                () -> new SetPanel(workspace, panels),
                told("measurements#fit-a-part-of-the-rows", () -> new FilterPanel(workspace, panels)),
                () -> new StraightenPanel(workspace, panels),
                told("figure#axes", () -> new FigurePanel(workspace, panels, view)),
                told("curves#part", () -> new PointsPanel(workspace, panels, view)),
                told("bars", () -> new BarsPanel(workspace, panels)),
                told("readings", () -> new ReadingsPanel(workspace, panels)),
                () -> new QuotePanel(workspace, panels, view),
                () -> new TourPanel(workspace, panels));
    }

    /// A panel of which the guide tells.
    private static Supplier<Panel> told(String place, Supplier<Panel> panel) {
        return () -> {
            Panel made = panel.get();
            GuidePanel.tells(made, place);
            return made;
        };
    }
}
