package helvo.core.table;

import java.util.Collection;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;

/// Rows that stay in the table but that no fit uses, each with its reason.
public final class ExcludedRows {
    public static final ExcludedRows NONE = new ExcludedRows(new TreeMap<>());

    private final NavigableMap<Integer, String> reasons;

    private ExcludedRows(NavigableMap<Integer, String> reasons) {
        this.reasons = reasons;
    }

    public static ExcludedRows of(Map<Integer, String> reasons) {
        return new ExcludedRows(new TreeMap<>(reasons));
    }

    public boolean has(int row) {
        return !reasons.isEmpty() && reasons.containsKey(row);
    }

    /// Row (0 is the first) to reason, in row order; not to be changed.
    public Map<Integer, String> reasons() {
        return java.util.Collections.unmodifiableMap(reasons);
    }

    public ExcludedRows with(Collection<Integer> rows, String reason) {
        var copy = new TreeMap<>(reasons);
        rows.forEach(row -> copy.put(row, reason));
        return new ExcludedRows(copy);
    }

    public ExcludedRows without(Collection<Integer> rows) {
        var copy = new TreeMap<>(reasons);
        rows.forEach(copy::remove);
        return new ExcludedRows(copy);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof ExcludedRows aside && aside.reasons.equals(reasons);
    }

    @Override
    public int hashCode() {
        return reasons.hashCode();
    }
}
