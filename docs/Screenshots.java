import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.fit.FormulaCurve;
import helvo.core.fit.Polynomial;
import helvo.core.formula.CurveFormula;
import helvo.core.study.Commit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.FigureEdit;
import helvo.core.study.History;
import helvo.core.study.Layer;
import helvo.core.study.ReportPlan;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.style.CurveStyle;
import helvo.core.style.Note;
import helvo.core.style.SeriesStyle;
import helvo.core.table.Decision;
import helvo.core.table.ImportOptions;
import helvo.core.table.ProblemKind;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.desktop.app.OffscreenWindow;
import helvo.desktop.curves.FormulaPanel;
import helvo.desktop.export.ExportPanel;
import helvo.desktop.figure.LinearisePanel;
import helvo.desktop.guide.Guide;
import helvo.desktop.guide.GuideHtml;
import helvo.desktop.guide.GuidePanel;
import helvo.desktop.panels.HistoryPanel;
import helvo.desktop.persistence.RecentStudies;
import helvo.desktop.persistence.RecoverableStudies;
import helvo.desktop.persistence.StudyOrigin;
import helvo.desktop.results.ReadingsPanel;
import helvo.desktop.sheet.SheetPanel;
import helvo.desktop.theme.ColorTheme;
import helvo.desktop.theme.Themes;
import helvo.desktop.window.MainView;
import helvo.desktop.workspace.Workspace;
import helvo.figure.layout.HitTarget;
import helvo.files.UnreadableFile;
import helvo.files.samples.SampleStudy;
import helvo.files.study.Journal;
import helvo.files.study.StoredStudy;
import helvo.files.study.StudyFile;
import helvo.files.text.TextTable;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Slider;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javax.imageio.ImageIO;

/// Draws the window's pictures for the documents from the sample study, offscreen. Started by
/// docs/make-screenshots.
final class Screenshots {
    private static final int WIDTH = 1280;
    private static final int HEIGHT = 800;

    private Screenshots() {}

    /// @param arguments the folder for the pictures; the folder for the guide
    public static void main(String[] arguments) throws IOException {
        OffscreenWindow.start();
        guide(Path.of(arguments[1]));
        for (Map.Entry<String, OffscreenWindow.Steps> scene : scenes().entrySet()) {
            OffscreenWindow.draw(
                    SampleStudy.study(),
                    WIDTH,
                    HEIGHT,
                    scene.getValue(),
                    Path.of(arguments[0]).resolve(scene.getKey() + ".png"));
        }
        studies(Path.of(arguments[0]));
        System.exit(0);
    }

    /// The start page, with studies in use lately and one that was kept after a stop, and that one brought back.
    private static void studies(Path pictures) throws IOException {
        Path state = Files.createTempDirectory("helvo");
        var recent = new RecentStudies(state);
        Study sample = SampleStudy.study();
        Analysis analysis = Analysis.of(sample, Analysis.EMPTY, Progress.none());
        Instant at = Instant.parse("2026-03-05T17:42:00Z");
        for (String name : List.of("Pluck, tension series", "Dye bath 7", "Creep, wet store", SampleStudy.NAME)) {
            Study study = new StudyEdit.Rename(name).apply(sample);
            Path file = state.resolve(name + StudyFile.ENDING);
            StudyFile.write(file, StoredStudy.of(History.from(study)), Progress.none());
            int figure =
                    switch (name.charAt(0)) {
                        case 'P' -> 7;
                        case 'D' -> 5;
                        case 'C' -> 2;
                        default -> 1;
                    };
            at = at.plusSeconds(90_000);
            recent.add(file, study, at, Optional.of(analysis.figure(figure)));
        }
        try (Journal journal = Journal.begin(state.resolve("kept"), StoredStudy.of(History.from(sample)))) {
            journal.add(new Commit.Append(new StudyEdit.Rename("Breaking force, lot C"), at));
            journal.add(new Commit.Append(new TableEdit.ExcludeRows(6, List.of(3), "knot in the cord"), at));
            journal.add(new Commit.Append(new TableEdit.SetCell(6, 2, 4, "715"), at));
            journal.add(new Commit.Jump(2, at));
            journal.add(new Commit.Append(new TableEdit.SetCell(6, 2, 4, "731"), at.plusSeconds(60)));
        }
        OffscreenWindow.draw(
                state,
                new StudyOrigin.New(History.from(Study.blank())),
                WIDTH,
                HEIGHT,
                (_, _) -> List.of(),
                pictures.resolve("start.png"));
        Journal.Kept kept = RecoverableStudies.find(List.of(state.resolve("kept")))
                .studies()
                .getFirst();
        OffscreenWindow.draw(
                state,
                new StudyOrigin.BroughtBack(kept),
                WIDTH,
                HEIGHT,
                (workspace, view) -> List.of(
                        () -> show(workspace, "Breaking"), () -> view.panels().show(HistoryPanel.class)),
                pictures.resolve("recovered.png"));
    }

