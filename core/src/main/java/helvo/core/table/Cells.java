package helvo.core.table;

import helvo.core.Require;
import helvo.core.RootLocale;
import java.util.Arrays;
import java.util.function.DoubleUnaryOperator;
import java.util.function.IntFunction;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/// The cells of one column, immutable. Changing one copies only the block of 4,096 it lies in, so a study
/// with a million rows can keep every earlier state for undo.
public final class Cells {
    private static final int BLOCK_BITS = 12;
    private static final int BLOCK_SIZE = 1 << BLOCK_BITS;
    private static final int BLOCK_MASK = BLOCK_SIZE - 1;
    /// More would fill any memory.
    public static final int MOST_ROWS = 50_000_000;
    public static final Cells NONE = new Cells(new Block[0], 0);

    private final Block[] blocks;
    private final int size;

    /// Numbers with NaN where a cell is no number; texts where it is text. `texts` is null when none is.
    ///
    /// @param full whether every cell is a number
    private record Block(double[] numbers, String @Nullable [] texts, boolean full) {
        Block(double[] numbers, String @Nullable [] texts) {
            this(numbers, texts, texts == null && areNumbers(numbers, 0, numbers.length));
        }

        static boolean areNumbers(double[] numbers, int from, int to) {
            for (int i = from; i < to; i++) {
                if (Double.isNaN(numbers[i])) {
                    return false;
                }
            }
            return true;
        }
    }

    private Cells(Block[] blocks, int size) {
        this.blocks = blocks;
        this.size = size;
    }

    public static Cells of(Iterable<Cell> cells) {
        var builder = new Builder();
        cells.forEach(builder::add);
        return builder.build();
    }

    public static Cells ofNumbers(double... numbers) {
        var builder = new Builder();
        for (double number : numbers) {
            builder.addNumber(number);
        }
        return builder.build();
    }

    public int size() {
        return size;
    }

    /// Whether every cell is a number.
    public boolean areNumbers() {
        for (Block block : blocks) {
            if (!block.full) {
                return false;
            }
        }
        return true;
    }

    /// The number in this row, or NaN when the cell is no number. NaN never leaves the core.
    public double number(int row) {
        return row < size ? blocks[row >> BLOCK_BITS].numbers[row & BLOCK_MASK] : Double.NaN;
    }

    /// Copies the numbers of as many rows as there is room for; NaN where a cell is no number, and behind the last
    /// row.
    public void numbers(int from, double[] to) {
        int count = Math.clamp(size - from, 0, to.length);
        for (int done = 0; done < count; ) {
            int row = from + done;
            int some = Math.min(count - done, BLOCK_SIZE - (row & BLOCK_MASK));
            System.arraycopy(blocks[row >> BLOCK_BITS].numbers, row & BLOCK_MASK, to, done, some);
            done += some;
        }
        Arrays.fill(to, count, to.length, Double.NaN);
    }

    public Cell cell(int row) {
        if (row >= size) {
            return Cell.EMPTY;
        }
        Block block = blocks[row >> BLOCK_BITS];
        double number = block.numbers[row & BLOCK_MASK];
        if (!Double.isNaN(number)) {
            return new Cell.Number(number);
        }
        String text = block.texts == null ? null : block.texts[row & BLOCK_MASK];
        return text == null ? Cell.EMPTY : new Cell.Text(text);
    }

    /// The block that this row lies in holds no text: a quick way past the million cells that need no look.
    public boolean blockIsNumbersOnly(int row) {
        return blocks[row >> BLOCK_BITS].texts == null;
    }

    /// Every cell of the block that this row lies in is a number.
    public boolean blockIsFull(int row) {
        return blocks[row >> BLOCK_BITS].full;
    }

    /// The block that this row lies in is the very same in both: nothing in it can have changed.
    public boolean sharesBlock(Cells other, int row) {
        int block = row >> BLOCK_BITS;
        return block < blocks.length && block < other.blocks.length && blocks[block] == other.blocks[block];
    }

