package helvo.files.text;

import de.siegmar.fastcsv.writer.CsvWriter;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.results.ReadingsTable;
import java.io.StringWriter;

/// The readings of a figure as CSV at full precision; what does not exist is empty.
public final class ReadingsCsv {
    private ReadingsCsv() {}

    public static String of(FigureAnalysis figure) {
        var text = new StringWriter();
        CsvWriter csv = CsvWriter.builder().build(text);
        csv.writeRecord(ReadingsTable.HEADS);
        ReadingsTable.of(figure).forEach(row -> csv.writeRecord(row.exact()));
        return text.toString();
    }
}
