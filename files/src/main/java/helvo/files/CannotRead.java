package helvo.files;

/// A file that Helvo cannot make a table of. The message is a sentence for the person who opened it: what, where, and
/// what to do.
public final class CannotRead extends Exception {
    public CannotRead(String sentence) {
        super(sentence);
    }

    public CannotRead(String sentence, Throwable cause) {
        super(sentence, cause);
    }
}
