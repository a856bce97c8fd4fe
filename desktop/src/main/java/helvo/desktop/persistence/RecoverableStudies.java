package helvo.desktop.persistence;

import helvo.files.UnreadableFile;
import helvo.files.disk.WriteErrorText;
import helvo.files.study.FileFingerprint;
import helvo.files.study.Journal;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/// Studies that were open when the program stopped, found at its start.
///
/// @param studies  with something in them that is in no file, the latest first
/// @param troubles sentences about what could not be brought back
public record RecoverableStudies(List<Journal.Kept> studies, List<String> troubles) {
    public static final RecoverableStudies NOTHING = new RecoverableStudies(List.of(), List.of());

    /// Looks through the places where journals are kept. What needs no keeping is removed.
    public static RecoverableStudies find(List<Path> places) {
        var studies = new ArrayList<Journal.Kept>();
        var troubles = new ArrayList<String>();
        for (Path folder : places.stream()
                .flatMap(place -> Journal.folders(place).stream())
                .toList()) {
            try {
                Optional<Journal.Kept> kept = Journal.bringBack(folder);
                if (kept.isPresent() && isNeeded(kept.get())) {
                    studies.add(kept.get());
                } else if (kept.isPresent()) {
                    kept.get().journal().discard();
                }
            } catch (UnreadableFile e) {
                troubles.add(e.getMessage());
            } catch (IOException | RuntimeException | OutOfMemoryError | StackOverflowError e) {
                troubles.add("A study that was open could not be brought back now: " + WriteErrorText.why(e)
                        + ". It stays in " + folder + ".");
            }
        }
        studies.sort(Comparator.comparing(Journal.Kept::last).reversed());
        return new RecoverableStudies(List.copyOf(studies), List.copyOf(troubles));
    }

    private static boolean isNeeded(Journal.Kept kept) {
        boolean inFile =
                kept.isSaved() && kept.file().flatMap(FileFingerprint::of).equals(kept.saved());
        return kept.commits() > 0 && !inFile && !kept.study().history().study().isBlank();
    }
}
