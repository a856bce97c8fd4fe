package helvo.desktop.workspace;

import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/// The notices of a window, one at a time.
public final class Messages {
    private final ReadOnlyObjectWrapper<Optional<Notice>> notice = new ReadOnlyObjectWrapper<>(Optional.empty());

    /// @param warns whether it stays until it is closed
    /// @param offer what can be done about it with one press; it stays then too
    public record Notice(String text, boolean warns, Optional<Offer> offer) {}

    /// @param label on its button
    public record Offer(String label, Runnable action) {}

    public ReadOnlyObjectProperty<Optional<Notice>> notice() {
        return notice.getReadOnlyProperty();
    }

    public void show(String sentence) {
        notice.set(Optional.of(new Notice(sentence, false, Optional.empty())));
    }

    public void warn(String sentence) {
        notice.set(Optional.of(new Notice(sentence, true, Optional.empty())));
    }

    public void offer(String sentence, Offer offer) {
        notice.set(Optional.of(new Notice(sentence, false, Optional.of(offer))));
    }

    public void dismiss() {
        notice.set(Optional.empty());
    }
}
