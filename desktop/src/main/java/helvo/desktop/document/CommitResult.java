package helvo.desktop.document;

import helvo.core.study.History;
import helvo.core.task.Faults;
import java.util.concurrent.CompletableFuture;
import java.util.function.Consumer;

/// What became of a change of the study that was asked for.
public sealed interface CommitResult {
    /// @param after the history it led to
    record Done(History after) implements CommitResult {}

    /// @param sentence why it could not be done, for the person
    record NotDone(String sentence) implements CommitResult {}

    /// Tells what becomes of a change: at once where it is done already.
    static void tell(CompletableFuture<CommitResult> commit, Runnable done, Consumer<String> notDone) {
        Faults.report(commit.thenAccept(result -> {
            switch (result) {
                case Done _ -> done.run();
                case NotDone(String sentence) -> notDone.accept(sentence);
            }
        }));
    }
}
