package helvo.cli;

import java.util.Objects;

/// An error of the request; the message is one line for the person.
final class UserError extends Exception {
    UserError(String sentence) {
        super(sentence);
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage(), "given when it was made");
    }
}
