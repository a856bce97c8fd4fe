package helvo.core.table;

import java.util.Collection;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;

/// Rows that stay in the table but that no fit uses, each with the reason given.
public final class SetAside {
    public static final SetAside NONE = new SetAside(new TreeMap<>());

    private final NavigableMap<Integer, String> reasons;

    private SetAside(NavigableMap<Integer, String> reasons) {
        this.reasons = reasons;
    }

    public static SetAside of(Map<Integer, String> reasons) {
        return new SetAside(new TreeMap<>(reasons));
    }

    public boolean has(int row) {
        return !reasons.isEmpty() && reasons.containsKey(row);
    }

    /// Row (0 is the first) to reason, in row order; not to be changed.
    public Map<Integer, String> reasons() {
        return java.util.Collections.unmodifiableMap(reasons);
    }

    public SetAside with(Collection<Integer> rows, String reason) {
        var copy = new TreeMap<>(reasons);
        rows.forEach(row -> copy.put(row, reason));
        return new SetAside(copy);
    }

    public SetAside without(Collection<Integer> rows) {
        var copy = new TreeMap<>(reasons);
        rows.forEach(copy::remove);
        return new SetAside(copy);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof SetAside aside && aside.reasons.equals(reasons);
    }

    @Override
    public int hashCode() {
        return reasons.hashCode();
    }
}
