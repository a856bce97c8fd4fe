package helvo.files.study;

import helvo.core.Progress;
import helvo.core.analysis.Analysis;
import helvo.core.study.Study;
import helvo.files.ProgramVersion;
import helvo.files.json.FitJson;
import helvo.files.json.StudyJson;
import java.util.concurrent.CancellationException;
import tools.jackson.databind.node.ObjectNode;

/// What the figures of a study give, for readers without Helvo: curves with their coefficients and limits, readings,
/// checks, and which version worked them out. Helvo itself never reads it.
final class StudyResults {
    static final String FILE = "results.json";

    private StudyResults() {}

    static ObjectNode of(Study study, Progress progress) {
        ObjectNode results = StudyJson.mapper().createObjectNode();
        results.put("format", "helvo results").put("program", ProgramVersion.text());
        try {
            var figures = results.putArray("figures");
            Analysis.ofChosenCurves(study, progress)
                    .figures()
                    .forEach(figure -> figures.add(FitJson.resultsOf(figure)));
        } catch (CancellationException e) {
            throw e;
        } catch (RuntimeException e) {
            // Nobody is kept from saving a study by what can be worked out of it again.
            results.remove("figures");
            results.put("problem", "The results could not be worked out: open the study in Helvo.");
        }
        return results;
    }
}
