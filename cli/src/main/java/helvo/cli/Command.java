package helvo.cli;

import java.util.concurrent.Callable;

/// A command of the command line.
public abstract class Command implements Callable<Integer> {
    protected final Arguments arguments;

    /// @param footer lines below its help
    @SuppressWarnings("this-escape") // it is only kept, to be called once it is whole
    protected Command(String name, String description, String... footer) {
        arguments = new Arguments(this, name, description, footer);
    }

    /// What else helps where required words are missing; empty for nothing.
    String hint() {
        return "";
    }

    /// What it takes.
    final Arguments arguments() {
        return arguments;
    }
}
