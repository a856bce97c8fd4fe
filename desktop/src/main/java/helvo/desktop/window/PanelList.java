package helvo.desktop.window;

import helvo.desktop.curves.FormulaPanel;
import helvo.desktop.curves.KeptCurves;
import helvo.desktop.export.ExportPanel;
import helvo.desktop.figure.BarsPanel;
import helvo.desktop.figure.FigurePanel;
import helvo.desktop.figure.FigureView;
import helvo.desktop.figure.LinearisePanel;
import helvo.desktop.figure.PointsPanel;
import helvo.desktop.guide.GuidePanel;
import helvo.desktop.measurements.ConvertPanel;
import helvo.desktop.measurements.DerivePanel;
import helvo.desktop.measurements.FillPanel;
import helvo.desktop.measurements.FilterPanel;
import helvo.desktop.measurements.MeasurementGrid;
import helvo.desktop.measurements.RepeatsPanel;
import helvo.desktop.measurements.SummaryPanel;
import helvo.desktop.measurements.ValueSetPanel;
import helvo.desktop.panels.CommandFinder;
import helvo.desktop.panels.Commands;
import helvo.desktop.panels.ConflictPanel;
import helvo.desktop.panels.HistoryPanel;
import helvo.desktop.panels.OpenPanel;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.panels.ReadingPanel;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.persistence.Settings;
import helvo.desktop.results.QuantitiesPanel;
import helvo.desktop.results.ReadingsPanel;
import helvo.desktop.results.ResultNotePanel;
import helvo.desktop.settings.SettingsPanel;
import helvo.desktop.sheet.SheetPanel;
import helvo.desktop.workspace.Exporter;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.Saver;
import helvo.desktop.workspace.Studies;
import helvo.desktop.workspace.Workspace;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Supplier;

/// The one list of the window's panels.
final class PanelList {
    private final Workspace workspace;
    private final Panels panels;
    private final MeasurementGrid grid;

    PanelList(Workspace workspace, Panels panels, MeasurementGrid grid) {
        this.workspace = workspace;
        this.panels = panels;
        this.grid = grid;
    }

    Map<Class<? extends Panel>, Supplier<? extends Panel>> panels(
            Commands commands, FigureView view, Importer importer, Exporter exporter, Saver saver, Studies studies) {
        var all = new LinkedHashMap<Class<? extends Panel>, Supplier<? extends Panel>>();
        all.put(CommandFinder.class, () -> new CommandFinder(workspace, panels, commands));
        all.put(
                ExportPanel.class,
                inGuide("export", () -> new ExportPanel(workspace, exporter, studies.choices(), panels)));
        all.put(SheetPanel.class, inGuide("export#sheets", () -> new SheetPanel(workspace, exporter, panels)));
        all.put(HistoryPanel.class, inGuide("keeping#history", () -> new HistoryPanel(workspace, panels)));
        all.put(
                SettingsPanel.class,
                inGuide("keeping#settings", () -> new SettingsPanel(workspace, exporter, studies, panels)));
        all.put(GuidePanel.class, () -> new GuidePanel(workspace, importer, panels));
        all.put(OpenPanel.class, () -> new OpenPanel(workspace, importer, panels));
        all.put(ReadingPanel.class, () -> new ReadingPanel(workspace, importer, panels));
        all.put(ConflictPanel.class, () -> new ConflictPanel(workspace, saver, panels));
        all.put(FillPanel.class, () -> new FillPanel(workspace, panels, grid));
        all.put(ConvertPanel.class, inGuide("measurements#units", () -> new ConvertPanel(workspace, panels, grid)));
        all.put(
                DerivePanel.class,
                inGuide("measurements#columns-by-formula", () -> new DerivePanel(workspace, panels, grid)));
        all.put(
                SummaryPanel.class,
                inGuide("measurements#averages-of-repeats", () -> new SummaryPanel(workspace, panels)));
        all.put(
                RepeatsPanel.class,
                inGuide("measurements#averages-of-repeats", () -> new RepeatsPanel(workspace, panels)));
        all.put(ValueSetPanel.class, () -> new ValueSetPanel(workspace, panels));
        all.put(
                FilterPanel.class,
                inGuide("measurements#fit-a-part-of-the-rows", () -> new FilterPanel(workspace, panels)));
        all.put(LinearisePanel.class, () -> new LinearisePanel(workspace, panels));
        all.put(FigurePanel.class, inGuide("figure#axes", () -> new FigurePanel(workspace, panels, view)));
        all.put(PointsPanel.class, inGuide("curves#part", () -> new PointsPanel(workspace, panels, view)));
        all.put(BarsPanel.class, inGuide("bars", () -> new BarsPanel(workspace, panels)));
        all.put(ReadingsPanel.class, inGuide("readings", () -> new ReadingsPanel(workspace, exporter, panels)));
        all.put(
                FormulaPanel.class,
                inGuide(
                        "curves#formulas",
                        () -> new FormulaPanel(
                                workspace,
                                panels,
                                new KeptCurves(studies.folders().curves(), workspace.background()),
                                importer,
                                exporter)));
        all.put(QuantitiesPanel.class, inGuide("readings#quantities", () -> new QuantitiesPanel(workspace, panels)));
        all.put(ResultNotePanel.class, () -> new ResultNotePanel(workspace, panels, view));
        all.put(TourPanel.class, () -> new TourPanel(workspace, studies.settings(), panels));
        return all;
    }

    /// What can be done with them by name; none is built for it.
    void addTo(Commands commands, Exporter exporter, PreferencesFile<Settings> settings) {
        CommandFinder.addTo(commands, panels);
        ExportPanel.addTo(commands, workspace, exporter, panels);
        SheetPanel.addTo(commands, workspace, panels);
        HistoryPanel.addTo(commands, panels);
        SettingsPanel.addTo(commands, exporter, settings, panels);
        GuidePanel.addTo(commands, workspace, panels);
        FillPanel.addTo(commands, workspace, panels);
        DerivePanel.addTo(commands, workspace, panels, grid);
        ConvertPanel.addTo(commands, panels, grid);
        SummaryPanel.addTo(commands, workspace, panels);
        RepeatsPanel.addTo(commands, workspace, panels, grid);
        ValueSetPanel.addTo(commands, workspace, panels);
        FilterPanel.addTo(commands, workspace, panels);
        LinearisePanel.addTo(commands, workspace, panels);
        ReadingsPanel.addTo(commands, workspace, panels);
        QuantitiesPanel.addTo(commands, workspace, panels);
        FormulaPanel.addTo(commands, workspace, panels);
        ResultNotePanel.addTo(commands, workspace, panels);
        TourPanel.addTo(commands, workspace, panels);
    }

    /// A panel of which the guide tells.
    private static <P extends Panel> Supplier<P> inGuide(String place, Supplier<P> panel) {
        return () -> {
            P made = panel.get();
            GuidePanel.linkTo(made, place);
            return made;
        };
    }
}