    /// The guide's pages and what they show of the window.
    private static void guide(Path folder) throws IOException {
        part(folder, "window", view -> view, (_, _) -> List.of());
        part(
                folder,
                "needs-a-look",
                view -> view.lookup(".side"),
                (workspace, _) -> List.of(() -> doubtful(workspace)));
        part(
                folder,
                "two-scales",
                view -> view.lookup("#sheet"),
                (workspace, _) -> List.of(() -> twoScales(workspace)));
        part(folder, "bars", view -> view.lookup("#sheet"), (_, _) -> List.of());
        part(
                folder,
                "curves",
                view -> view.lookup(".curves"),
                (workspace, _) -> List.of(() -> show(workspace, "Creep")));
        cut(folder.resolve("curves.png"), 640);
        part(folder, "results", view -> view.lookup(".results-content").lookup("GridPane"), (_, _) -> List.of());
        part(
                folder,
                "residuals",
                view -> view.lookup(".figure-pane"),
                (workspace, view) -> List.of(
                        () -> show(workspace, "Pluck"), () -> view.figure().showResiduals(true)));
        part(
                folder,
                "readings",
                view -> view.lookup("#sheet"),
                (workspace, _) -> List.of(() -> show(workspace, "Dye"), () -> readings(workspace)));
        part(
                folder,
                "export",
                view -> view.lookup("#export-panel"),
                (_, view) -> List.of(() -> view.panels().show(ExportPanel.class)));
        OffscreenWindow.drawPart(
                Study.blank(), WIDTH, HEIGHT, (_, _) -> List.of(), view -> view, folder.resolve("start.png"));
        Path tables = Files.createDirectories(folder.resolve("examples"));
        for (Guide.Example example : Guide.examples()) {
            Files.write(tables.resolve(example.name() + ".csv"), example.csv());
        }
        firstMinute(folder.resolve("first-minute.png"));
        for (Map.Entry<String, String> page : GuideHtml.all().entrySet()) {
            Files.writeString(folder.resolve(page.getKey()), page.getValue());
        }
    }

    /// From a table on the clipboard to a figure that can be handed on, in an empty window.
    private static void firstMinute(Path file) throws IOException {
        String table = "Load (N)\tStretch (mm)\t± Stretch (mm)\n5\t1.31\t0.15\n10\t2.35\t0.15\n15\t3.20\t0.15\n"
                + "20\t4.25\t0.20\n25\t5.31\t0.20\n30\t6.29\t0.20\n40\t8.48\t0.25\n50\t10.53\t0.25\n";
        var steps = new ArrayList<Function<MainView, Runnable>>();
        steps.add(view -> () -> {
            var content = new ClipboardContent();
            content.putString(table);
            Clipboard.getSystemClipboard().setContent(content);
            button(view, "Paste").fire();
        });
        steps.add(view -> () -> ((ToggleButton) view.lookup("#show-bounds")).fire());
        steps.add(view -> () -> view.panels().show(ExportPanel.class));
        var frames = new ArrayList<AnimatedPng.Frame>();
        Path frame = Files.createTempFile("helvo", ".png");
        for (int done = 0; done <= steps.size(); done++) {
            var first = steps.subList(0, done);
            OffscreenWindow.drawPart(
                    Study.blank(),
                    WIDTH,
                    HEIGHT,
                    (_, view) -> first.stream().map(step -> step.apply(view)).toList(),
                    view -> view,
                    frame);
            frames.add(new AnimatedPng.Frame(ImageIO.read(frame.toFile()), done == 0 ? 1.5 : 3));
        }
        Files.delete(frame);
        AnimatedPng.write(frames, file);
    }

