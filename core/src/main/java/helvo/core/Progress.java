package helvo.core;

/// The progress of long work, and whether it is still wanted.
@FunctionalInterface
public interface Progress {
    /// For work that nobody watches. A method, since a constant here would keep every progress out of the
    /// ahead-of-time cache.
    static Progress none() {
        return fraction -> {};
    }

    /// @param fraction of the work that is done, 0 to 1; NaN when it cannot be told
    /// @throws java.util.concurrent.CancellationException when the work is no longer wanted
    void reached(double fraction);

    /// The part of this progress from `from` to `to`, as a progress of its own.
    default Progress part(double from, double to) {
        return fraction -> reached(from + (to - from) * fraction);
    }
}
