package helvo.cli;

/// What was asked cannot be done with these data; the message is one line for a person.
final class UserError extends Exception {
    UserError(String sentence) {
        super(sentence);
    }
}