    private static Button button(MainView view, String text) {
        return view.lookupAll(".button").stream()
                .flatMap(node -> node instanceof Button button && text.equals(button.getText())
                        ? Stream.of(button)
                        : Stream.empty())
                .findFirst()
                .orElseThrow();
    }

    /// Keeps the left of a picture: at the width of the guide the whole would be too small to read.
    private static void cut(Path picture, int width) throws IOException {
        BufferedImage whole = ImageIO.read(picture.toFile());
        ImageIO.write(
                whole.getSubimage(0, 0, Math.min(width, whole.getWidth()), whole.getHeight()), "png", picture.toFile());
    }

    private static void part(Path folder, String name, Function<MainView, Node> part, OffscreenWindow.Steps steps)
            throws IOException {
        OffscreenWindow.drawPart(SampleStudy.study(), WIDTH, HEIGHT, steps, part, folder.resolve(name + ".png"));
    }

    private static Map<String, OffscreenWindow.Steps> scenes() {
        var scenes = new LinkedHashMap<String, OffscreenWindow.Steps>();
        scenes.put("main", (_, _) -> List.of());
        scenes.put("needs-a-look", (workspace, _) -> List.of(() -> doubtful(workspace)));
        scenes.put(
                "asked",
                (workspace, _) -> List.of(() -> open(
                        workspace,
                        "Gauge.csv",
                        "Cord;Load (mN);Stretch (µm)\ndry;5,000;1,310\n"
                                + "dry;10,000;2,350\ndry;15,000;3,200\ndry;20,000;4,250\n"
                                + "dry;25,000;5,310\nsalted;5,000;1,620\nsalted;10,000;3,010\n"
                                + "salted;15,000;4,480\nsalted;20,000;5,870\nsalted;25,000;7,290\n")));
        scenes.put(
                "linearise",
                (workspace, view) -> List.of(
                        () -> show(workspace, "Pluck"), () -> view.panels().show(LinearisePanel.class)));
        scenes.put(
                "formula",
                (workspace, view) -> List.of(
                        () -> show(workspace, "Bath"),
                        () -> workspace.perform(
                                new FigureEdit.ChooseCurve(figure(workspace), SeriesKey.whole(2), takeUp())),
                        () -> view.panels().show(FormulaPanel.class)));
        scenes.put(
                "more-curves",
                (workspace, view) -> List.of(
                        () -> show(workspace, "Bath"), () -> view.panels().show(FormulaPanel.class)));
        scenes.put(
                "residuals",
                (workspace, view) ->
                        List.of(() -> show(workspace, "Pluck"), () -> workspace.select(4, 5, 6), () -> view.figure()
                                .showResiduals(true)));
        scenes.put("part", Screenshots::part);
        scenes.put(
                "readings",
                (workspace, view) ->
                        List.of(() -> show(workspace, "Dye"), () -> readings(workspace), () -> view.panels()
                                .show(ReadingsPanel.class)));
        scenes.put("two-scales", (workspace, _) -> List.of(() -> twoScales(workspace)));
        scenes.put("bars", Screenshots::bars);
        scenes.put(
                "compare",
                (workspace, view) -> List.of(
                        () -> workspace.perform(new FigureEdit.Show(figure(workspace), Layer.POOLED, true)),
                        () -> ((ToggleButton) view.lookup("#series-3")).fire()));
        scenes.put("sheet", (_, view) -> List.of(() -> view.panels().show(SheetPanel.class)));
        scenes.put("export", (_, view) -> List.of(() -> view.panels().show(ExportPanel.class)));
        scenes.put(
                "report",
                (workspace, view) -> List.of(
                        () -> workspace.perform(new StudyEdit.PlanReport(ReportPlan.DEFAULT
                                .withAuthor("Marram Cordage Laboratory")
                                .withDate("25 November 2026")
                                .withOmittedFigures(Set.of(2, 3, 4, 5, 6, 7, 8, 9)))),
                        () -> view.panels().show(ExportPanel.class),
                        () -> ((ToggleButton) view.lookup("#export-part-1")).fire()));
        scenes.put(
                "dark",
                (_, _) -> List.of(() -> Themes.use(Optional.of(ColorTheme.DARK), 1, Optional.of(true)), () -> {}));
        scenes.put(
                "guide",
                (_, view) -> List.of(
                        () -> Themes.use(Optional.of(ColorTheme.LIGHT), 1, Optional.of(true)),
                        () -> view.panels().of(GuidePanel.class).openLink("numbers#r")));
        return scenes;
    }

