package helvo.core;

import java.util.Arrays;

/// A growing list of ints.
public final class IntList {
    private int[] rows = new int[4];
    private int size;

    public void add(int row) {
        rows = size == rows.length ? Arrays.copyOf(rows, size * 2) : rows;
        rows[size++] = row;
    }

    public int size() {
        return size;
    }

    public int[] toArray() {
        return Arrays.copyOf(rows, size);
    }
}
