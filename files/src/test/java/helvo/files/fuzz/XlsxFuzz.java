package helvo.files.fuzz;

import helvo.files.table.TableExport;
import java.io.IOException;
import java.util.List;

/// A workbook in XLSX.
public final class XlsxFuzz extends WorkbookFuzz {
    private static final XlsxFuzz TARGET = new XlsxFuzz();

    public XlsxFuzz() {
        super(
                TableExport.Format.XLSX,
                List.of(
                        "xl/worksheets/sheet1.xml",
                        "xl/styles.xml",
                        "xl/workbook.xml",
                        "xl/_rels/workbook.xml.rels",
                        "[Content_Types].xml"));
    }

    public static void fuzzerInitialize() throws Exception {
        TARGET.warmUp("xlsx");
    }

    public static void fuzzerTestOneInput(byte[] input) throws IOException {
        TARGET.run(input);
    }
}
