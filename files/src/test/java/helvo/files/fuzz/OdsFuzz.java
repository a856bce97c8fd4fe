package helvo.files.fuzz;

import helvo.files.table.TableFile;
import java.io.IOException;
import java.util.List;

/// A workbook in ODS.
public final class OdsFuzz extends BookFuzz {
    private static final OdsFuzz TARGET = new OdsFuzz();

    public OdsFuzz() {
        super(TableFile.Format.ODS, List.of("content.xml", "META-INF/manifest.xml"));
    }

    public static void fuzzerInitialize() throws Exception {
        TARGET.warmUp("ods");
    }

    public static void fuzzerTestOneInput(byte[] input) throws IOException {
        TARGET.run(input);
    }
}
