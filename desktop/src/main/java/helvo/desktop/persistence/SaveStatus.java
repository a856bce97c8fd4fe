package helvo.desktop.persistence;

import helvo.core.RootLocale;
import java.time.Duration;

/// The status of the open study's saving, in few words.
public record SaveStatus(String text, Mood mood) {
    /// How much it asks to be looked at.
    public enum Mood {
        NOTHING,
        SAFE,
        UNDER_WAY,
        TROUBLE
    }

    static final SaveStatus NOTHING = new SaveStatus("no changes yet", Mood.NOTHING);
    static final SaveStatus SAVED = new SaveStatus("saved", Mood.SAFE);
    static final SaveStatus SAVING = new SaveStatus("saving …", Mood.UNDER_WAY);
    static final SaveStatus BEING_KEPT = new SaveStatus("keeping changes …", Mood.UNDER_WAY);
    static final SaveStatus IN_NO_FILE = new SaveStatus("kept, not saved to a file yet", Mood.SAFE);
    static final SaveStatus FILE_GONE = new SaveStatus("kept, its file is gone", Mood.TROUBLE);

    static SaveStatus changed(Duration ago) {
        return new SaveStatus("all changes kept, the last " + words(ago), Mood.SAFE);
    }

    static SaveStatus notSaved(String why) {
        return new SaveStatus("could not be saved: " + why, Mood.TROUBLE);
    }

    static SaveStatus notKept(String why) {
        return new SaveStatus("not kept: " + why, Mood.TROUBLE);
    }

    private static String words(Duration ago) {
        long seconds = Math.max(1, ago.toSeconds());
        return seconds < 60
                ? RootLocale.format("%d s ago", seconds)
                : seconds < 3600
                        ? RootLocale.format("%d min ago", seconds / 60)
                        : RootLocale.format("%d h ago", seconds / 3600);
    }
}