    /// The first row behind the block that this row lies in.
    public int blockEnd(int row) {
        return Math.min(size, (row | BLOCK_MASK) + 1);
    }

    /// A copy with one cell changed; rows between the end and a row beyond it become empty.
    public Cells withCell(int row, Cell cell) {
        Require.require(row >= 0, "row=%s must be >= 0", row);
        if (row >= size) {
            return withSize(row + 1).withCell(row, cell);
        }
        Block[] copy = blocks.clone();
        Block old = copy[row >> BLOCK_BITS];
        double[] numbers = old.numbers.clone();
        String @Nullable [] texts = old.texts == null ? null : old.texts.clone();
        numbers[row & BLOCK_MASK] = cell instanceof Cell.Number number ? number.value() : Double.NaN;
        if (cell instanceof Cell.Text text) {
            texts = texts == null ? new String[numbers.length] : texts;
            texts[row & BLOCK_MASK] = text.text();
        } else if (texts != null) {
            texts[row & BLOCK_MASK] = null;
            texts = Arrays.stream(texts).allMatch(t -> t == null) ? null : texts;
        }
        copy[row >> BLOCK_BITS] = new Block(numbers, texts);
        return new Cells(copy, size);
    }

    /// A copy with many cells changed; blocks without any are shared.
    ///
    /// @param rows ascending, each below the size
    public Cells withRows(int[] rows, IntFunction<Cell> cells) {
        var builder = new Builder();
        int next = 0;
        for (int row = 0; row < size; row++) {
            if ((row & BLOCK_MASK) == 0 && (next == rows.length || rows[next] >= blockEnd(row))) {
                builder.addBlock(this, row);
                row = blockEnd(row) - 1;
            } else if (next < rows.length && rows[next] == row) {
                builder.add(cells.apply(rows[next++]));
            } else {
                builder.add(cell(row));
            }
        }
        return builder.build();
    }

    /// The cells of these rows, in this order; −1 stands for an empty cell.
    Cells at(int[] rows) {
        var builder = new Builder();
        for (int row : rows) {
            double number = row < 0 ? Double.NaN : number(row);
            if (Double.isNaN(number)) {
                builder.add(row < 0 ? Cell.EMPTY : cell(row));
            } else {
                builder.addNumber(number);
            }
        }
        return builder.build();
    }

    /// A copy with so many rows: those beyond are left out, those that are not there are empty.
    public Cells withSize(int rows) {
        Require.require(rows <= MOST_ROWS, "a table has at most %s rows, not %s", MOST_ROWS, rows);
        if (rows == size) {
            return this;
        }
        var builder = new Builder();
        for (int row = 0; row < rows; row++) {
            if ((row & BLOCK_MASK) == 0 && row + BLOCK_SIZE <= Math.min(rows, size)) {
                builder.addBlock(this, row);
                row += BLOCK_MASK;
            } else {
                builder.add(cell(row));
            }
        }
        return builder.build();
    }

    @Override
    public boolean equals(Object other) {
        if (!(other instanceof Cells cells) || cells.size != size) {
            return false;
        }
        for (int row = 0; row < size; row++) {
            if (blocks[row >> BLOCK_BITS] == cells.blocks[row >> BLOCK_BITS]) {
                row |= BLOCK_MASK;
            } else if (!cell(row).equals(cells.cell(row))) {
                return false;
            }
        }
        return true;
    }

    @Override
    public int hashCode() {
        return size;
    }

    /// Collects cells row by row.
    public static final class Builder {
        private Block[] blocks = new Block[4];
        private double[] numbers = new double[BLOCK_SIZE];
        private String @Nullable [] texts;
        private boolean areNumbers = true;
        private int full;
        private int used;

        public int size() {
            return full * BLOCK_SIZE + used;
        }

        public void add(Cell cell) {
            switch (cell) {
                case Cell.Number number -> addNumber(number.value());
                case Cell.Text text -> addText(text.text());
                case Cell.Empty _ -> addEmpty();
            }
        }

