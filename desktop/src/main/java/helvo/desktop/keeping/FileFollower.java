package helvo.desktop.keeping;

import helvo.core.study.Commit;
import helvo.core.study.Edit;
import helvo.core.study.OtherData;
import helvo.core.study.StudyEdit;
import helvo.core.table.Table;
import helvo.desktop.document.Document;
import helvo.desktop.work.Background.Outcome;
import helvo.desktop.work.Background;
import helvo.files.CannotRead;
import helvo.files.table.ReadTable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.util.Duration;
import javafx.util.Subscription;

/// Takes over what becomes of the files that tables follow: rows that a logger appends, a file that was replaced. Each time is a step that
/// is said and can be undone; after an undo it waits until something else is done. Used on the interface thread only.
public final class FileFollower {
    private static final Duration LOOK_EVERY = Duration.millis(700);

    private final Document document;
    private final Background.Queue reading;
    private final Consumer<String> tell;
    private final Timeline clock = new Timeline(new KeyFrame(LOOK_EVERY, _ -> look()));
    private final Subscription following;
    private final Map<Integer, Stamp> known = new HashMap<>();
    private final Set<Integer> troubled = new HashSet<>();
    private boolean isWaiting;

    /// What tells that a file was written to.
    private record Stamp(Path file, FileTime time, long size) {}

    private record Found(Table old, Optional<Edit> edit, List<String> notices) {}

    /// @param tell gets a sentence about what a person should know
    public FileFollower(Document document, Consumer<String> tell) {
        this.document = document;
        this.tell = tell;
        reading = document.background().queue("following");
        following = document.onCommit(this::committed);
        clock.setCycleCount(Animation.INDEFINITE);
        clock.play();
    }

    /// What is undone would come back at once if the file were followed further.
    private void committed(Document.Change change) {
        boolean back = change.commit() instanceof Commit.GoTo && change.after().redoable().isPresent();
        boolean follows = change.after().study().tables().stream().anyMatch(Table::follows);
        if (back && follows && !isWaiting) {
            tell.accept("While steps are undone no file is followed; it goes on once you redo them or do something else.");
        }
        isWaiting = back;
    }

    private void look() {
        if (isWaiting || reading.isBusy() || document.isChanging()) {
            return;
        }
        for (Table table : document.study().tables()) {
            if (table.follows() && table.source().isPresent()) {
                Path file = Path.of(table.source().get().file());
                Stamp now = stamp(file);
                if (!now.equals(known.put(table.id(), now))) {
                    read(table, file);
                }
            }
        }
    }

    private static Stamp stamp(Path file) {
        try {
            var attributes = Files.readAttributes(file, BasicFileAttributes.class);
            return new Stamp(file, attributes.lastModifiedTime(), attributes.size());
        } catch (IOException e) {
            return new Stamp(file, FileTime.fromMillis(0), -1);
        }
    }

    private void read(Table table, Path file) {
        reading.run("Following " + file.getFileName() + " …", progress -> found(table, ReadTable.again(table, progress)),
                new Outcome<>(found -> {
            troubled.remove(table.id());
            boolean unchanged = document.study().tables().stream().anyMatch(now -> now == found.old);
            if (!unchanged) {
                // Something was done meanwhile: look again.
                known.remove(table.id());
                return;
            }
            found.edit.ifPresent(edit -> document.perform(edit, () -> {}, tell));
            found.notices.stream().reduce((a, b) -> a + " " + b).ifPresent(tell);
        }, fault -> trouble(table, fault instanceof CannotRead known ? known.getMessage() : "“" + file.getFileName()
                + "” could not be followed. (" + fault + ")"), () -> {}));
    }

    private static Found found(Table old, ReadTable read) throws CannotRead {
        switch (OtherData.of(old, read.table())) {
            case OtherData.Outcome.DoesNotFit(List<String> why) -> throw new CannotRead("“" + old.source().orElseThrow().name()
                    + "” changed and does not fit the table “" + old.name() + "” any more: " + String.join("; ", why) + ".");
            case OtherData.Outcome.Fits(Table fresh, List<String> notices) -> {
                Table same = fresh.withSource(old.source());
                if (same.equals(old)) {
                    return new Found(old, Optional.empty(), List.of());
                }
                Optional<Edit> growth = OtherData.growth(old, same).map(each -> each);
                return new Found(old, Optional.of(growth.orElseGet(() -> new StudyEdit.UseData(same))),
                        growth.isPresent() ? List.of() : notices);
            }
        }
    }

    /// Said once, not at every look.
    private void trouble(Table table, String sentence) {
        if (troubled.add(table.id())) {
            tell.accept(sentence);
        }
    }

    public void close() {
        clock.stop();
        following.unsubscribe();
    }
}
