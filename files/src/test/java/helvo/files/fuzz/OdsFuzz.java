package helvo.files.fuzz;

import helvo.files.table.TableExport;
import java.io.IOException;
import java.util.List;

/// A workbook in ODS.
public final class OdsFuzz extends WorkbookFuzz {
    private static final OdsFuzz TARGET = new OdsFuzz();

    public OdsFuzz() {
        super(TableExport.Format.ODS, List.of("content.xml", "META-INF/manifest.xml"));
    }

    public static void fuzzerInitialize() throws Exception {
        TARGET.warmUp("ods");
    }

    public static void fuzzerTestOneInput(byte[] input) throws IOException {
        TARGET.run(input);
    }
}
