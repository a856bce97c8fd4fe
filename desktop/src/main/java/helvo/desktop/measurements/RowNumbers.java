package helvo.desktop.measurements;

import java.util.stream.IntStream;
import javafx.collections.ObservableListBase;

/// Row numbers as a list that takes no room, and that grows at its end without disturbing a cell that is being
/// edited.
final class RowNumbers extends ObservableListBase<Integer> {
    private int rows;

    void resize(int newRows) {
        if (newRows == rows) {
            return;
        }
        int old = rows;
        beginChange();
        rows = newRows;
        if (newRows > old) {
            nextAdd(old, newRows);
        } else {
            nextRemove(newRows, IntStream.range(newRows, old).boxed().toList());
        }
        endChange();
    }

    @Override
    public Integer get(int index) {
        return index;
    }

    @Override
    public int size() {
        return rows;
    }
}
