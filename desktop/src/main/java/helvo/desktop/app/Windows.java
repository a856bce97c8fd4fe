package helvo.desktop.app;

import helvo.core.RootLocale;
import helvo.core.analysis.Analysis;
import helvo.core.study.History;
import helvo.core.study.Study;
import helvo.core.task.Faults;
import helvo.core.task.SerialTasks;
import helvo.desktop.document.StudyDocument;
import helvo.desktop.figure.FigureView;
import helvo.desktop.persistence.FileFollower;
import helvo.desktop.persistence.LastChoices;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.persistence.RecentStudies;
import helvo.desktop.persistence.RecoverableStudies;
import helvo.desktop.persistence.Settings;
import helvo.desktop.persistence.StudyOrigin;
import helvo.desktop.persistence.StudyPersistence;
import helvo.desktop.persistence.UserFolders;
import helvo.desktop.theme.Themes;
import helvo.desktop.window.MainView;
import helvo.desktop.workspace.Messages;
import helvo.desktop.workspace.SystemDialogs;
import helvo.desktop.workspace.Workspace;
import helvo.files.UnreadableFile;
import helvo.files.disk.AtomicFile;
import helvo.files.disk.TemporaryFolder;
import helvo.files.study.Journal;
import helvo.files.study.StudyFile;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.geometry.Rectangle2D;
import javafx.scene.control.TextInputControl;
import javafx.stage.Screen;
import javafx.stage.Stage;
import javafx.stage.WindowEvent;
import javafx.util.Subscription;

/// The program's windows, and the studies that they show: a study is closed with the last window on it. Used on the
/// interface thread only.
public final class Windows {
    private static final double MIN_WIDTH = 900;
    private static final double MIN_HEIGHT = 600;
    /// Longer than any disk that still works takes to write what waits.
    private static final int SECONDS_TO_END = 60;

    private final List<Shown> shown = new ArrayList<>();
    private final List<Path> places;
    private final RecentStudies recentStudies;
    private final UserFolders folders;
    private final PreferencesFile<LastChoices> choices;
    private final PreferencesFile<Settings> settings;
    private final Runnable lastClosed;
    private final ReadOnlyObjectWrapper<List<RecentStudies.Recent>> recent = new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyObjectWrapper<List<Journal.Kept>> leftBehind = new ReadOnlyObjectWrapper<>(List.of());
    /// What was kept that an open study's person was told of.
    private final Set<Journal.Kept> mentioned = Collections.newSetFromMap(new IdentityHashMap<>());
    private final Map<StudyDocument, FileFollower> followers = new HashMap<>();
    private final List<CompletableFuture<Void>> ending = new ArrayList<>();
    /// What is typed into the first window while it is still empty.
    private final HeldKeys held = new HeldKeys();
    private Optional<ResponseTimes> pace = Optional.empty();

    record Shown(Stage stage, Workspace workspace) {
        /// Once the window is there and its figure drawn.
        void tour() {
            Platform.runLater(() -> Platform.runLater(view()::tourOnce));
        }

        MainView view() {
            return (MainView) stage.getScene().getRoot();
        }

        /// Whether a study may take the place of what is here; what is being typed may not be lost.
        boolean isFree() {
            return workspace.keeper().isUntouched() && !(stage.getScene().getFocusOwner() instanceof TextInputControl);
        }
    }

    /// @param lastClosed runs when no window is open any more
    Windows(UserFolders folders, Runnable lastClosed) {
        // Where the state folder cannot be written to, the folder for temporary files serves.
        this(
                folders,
                List.of(
                        folders.kept(),
                        Path.of(System.getProperty("java.io.tmpdir"))
                                .resolve("helvo-" + System.getProperty("user.name"))
                                .resolve("kept")),
                lastClosed);
    }

    /// @param places to keep journals in, the usual one first
    Windows(UserFolders folders, List<Path> places, Runnable lastClosed) {
        this.folders = folders;
        this.places = places;
        recentStudies = new RecentStudies(folders.state());
        choices = LastChoices.in(folders.state());
        settings = Settings.in(folders.config());
        this.lastClosed = lastClosed;
    }

