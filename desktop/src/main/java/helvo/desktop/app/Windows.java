package helvo.desktop.app;

import helvo.core.analysis.Analysis;
import helvo.desktop.document.StudyDocument;
import helvo.desktop.persistence.FileFollower;
import helvo.desktop.persistence.LastChoices;
import helvo.desktop.persistence.PreferencesFile;
import helvo.desktop.persistence.RecoverableStudies;
import helvo.desktop.persistence.Settings;
import helvo.desktop.persistence.StudyOrigin;
import helvo.desktop.persistence.StudyPersistence;
import helvo.desktop.theme.Themes;
import helvo.desktop.window.HeldKeys;
import helvo.desktop.window.MainView;
import helvo.desktop.workspace.Exporter;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.Messages;
import helvo.desktop.workspace.Saver;
import helvo.desktop.workspace.SystemDialogs;
import helvo.desktop.workspace.Workspace;
import helvo.files.disk.UserFolders;
import helvo.files.study.Journal;
import helvo.files.study.StudyFile;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.stage.Stage;
import javafx.stage.WindowEvent;
import javafx.util.Subscription;

/// The program's windows, and the studies that they show: a study is closed with the last window on it. Used on the
/// interface thread only.
public final class Windows {
    /// Longer than any disk that still works takes to write what waits.
    private static final int SECONDS_TO_END = 60;

    private final List<OpenWindow> open = new ArrayList<>();
    private final UserFolders folders;
    private final StudiesOnDisk onDisk;
    private final PreferencesFile<LastChoices> choices;
    private final PreferencesFile<Settings> settings;
    private final WindowPlacement placement;
    private final Runnable lastClosed;
    private final Map<StudyDocument, FileFollower> followers = new HashMap<>();
    private final List<CompletableFuture<Void>> ending = new ArrayList<>();
    /// What is typed into the first window while it is still empty.
    private final HeldKeys held = new HeldKeys();
    private final RestingMemory memory = RestingMemory.ofProgram();
    private Optional<ResponseTimes> pace = Optional.empty();

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

    /// @param journals folders to keep journals in, the usual one first
    Windows(UserFolders folders, List<Path> journals, Runnable lastClosed) {
        this.folders = folders;
        onDisk = new StudiesOnDisk(folders, journals);
        choices = LastChoices.in(folders.state());
        settings = Settings.in(folders.config());
        placement = new WindowPlacement(choices);
        this.lastClosed = lastClosed;
    }

    /// Reports how fast the windows answer that are opened from now on.
    void reportPace(ResponseTimes to) {
        pace = Optional.of(to);
    }

    void useThemes() {
        Themes.use(
                settings.get().theme(),
                settings.get().textSize() / 100.0,
                settings.get().motion());
    }

