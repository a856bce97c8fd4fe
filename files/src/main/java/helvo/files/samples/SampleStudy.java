package helvo.files.samples;

import helvo.core.fit.Curve;
import helvo.core.fit.Exponential;
import helvo.core.fit.Logarithmic;
import helvo.core.fit.Logistic;
import helvo.core.fit.Power;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.Layer;
import helvo.core.study.Study;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.ImportOptions;
import helvo.core.table.Role;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.text.TextTable;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/// The study of the made-up Marram Cordage Laboratory that ships with the program. `samples/MakeSamples.java` makes
/// its tables.
public final class SampleStudy {
    private static final int BATH = 3;

    public static final String NAME = "Marram cords, week 14";

    private SampleStudy() {}

    public static Study study() {
        Study study = Study.EMPTY.withName(NAME);
        for (String name :
                List.of("Stretch", "Creep", "Bath", "Failed", "Dye", "Breaking", "Pluck", "Pulls", "Stock")) {
            study = StudyEdit.AddTable.to(study, table(name)).apply(study);
        }
        int stretch = study.tables().getFirst().id();
        List<Edit> decisions = List.of(
                new TableEdit.ExcludeRows(stretch, List.of(14), "the clamp slipped"),
                new ColumnEdit.SetRole(BATH, 3, Role.Y),
                shape(2, new Logarithmic()),
                shape(4, new Logistic()),
                shape(5, new Exponential(false)),
                shape(6, new Power(false)),
                new FigureEdit.Show(study.figureOver(stretch).id(), Layer.BOUNDS, true),
                new FigureEdit.SetTitle(
                        study.figureOver(stretch).id(), Optional.of("Stretch of 3 mm marram cord under load")));
        for (Edit decision : decisions) {
            study = decision.apply(study);
        }
        return study;
    }

    /// The shape that fits the y of a table, the second column.
    private static Edit shape(int table, Curve curve) {
        return new FigureEdit.ChooseCurve(table, SeriesKey.whole(2), curve);
    }

    private static Table table(String name) {
        String resource = "/helvo/files/samples/" + name.toLowerCase(Locale.ROOT) + ".csv";
        try (InputStream in = SampleStudy.class.getResourceAsStream(resource)) {
            return TextTable.readText(in.readAllBytes(), name + ".csv", ImportOptions.NONE)
                    .table()
                    .withImportReport(Optional.empty());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (UnreadableFile e) {
            throw new IllegalStateException("the sample " + resource + " is damaged", e);
        }
    }
}
