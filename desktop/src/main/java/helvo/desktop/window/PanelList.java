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
                () -> new HandOver(workspace, panels),
                () -> new StepsPanel(workspace, panels),
                () -> new SettingsPanel(workspace, panels),
                () -> new OpenPanel(workspace, panels),
                () -> new ConflictPanel(workspace, panels),
                () -> new FillPanel(workspace, panels, grid),
                () -> new DerivePanel(workspace, panels, grid),
                () -> new SummaryPanel(workspace, panels),
                () -> new SetPanel(workspace, panels),
                () -> new FilterPanel(workspace, panels),
                () -> new StraightenPanel(workspace, panels),
                () -> new FigurePanel(workspace, panels, view),
                () -> new PointsPanel(workspace, panels, view),
                () -> new BarsPanel(workspace, panels),
                () -> new ReadingsPanel(workspace, panels),
                () -> new QuotePanel(workspace, panels, view));
    }
}
