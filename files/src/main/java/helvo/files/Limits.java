package helvo.files;

import helvo.core.table.Cell;
import helvo.core.table.Table;
import java.time.Duration;

/// Limits on what is read from files. What goes beyond is made to do harm, damaged, or no table of measurements;
/// each limit lies far above what a laboratory writes and below what would stop the program.
public final class Limits {
    /// More columns than this are a wrong delimiter or no table.
    public static final int MAX_COLUMNS = Table.MOST_COLUMNS;
    /// Tables and figures of a study.
    public static final int MAX_TABLES = 1_000;
    public static final int MAX_FIGURES = 3_000;
    /// Rows that a sheet of either kind of workbook has (ECMA-376, §18.3.1.73).
    public static final int MAX_SHEET_ROWS = 1_048_576;
    /// Characters of one cell.
    public static final int MAX_CELL_CHARS = Cell.MOST_CHARACTERS;
    /// Cells that a workbook may make by saying that one stands often; beyond that a small file fills the memory.
    public static final int MAX_REPEATED_CELLS = 5_000_000;
    /// Areas of merged cells in a sheet; each has to be looked up for every cell.
    public static final int MAX_MERGED_AREAS = 200_000;
    /// Bytes of numbers and texts of one table: 33 million numbers, however much memory the program was started
    /// with, so that a file gives the same table everywhere.
    public static final long MAX_TABLE_BYTES = 256L << 20;
    /// How many times its packed size a large part of a workbook may have: sheets of numbers shrink to a tenth, of
    /// one word repeated to a hundredth.
    public static final long MAX_COMPRESSION_RATIO = 250;
    /// Below so many bytes no swelling does harm.
    public static final long MIN_SUSPICIOUS_BYTES = 20L << 20;
    /// Bytes of an unpacked part of an archive.
    public static final long MAX_PART_BYTES = 3L << 30;
    /// Bytes of `study.json` or `history.jsonl` in a study, and of a part that this program does not know and
    /// keeps.
    public static final int MAX_STUDY_TEXT_BYTES = 256 << 20;
    public static final int MAX_UNKNOWN_PART_BYTES = 64 << 20;
    /// As [#MAX_COMPRESSION_RATIO], for a study: what deflate makes of one byte repeated for ever, since its data
    /// may well be so regular.
    public static final long MAX_STUDY_COMPRESSION_RATIO = 1100;
    /// Characters of a person's or a file's own text that a sentence of the command line repeats.
    public static final int MAX_QUOTED_CHARS = 1200;

    /// Without anything more of a file being read. A disk that wakes up, or a slow share, takes half a minute.
    public static final Duration STALL_TIMEOUT = Duration.ofMinutes(2);

    private Limits() {}
}
