package helvo.cli;

/// An error of the request; the message is one line for the person.
final class UserError extends Exception {
    UserError(String sentence) {
        super(sentence);
    }
}
