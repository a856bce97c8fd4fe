package helvo.desktop.workspace;

import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/// What a window has to tell the person, one notice at a time, until it is read.
public final class Messages {
    private final ReadOnlyObjectWrapper<Optional<Notice>> notice = new ReadOnlyObjectWrapper<>(Optional.empty());

    /// @param warns whether it stays until it is closed
    public record Notice(String text, boolean warns) {}

    public ReadOnlyObjectProperty<Optional<Notice>> notice() {
        return notice.getReadOnlyProperty();
    }

    public void tell(String sentence) {
        notice.set(Optional.of(new Notice(sentence, false)));
    }

    public void warn(String sentence) {
        notice.set(Optional.of(new Notice(sentence, true)));
    }

    public void dismiss() {
        notice.set(Optional.empty());
    }
}