    /// Opens the first window, and returns when the last is closed and everything is on the disk.
    static void run(StartOptions start) {
        var closed = new CountDownLatch(1);
        UserFolders folders = UserFolders.ofSystem();
        var windows = new Windows(folders, closed::countDown);
        windows.pace = Optional.of(new ResponseTimes(System.err::println)).filter(_ -> start.reportsPace());
        var found = SerialTasks.once("kept studies", () -> {
                    TemporaryFolder.removeLeftBehind();
                    return RecoverableStudies.find(windows.places);
                })
                .exceptionally(fault -> new RecoverableStudies(
                        List.of(),
                        List.of("It could not be found out what was kept when Helvo stopped. (" + fault + ")")));
        var read = SerialTasks.once("first study", () -> windows.read(start));
        WindowToolkit.start(() -> {
            windows.useThemes();
            Stage frame = windows.frame(start);
            Thread.setDefaultUncaughtExceptionHandler(
                    new FaultLog(folders.log(), sentence -> Platform.runLater(() -> windows.warn(sentence))));
            // What was kept of a study goes before its file; a window without one need not wait for what was kept.
            var first = start.file().filter(StudyFile::isStudy).isPresent()
                    ? found
                    : CompletableFuture.completedFuture(RecoverableStudies.NOTHING);
            Faults.report(first.thenAcceptBoth(
                    read.exceptionally(FirstStudy.Unread::new),
                    (left, study) -> Platform.runLater(() -> {
                        windows.begin(frame, start, left, study);
                        Faults.report(found.thenAccept(all -> Platform.runLater(() -> windows.learn(all))));
                    })));
        });
        try {
            closed.await();
            windows.end();
            WindowToolkit.end();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /// The study that the program was to begin with, or why it cannot be shown.
    sealed interface FirstStudy {
        record Read(StudyOrigin origin) implements FirstStudy {}

        record Unread(Throwable fault) implements FirstStudy {}
    }

    private FirstStudy read(StartOptions start) throws UnreadableFile {
        Optional<Path> study = start.file().filter(StudyFile::isStudy);
        return new FirstStudy.Read(
                study.isPresent()
                        ? StudyOrigin.FromFile.read(study.get(), helvo.core.Progress.none())
                        : new StudyOrigin.New(History.from(orBlank(start.study().get()))));
    }

    /// A study that is blank is so in the person's own way.
    private Study orBlank(Study study) {
        return study.isBlank() ? settings.get().blank() : study;
    }

    private void useThemes() {
        Themes.use(
                settings.get().theme(),
                settings.get().textSize() / 100.0,
                settings.get().motion());
    }

    /// The first window before there is anything in it: it takes its place on the screen while the rest is read and
    /// built.
    Stage frame(StartOptions start) {
        var stage = new Stage();
        stage.setTitle("Helvo");
        stage.setScene(Themes.empty(size().widthOr(start.width()), size().heightOr(start.height())));
        held.holdIn(stage.getScene());
        stage.setOnHidden(_ -> lastClosed.run());
        show(stage);
        return stage;
    }

    void begin(Stage frame, StartOptions start, RecoverableStudies left, FirstStudy first) {
        if (!frame.isShowing()) {
            return;
        }
        frame.setOnHidden(null);
        leftBehind.set(left.studies());
        StudyOrigin origin = first instanceof FirstStudy.Read(StudyOrigin read)
                ? asKept(read)
                : new StudyOrigin.New(History.from(Study.blank()));
        openInStage(frame, origin, start);
        shown.getLast().tour();
        settings.trouble().ifPresent(this::warn);
        if (first instanceof FirstStudy.Unread(Throwable fault)) {
            warn(
                    fault instanceof UnreadableFile known
                            ? known.getMessage()
                            : "The study could not be opened. (" + fault + ")");
        }
        Faults.report(SerialTasks.once("recent studies", recentStudies::all).thenAccept(all -> {
            Platform.runLater(() -> recent.set(all));
            all.stream()
                    .map(each -> each.file().toAbsolutePath().getParent())
                    .distinct()
                    .forEach(AtomicFile::removeLeftBehind);
        }));
    }

    /// Takes note of what is on the disk, at once.
    void checkFiles() {
        leftBehind.set(RecoverableStudies.find(places).studies());
        recent.set(recentStudies.all());
    }

    private void learn(RecoverableStudies left) {
        List<Journal.Kept> open = shown.stream()
                .map(each -> each.workspace.keeper())
                .map(StudyPersistence::broughtBack)
                .flatMap(Optional::stream)
                .toList();
        leftBehind.set(
                left.studies().stream().filter(kept -> !open.contains(kept)).toList());
        shown.forEach(each -> mentionKept(each.workspace));
        left.troubles().forEach(this::warn);
    }

    void warn(String sentence) {
        shown.forEach(each -> each.workspace.messages().warn(sentence));
    }

    /// What was kept of a file goes before the file itself, where nobody has saved it since.
    StudyOrigin asKept(StudyOrigin origin) {
        if (origin instanceof StudyOrigin.FromFile(Path file, var print, var _)) {
            for (Journal.Kept kept : leftBehind.get()) {
                if (kept.file().filter(file::equals).isPresent()
                        && kept.saved().filter(print::equals).isPresent()) {
                    return new StudyOrigin.BroughtBack(kept);
                }
            }
        }
        return origin;
    }

    PreferencesFile<LastChoices> choices() {
        return choices;
    }

    PreferencesFile<Settings> settings() {
        return settings;
    }

    UserFolders folders() {
        return folders;
    }

    /// The windows that are open.
    List<Shown> shown() {
        return shown;
    }

    ReadOnlyObjectProperty<List<RecentStudies.Recent>> recent() {
        return recent.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<List<Journal.Kept>> leftBehind() {
        return leftBehind.getReadOnlyProperty();
    }

    /// No longer offers what was kept.
    void forget(Journal.Kept kept) {
        leftBehind.set(leftBehind.get().stream().filter(each -> each != kept).toList());
    }

    /// Makes a window on a study of its own.
    Stage open(StudyOrigin from, StartOptions start) {
        return openInStage(new Stage(), from, start);
    }

    private Stage openInStage(Stage stage, StudyOrigin from, StartOptions start) {
        var document = new StudyDocument(from.study().history());
        open(stage, document, new StudyPersistence(document, from, places), start);
        opened(from, shown.getLast().workspace);
        return stage;
    }

    /// Shows a study in a window where nothing was done yet, or else in one of its own. What was kept is opened
    /// once, however often that is asked for.
    ///
    /// @param beginning what it shows first, where that is known
    void open(StudyOrigin from, Optional<Analysis> beginning, Shown here) {
        if (from instanceof StudyOrigin.BroughtBack(Journal.Kept kept)
                && !leftBehind.get().contains(kept)) {
            return;
        }
        if (!here.isFree() || !isLastOn(here.workspace)) {
            show(open(from, StartOptions.withStudy(() -> from.study().history().study(), false)));
            return;
        }
        here.workspace.become(from, beginning);
        here.view().begin();
        opened(from, here.workspace);
        here.tour();
    }

    private void opened(StudyOrigin from, Workspace workspace) {
        workspace.keeper().remarks().ifPresent(workspace.messages()::warn);
        if (from instanceof StudyOrigin.BroughtBack(Journal.Kept kept)) {
            forget(kept);
            workspace
                    .messages()
                    .show("“" + workspace.study().name() + "” is as it was when Helvo stopped; "
                            + (kept.unsaved() == 1
                                    ? "1 step is in no file yet."
                                    : kept.unsaved() + " steps are in no file yet.")
                            + kept.trouble().map(trouble -> " " + trouble).orElse(""));
        }
        mentionKept(workspace);
    }

    /// Steps that were kept of a study whose file is open, though that is another by now.
    private void mentionKept(Workspace workspace) {
        Optional<Path> file = workspace.keeper().file().get();
        leftBehind.get().stream()
                .filter(kept -> kept.file().isPresent() && kept.file().equals(file))
                .filter(mentioned::add)
                .findFirst()
                .ifPresent(kept -> {
                    String steps = kept.unsaved() == 1
                            ? "1 step of “%s” that is"
                            : RootLocale.format("%,d steps of “%%s” that are", kept.unsaved());
                    String says = "When Helvo stopped, it kept "
                            + RootLocale.format(steps, file.orElseThrow().getFileName())
                            + " in no file. The file was saved by somebody else since.";
                    workspace
                            .messages()
                            .offer(
                                    workspace
                                                    .keeper()
                                                    .remarks()
                                                    .map(remarks -> remarks + " ")
                                                    .orElse("")
                                            + says,
                                    new Messages.Offer(
                                            "Open what was kept",
                                            () -> open(
                                                    new StudyOrigin.BroughtBack(kept),
                                                    Optional.empty(),
                                                    shownOf(workspace))));
                });
    }

    private Shown shownOf(Workspace workspace) {
        return shown.stream()
                .filter(each -> each.workspace == workspace)
                .findFirst()
                .orElseThrow();
    }

    /// Shows one more window on what another shows.
    void openAnother(Stage like) {
        shown.stream()
                .filter(each -> each.stage == like)
                .map(Shown::workspace)
                .findFirst()
                .ifPresent(there -> show(openDocument(
                        there.document(), there.keeper(), StartOptions.withStudy(there.document()::study, false))));
    }

    /// Makes a window on a study, which other windows may show as well.
    Stage openDocument(StudyDocument document, StudyPersistence keeper, StartOptions start) {
        return open(new Stage(), document, keeper, start);
    }

    private Stage open(Stage stage, StudyDocument document, StudyPersistence keeper, StartOptions start) {
        var workspace = new Workspace(
                document, keeper, new WindowStudies(this, stage), new SystemDialogs(stage, () -> settings.get()
                        .folder()));
        shown.add(new Shown(stage, workspace));
        followers.computeIfAbsent(document, _ -> new FileFollower(document, voice(document)));
        var view = new MainView(workspace);
        view.setSides(size().left(), size().right());
        expectFigure(view.figure().view());
        if (stage.isShowing()) {
            // A size that was set is not looked for by laying everything out once more.
            stage.setWidth(stage.getWidth());
            stage.setHeight(stage.getHeight());
            stage.setScene(Themes.scene(
                    view, stage.getScene().getWidth(), stage.getScene().getHeight()));
        } else {
            stage.setScene(Themes.scene(view, size().widthOr(start.width()), size().heightOr(start.height())));
        }
        workspace.history().subscribe(history -> stage.setTitle(history.study().name() + " – Helvo"));
        Subscription elsewhere = keeper.openElsewhere()
                .subscribe(file -> file.ifPresent(at -> workspace
                        .messages()
                        .warn("“"
                                + at.getFileName()
                                + "” is open in another Helvo as well. Whoever saves second is asked what is to "
                                + "become of the other's "
                                + "changes.")));
        workspace.sign().subscribe(_ -> used(workspace));
        workspace.analysis().subscribe(_ -> used(workspace));
        pace.ifPresent(
                each -> each.watch(stage.getScene(), workspace, view.figure().view()));
        stage.addEventHandler(WindowEvent.WINDOW_HIDING, _ -> workspace.finishTyping());
        stage.addEventHandler(WindowEvent.WINDOW_HIDDEN, _ -> {
            elsewhere.unsubscribe();
            keepSize(stage, view);
            close(workspace);
        });
        stage.getIcons().setAll(Themes.icons());
        stage.setMinWidth(MIN_WIDTH);
        stage.setMinHeight(MIN_HEIGHT);
        // Once the window is there: reading a large table would make it late.
        HeldKeys keys = stage.isShowing() ? held : new HeldKeys();
        keys.holdIn(stage.getScene());
        Runnable begin = () -> Platform.runLater(() -> {
            Runnable ready = () -> {
                if (!view.panels().isAnyShown()) {
                    view.begin();
                }
                keys.releaseTo(stage.getScene());
            };
            start.file()
                    .filter(file -> !StudyFile.isStudy(file))
                    .ifPresentOrElse(file -> workspace.importer().open(file, ready), ready);
            Platform.runLater(view::buildPanels);
        });
        if (stage.isShowing()) {
            begin.run();
        } else {
            stage.setOnShown(_ -> begin.run());
        }
        return stage;
    }

    /// To all windows that show a document.
    private FileFollower.Voice voice(StudyDocument document) {
        return new FileFollower.Voice() {
            @Override
            public void show(String sentence) {
                messages().forEach(each -> each.show(sentence));
            }

            @Override
            public void ask(String sentence, String label, Runnable action) {
                messages().forEach(each -> each.offer(sentence, new Messages.Offer(label, action)));
            }

            private Stream<Messages> messages() {
                return shown.stream()
                        .map(Shown::workspace)
                        .filter(each -> each.document() == document)
                        .map(Workspace::messages);
            }
        };
    }

    /// As large as in the window before, or in the last one of all.
    private void expectFigure(FigureView figure) {
        shown.stream()
                .map(each -> each.stage.getScene())
                .filter(scene -> scene != null && scene.getRoot() instanceof MainView)
                .map(scene -> ((MainView) scene.getRoot()).figure().view())
                .filter(FigureView::isPlaced)
                .reduce((_, last) -> last)
                .ifPresentOrElse(
                        last -> figure.expect(last.getWidth(), last.getHeight()),
                        () -> figure.expect(size().figureWidth(), size().figureHeight()));
    }

    /// Shows a window, with its frame inside the screen: how large that is, is known once it is there.
    static void show(Stage stage) {
        stage.show();
        Platform.runLater(() -> {
            Rectangle2D screen =
                    Screen.getScreensForRectangle(stage.getX(), stage.getY(), stage.getWidth(), stage.getHeight())
                            .stream()
                            .findFirst()
                            .orElseGet(Screen::getPrimary)
                            .getVisualBounds();
            if (stage.getWidth() > screen.getWidth()) {
                stage.setWidth(screen.getWidth());
            }
            if (stage.getHeight() > screen.getHeight()) {
                stage.setHeight(screen.getHeight());
            }
            if (!stage.isMaximized() && !stage.isFullScreen()) {
                stage.setX(Math.clamp(stage.getX(), screen.getMinX(), screen.getMaxX() - stage.getWidth()));
                stage.setY(Math.clamp(stage.getY(), screen.getMinY(), screen.getMaxY() - stage.getHeight()));
            }
        });
    }

    /// What the last window was like; no larger than the screen that there is now, or the usual size.
    private LastChoices.Window size() {
        LastChoices.Window last = choices.get().window();
        Rectangle2D screen = Screen.getPrimary().getVisualBounds();
        return new LastChoices.Window(
                Math.min(last.width(), Math.max(StartOptions.WIDTH, screen.getWidth())),
                Math.min(last.height(), Math.max(StartOptions.HEIGHT, screen.getHeight())),
                last.left(),
                last.right(),
                last.figureWidth(),
                last.figureHeight());
    }

    private void keepSize(Stage stage, MainView view) {
        if (!stage.isMaximized() && !stage.isFullScreen()) {
            FigureView figure = view.figure().view();
            choices.keep(last -> last.withWindow(new LastChoices.Window(
                    view.getWidth(),
                    view.getHeight(),
                    view.leftWidth(),
                    view.rightWidth(),
                    figure.isPlaced() ? figure.getWidth() : last.window().figureWidth(),
                    figure.isPlaced() ? figure.getHeight() : last.window().figureHeight())));
        }
    }

    /// Puts a study that is in a file on the list of recent ones.
    private void used(Workspace workspace) {
        Optional<Path> file = workspace.keeper().file().get();
        Study study = workspace.study();
        if (file.isPresent()
                && workspace.keeper().isSaved()
                && workspace.analysis().get().study() == study) {
            var figure = workspace.analysis().get().figures().stream().findFirst();
            ending.removeIf(CompletableFuture::isDone);
            ending.add(SerialTasks.once("recent studies", () -> {
                        recentStudies.add(file.get(), study, Instant.now(), figure);
                        return recentStudies.all();
                    })
                    .thenAccept(all -> Platform.runLater(() -> recent.set(all))));
        }
    }

    private boolean isLastOn(Workspace workspace) {
        return shown.stream()
                .noneMatch(each -> each.workspace != workspace && each.workspace.document() == workspace.document());
    }

    private void close(Workspace workspace) {
        if (isLastOn(workspace)) {
            ending.removeIf(CompletableFuture::isDone);
            followers.remove(workspace.document()).close();
            ending.add(workspace.keeper().close());
        }
        workspace.close();
        shown.removeIf(each -> each.workspace == workspace);
        if (shown.isEmpty()) {
            for (Journal.Kept kept : leftBehind.get()) {
                try {
                    kept.journal().close();
                } catch (IOException e) {
                    // It is on the disk; the next start finds it.
                }
            }
            lastClosed.run();
        }
    }

    /// Waits until what was to be written is written.
    void end() throws InterruptedException {
        ending.add(choices.written());
        ending.add(settings.written());
        try {
            CompletableFuture.allOf(ending.toArray(CompletableFuture[]::new)).get(SECONDS_TO_END, TimeUnit.SECONDS);
        } catch (java.util.concurrent.ExecutionException | TimeoutException e) {
            System.err.println(
                    "Not everything could be written before Helvo ended; the next start offers what was kept.");
        }
    }
}