    StudiesOnDisk onDisk() {
        return onDisk;
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
    List<OpenWindow> open() {
        return open;
    }

    void warn(String sentence) {
        open.forEach(each -> each.workspace().messages().warn(sentence));
    }

    /// Offers what was kept when the program stopped.
    void learn(RecoverableStudies left) {
        onDisk.offer(
                left.studies(),
                open.stream()
                        .map(OpenWindow::keeper)
                        .map(StudyPersistence::broughtBack)
                        .flatMap(Optional::stream)
                        .toList());
        open.forEach(this::mentionKept);
        left.troubles().forEach(this::warn);
    }

    /// The first window before there is anything in it: it takes its place on the screen while the rest is read and
    /// built.
    Stage frame(StartOptions start) {
        var stage = new Stage();
        stage.setTitle("Helvo");
        stage.setScene(Themes.empty(
                placement.size().widthOr(start.width()), placement.size().heightOr(start.height())));
        held.holdIn(stage.getScene());
        stage.setOnHidden(_ -> lastClosed.run());
        WindowPlacement.show(stage);
        return stage;
    }

    /// Fills the first window.
    void openInFrame(Stage frame, StudyOrigin from, StartOptions start) {
        frame.setOnHidden(null);
        openInStage(frame, from, start).tour();
    }

    /// Makes a window on a study of its own.
    Stage open(StudyOrigin from, StartOptions start) {
        return openInStage(new Stage(), from, start).stage();
    }

    private OpenWindow openInStage(Stage stage, StudyOrigin from, StartOptions start) {
        var document = new StudyDocument(from.study().history());
        OpenWindow window = open(stage, document, new StudyPersistence(document, from, onDisk.journals()), start);
        opened(from, window);
        return window;
    }

    /// Shows a study in a window where nothing was done yet, or else in one of its own. What was kept is opened
    /// once, however often that is asked for.
    ///
    /// @param beginning what it shows first, where that is known
    void open(StudyOrigin from, Optional<Analysis> beginning, OpenWindow here) {
        if (from instanceof StudyOrigin.BroughtBack(Journal.Kept kept)
                && !onDisk.leftBehind().get().contains(kept)) {
            return;
        }
        if (!here.isFree() || !isLastOn(here)) {
            WindowPlacement.show(open(
                    from, StartOptions.withStudy(() -> from.study().history().study(), false)));
            return;
        }
        here.workspace().become(from, beginning);
        here.view().begin();
        opened(from, here);
        here.tour();
    }

    private void opened(StudyOrigin from, OpenWindow window) {
        Messages messages = window.workspace().messages();
        window.keeper().remarks().ifPresent(messages::warn);
        if (from instanceof StudyOrigin.BroughtBack(Journal.Kept kept)) {
            onDisk.forget(kept);
            messages.show("“" + window.workspace().study().name() + "” is as it was when Helvo stopped; "
                    + (kept.unsaved() == 1
                            ? "1 step is in no file yet."
                            : kept.unsaved() + " steps are in no file yet.")
                    + kept.trouble().map(trouble -> " " + trouble).orElse(""));
        }
        mentionKept(window);
    }

    /// Steps that were kept of a study whose file is open, though that is another by now.
    private void mentionKept(OpenWindow window) {
        Optional<Path> file = window.keeper().file().get();
        file.flatMap(onDisk::keptBesides).ifPresent(kept -> window.workspace()
                .messages()
                .offer(
                        window.keeper().remarks().map(remarks -> remarks + " ").orElse("")
                                + StudiesOnDisk.sentence(kept, file.orElseThrow()),
                        new Messages.Offer(
                                "Open what was kept",
                                () -> open(new StudyOrigin.BroughtBack(kept), Optional.empty(), window))));
    }

    /// Shows one more window on what another shows.
    void openAnother(Stage like) {
        open.stream()
                .filter(each -> each.stage() == like)
                .findFirst()
                .ifPresent(there -> WindowPlacement.show(openDocument(
                        there.workspace().document(),
                        there.keeper(),
                        StartOptions.withStudy(there.workspace().document()::study, false))));
    }

    /// Makes a window on a study, which other windows may show as well.
    Stage openDocument(StudyDocument document, StudyPersistence keeper, StartOptions start) {
        return open(new Stage(), document, keeper, start).stage();
    }

    private OpenWindow open(Stage stage, StudyDocument document, StudyPersistence keeper, StartOptions start) {
        var studies = new WindowStudies(this, stage);
        var dialogs = new SystemDialogs(stage, () -> settings.get().folder());
        var workspace = new Workspace(document, keeper, studies);
        var importer = new Importer(workspace, dialogs, studies);
        var window = new OpenWindow(stage, workspace, keeper, studies);
        open.add(window);
        followers.computeIfAbsent(document, _ -> new FileFollower(document, voice(document)));
        var view = new MainView(
                workspace,
                importer,
                new Exporter(workspace, dialogs, folders.log()),
                new Saver(workspace, keeper, dialogs),
                studies);
        LastChoices.Window size = placement.size();
        view.setSides(size.left(), size.right());
        placement.expectFigure(view.figure().view(), open);
        if (stage.isShowing()) {
            // A size that was set is not looked for by laying everything out once more.
            stage.setWidth(stage.getWidth());
            stage.setHeight(stage.getHeight());
            stage.setScene(Themes.scene(
                    view, stage.getScene().getWidth(), stage.getScene().getHeight()));
        } else {
            stage.setScene(Themes.scene(view, size.widthOr(start.width()), size.heightOr(start.height())));
        }
        memory.watch(stage.getScene());
        follow(window);
        stage.getIcons().setAll(Themes.icons());
        stage.setMinWidth(WindowPlacement.MIN_WIDTH);
        stage.setMinHeight(WindowPlacement.MIN_HEIGHT);
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
                    .ifPresentOrElse(file -> importer.open(file, ready), ready);
            Platform.runLater(view::buildPanels);
        });
        if (stage.isShowing()) {
            begin.run();
        } else {
            stage.setOnShown(_ -> begin.run());
        }
        return window;
    }

    /// Keeps title, list of recent studies and what is told up with the study until the window is closed.
    private void follow(OpenWindow window) {
        Stage stage = window.stage();
        Workspace workspace = window.workspace();
        workspace.history().subscribe(history -> stage.setTitle(history.study().name() + " – Helvo"));
        Subscription elsewhere = window.keeper()
                .openElsewhere()
                .subscribe(file -> file.ifPresent(at -> workspace
                        .messages()
                        .warn("“" + at.getFileName() + "” is open in another Helvo as well. "
                                + "Whoever saves second is asked what is to become of the other's changes.")));
        workspace.sign().subscribe(_ -> used(window));
        workspace.analysis().subscribe(_ -> used(window));
        pace.ifPresent(each ->
                each.watch(stage.getScene(), workspace, window.view().figure().view()));
        stage.addEventHandler(WindowEvent.WINDOW_HIDING, _ -> workspace.finishTyping());
        stage.addEventHandler(WindowEvent.WINDOW_HIDDEN, _ -> {
            elsewhere.unsubscribe();
            placement.keepSize(stage, window.view());
            close(window);
        });
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
                return open.stream()
                        .map(OpenWindow::workspace)
                        .filter(each -> each.document() == document)
                        .map(Workspace::messages);
            }
        };
    }

    /// Puts a study that is in a file on the list of recent ones.
    private void used(OpenWindow window) {
        Workspace workspace = window.workspace();
        Analysis analysis = workspace.analysis().get();
        if (window.keeper().isSaved() && analysis.study() == workspace.study()) {
            window.keeper().file().get().ifPresent(file -> {
                ending.removeIf(CompletableFuture::isDone);
                ending.add(onDisk.use(
                        file, workspace.study(), analysis.figures().stream().findFirst()));
            });
        }
    }

    private boolean isLastOn(OpenWindow window) {
        return open.stream().noneMatch(each -> each != window && each.showsSameStudy(window));
    }

    private void close(OpenWindow window) {
        if (isLastOn(window)) {
            ending.removeIf(CompletableFuture::isDone);
            followers.remove(window.workspace().document()).close();
            ending.add(window.keeper().close());
        }
        window.workspace().close();
        open.remove(window);
        if (open.isEmpty()) {
            onDisk.close();
            lastClosed.run();
        }
    }

    /// Waits until what was to be written is written.
    void end() throws InterruptedException {
        ending.add(choices.written());
        ending.add(settings.written());
        try {
            CompletableFuture.allOf(ending.toArray(CompletableFuture[]::new)).get(SECONDS_TO_END, TimeUnit.SECONDS);
        } catch (ExecutionException | TimeoutException e) {
            System.err.println(
                    "Not everything could be written before Helvo ended; the next start offers what was kept.");
        }
    }
}
