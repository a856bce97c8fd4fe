package helvo.desktop.keeping;

import helvo.core.Phrase;
import java.time.Duration;

/// What is true of a study on the disk, in few words.
public record Sign(String text, Mood mood) {
    /// How much it asks to be looked at.
    public enum Mood {
        NOTHING,
        SAFE,
        UNDER_WAY,
        TROUBLE
    }

    static final Sign NOTHING = new Sign("nothing to keep yet", Mood.NOTHING);
    static final Sign SAVED = new Sign("saved", Mood.SAFE);
    static final Sign SAVING = new Sign("saving …", Mood.UNDER_WAY);
    static final Sign BEING_KEPT = new Sign("changed, being kept …", Mood.UNDER_WAY);
    static final Sign IN_NO_FILE = new Sign("kept, not yet in a file", Mood.SAFE);
    static final Sign FILE_GONE = new Sign("kept, its file is gone", Mood.TROUBLE);

    static Sign changed(Duration ago) {
        return new Sign("changed " + words(ago) + ", kept", Mood.SAFE);
    }

    static Sign notSaved(String why) {
        return new Sign("could not be saved: " + why, Mood.TROUBLE);
    }

    static Sign notKept(String why) {
        return new Sign("not kept: " + why, Mood.TROUBLE);
    }

    private static String words(Duration ago) {
        long seconds = Math.max(1, ago.toSeconds());
        return seconds < 60
                ? Phrase.of("%d s ago", seconds)
                : seconds < 3600 ? Phrase.of("%d min ago", seconds / 60) : Phrase.of("%d h ago", seconds / 3600);
    }
}
