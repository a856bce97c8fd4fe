package helvo.cli;

import java.util.concurrent.Callable;

/// What the command line can be asked for by its first word; gives the exit code.
public interface Command extends Callable<Integer> {
    /// What it takes.
    Arguments arguments();
}
