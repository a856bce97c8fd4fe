package helvo.files.fuzz;

import helvo.core.formula.Formula;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Study;
import helvo.core.table.Heading;
import helvo.core.table.Role;
import helvo.core.table.Table;
import java.nio.charset.StandardCharsets;

/// A formula of a derived column.
public final class FormulaFuzz implements FuzzTarget {
    private static final Study STUDY = FuzzTarget.small();

    public static void fuzzerInitialize() throws Exception {
        new FormulaFuzz().warmUp("formula");
    }

    public static void fuzzerTestOneInput(byte[] input) {
        new FormulaFuzz().run(input);
    }

    @Override
    public void run(byte[] input) {
        Table table = STUDY.tables().getFirst();
        if (Formula.read(new String(input, StandardCharsets.UTF_8), table)
                instanceof Formula.Reading.Read(var _, String kept)) {
            FuzzTarget.use(new ColumnEdit.Derive(table.id(), new Heading("z", ""), kept, Role.Y, true).apply(STUDY));
        }
    }
}
