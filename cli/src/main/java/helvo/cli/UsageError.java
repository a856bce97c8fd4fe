package helvo.cli;

/// A command line that is wrong: a sentence that says what, and what to write instead.
public final class UsageError extends RuntimeException {
    public UsageError(String sentence) {
        super(sentence);
    }
}