        /// All cells of another column's block, which is shared; only between whole blocks.
        ///
        /// @param row any row of the block; as many rows were added as lie before it
        public void addBlock(Cells from, int row) {
            Require.require(size() == (row & ~BLOCK_MASK), "a block begins at row %s, not %s", row, size());
            Block block = from.blocks[row >> BLOCK_BITS];
            if (block.numbers.length == BLOCK_SIZE) {
                flush();
                place(block);
            } else {
                for (int r = row & ~BLOCK_MASK; r < from.size; r++) {
                    add(from.cell(r));
                }
            }
        }

        /// All cells of another column, below those collected so far.
        public void addAll(Cells below) {
            for (Block block : below.blocks) {
                if (block.texts == null) {
                    addNumbers(block.numbers, block.numbers.length, block.full);
                }
                for (int i = 0; block.texts != null && i < block.numbers.length; i++) {
                    if (block.texts[i] != null) {
                        addText(block.texts[i]);
                    } else if (Double.isNaN(block.numbers[i])) {
                        addEmpty();
                    } else {
                        addNumber(block.numbers[i]);
                    }
                }
            }
        }

        private void place(Block block) {
            if (full == blocks.length) {
                blocks = Arrays.copyOf(blocks, full * 2);
            }
            blocks[full++] = block;
        }

        /// @param number finite
        public void addNumber(double number) {
            if (!Double.isFinite(number)) {
                throw new IllegalArgumentException(RootLocale.format("a cell's number must be finite, not %s", number));
            }
            room();
            numbers[used++] = number;
        }

        /// @param more  finite, or NaN for an empty cell
        /// @param count so many from the first on
        /// @param full  whether it is known that none is empty
        public void addNumbers(double[] more, int count, boolean full) {
            for (int from = 0; from < count; ) {
                room();
                int some = Math.min(BLOCK_SIZE - used, count - from);
                System.arraycopy(more, from, numbers, used, some);
                areNumbers &= full || Block.areNumbers(more, from, from + some);
                used += some;
                from += some;
            }
        }

        public void addText(String text) {
            room();
            if (texts == null) {
                texts = new String[BLOCK_SIZE];
            }
            numbers[used] = Double.NaN;
            texts[used++] = text;
            areNumbers = false;
        }

        public void addEmpty() {
            room();
            numbers[used++] = Double.NaN;
            areNumbers = false;
        }

        /// What was collected; the builder is not to be used afterwards.
        public Cells build() {
            int size = size();
            Block[] all = Arrays.copyOf(blocks, full + (used > 0 ? 1 : 0));
            if (used > 0) {
                all[full] = new Block(
                        Arrays.copyOf(numbers, used), texts == null ? null : Arrays.copyOf(texts, used), areNumbers);
            }
            return new Cells(all, size);
        }

        private void room() {
            if (used == BLOCK_SIZE) {
                flush();
            }
        }

        private void flush() {
            if (used > 0) {
                place(new Block(numbers, texts, areNumbers));
                numbers = new double[BLOCK_SIZE];
                texts = null;
                areNumbers = true;
                used = 0;
            }
        }
    }

    /// Adds all cells to a column that is being collected and has none yet; whole blocks are shared.
    public void addTo(Builder builder) {
        for (int row = 0; row < size; row++) {
            if ((row & BLOCK_MASK) == 0 && row + BLOCK_SIZE <= size) {
                builder.addBlock(this, row);
                row += BLOCK_MASK;
            } else {
                builder.add(cell(row));
            }
        }
    }

    /// The same with all numbers multiplied.
    public Cells times(double factor) {
        return mapped(value -> value * factor, text -> text);
    }

    /// The same with other numbers and texts.
    public Cells mapped(DoubleUnaryOperator number, UnaryOperator<String> text) {
        var builder = new Builder();
        for (int row = 0; row < size(); row++) {
            builder.add(cell(row).mapped(number, text));
        }
        return builder.build();
    }
}