    private static int figure(Workspace workspace) {
        return workspace.figureInView().orElseThrow().id();
    }

    private static void show(Workspace workspace, String table) {
        workspace.study().tables().stream()
                .filter(each -> each.name().equals(table))
                .findFirst()
                .ifPresent(each -> workspace.show(each.id()));
    }

    /// A table as a file would have it.
    private static void open(Workspace workspace, String name, String text) {
        try {
            workspace.perform(StudyEdit.AddTable.to(
                    workspace.study(),
                    TextTable.readText(text.getBytes(StandardCharsets.UTF_8), name, ImportOptions.NONE)
                            .table()));
        } catch (UnreadableFile e) {
            throw new IllegalStateException(e);
        }
    }

    /// The stretched cord with one cell decided on and others still in doubt.
    private static void doubtful(Workspace workspace) {
        Table table = workspace.table().orElseThrow();
        int stretch = table.first(Role.Y).orElseThrow().id();
        workspace.perform(new DecisionEdit.Decide(
                table.id(), stretch, List.of(7), ProblemKind.NOT_A_NUMBER, Decision.Choice.NUMBER_USED, ""));
        workspace.perform(new TableEdit.SetCell(table.id(), stretch, 2, "<0.9"));
        workspace.perform(new TableEdit.SetCell(table.id(), stretch, 9, "<0.9"));
        workspace.perform(new TableEdit.SetCell(table.id(), stretch, 12, "over 3"));
    }

    /// What a cord takes up in a bath.
    private static FormulaCurve takeUp() {
        if (CurveFormula.read("M - D*exp(-x/tau)") instanceof CurveFormula.Reading.Read(CurveFormula formula)) {
            return FormulaCurve.of(formula);
        }
        throw new IllegalStateException("the formula is one");
    }

    /// The bath: what the cord takes up along one scale, how warm it is along another.
    private static void twoScales(Workspace workspace) {
        show(workspace, "Bath");
        int figure = figure(workspace);
        SeriesKey mass = SeriesKey.whole(2);
        SeriesKey temperature = SeriesKey.whole(3);
        workspace.perform(new FigureEdit.SetSeriesStyle(
                figure,
                temperature,
                SeriesStyle.DEFAULT.withRightAxis(Optional.of(true)).withJoin(SeriesStyle.Join.STRAIGHT)));
        workspace.perform(new FigureEdit.SetCurveStyle(figure, temperature, CurveStyle.DEFAULT.withShown(false)));
        workspace.perform(new FigureEdit.ChooseCurve(figure, mass, new Polynomial(3)));
        workspace.perform(new FigureEdit.PutNote(figure, new Note.Span(1, false, 20, 70, "plateau, 40 °C")));
        workspace.perform(new FigureEdit.PutNote(
                figure, new Note.Text(2, "heater off", 84, 59.4, Optional.of(new Note.Text.Target(71, 58.6)))));
    }

    /// The beginning of a bent relation, encircled.
    private static List<Runnable> part(Workspace workspace, MainView view) {
        return List.of(() -> show(workspace, "Pluck"), () -> workspace.select(0, 1, 2, 3, 4), () -> view.figure()
                .openPoints(new int[] {0, 1, 2, 3, 4}));
    }

    private static void readings(Workspace workspace) {
        SeriesKey key = SeriesKey.whole(
                workspace.table().orElseThrow().first(Role.Y).orElseThrow().id());
        workspace.perform(new FigureEdit.PutNote(figure(workspace), new Note.ReadingMarker(1, key, true, 4, true, 3)));
        workspace.perform(new FigureEdit.PutNote(figure(workspace), new Note.ReadingMarker(2, key, false, 6, true)));
    }

    private static List<Runnable> bars(Workspace workspace, MainView view) {
        return List.of(
                () -> view.figure().open(new HitTarget.BarOf(SeriesKey.group(3, "dry"), 10, HitTarget.BarEnd.UP)),
                () -> {
                    view.lookup("#bars-slider").requestFocus();
                    ((Slider) view.lookup("#bars-slider")).setValue(0.25);
                });
    }
}
