package helvo.files.text;

import de.siegmar.fastcsv.writer.CsvWriter;
import helvo.core.study.History;
import java.io.StringWriter;
import java.util.List;

/// The steps of a study as CSV: number, time (UTC), what was done.
public final class HistoryCsv {
    private HistoryCsv() {}

    public static String of(List<History.Logged> steps) {
        var text = new StringWriter();
        CsvWriter csv = CsvWriter.builder().build(text);
        csv.writeRecord("Step", "Time (UTC)", "Done");
        for (int i = 0; i < steps.size(); i++) {
            csv.writeRecord(
                    Integer.toString(i + 1),
                    steps.get(i).at().toString(),
                    steps.get(i).sentence());
        }
        return text.toString();
    }
}
