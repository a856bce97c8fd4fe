package helvo.report.validation;

import helvo.core.Progress;
import helvo.files.disk.TemporaryFolder;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/// What a validation found.
///
/// @param findings in the order in which they were made
/// @param facts    of the installation
/// @param quick    whether only a part was run
public record Validation(List<Finding> findings, Map<String, String> facts, boolean quick, boolean packaged) {
    public Validation {
        findings = List.copyOf(findings);
    }

    /// @throws IOException with a sentence, where nothing can be compared
    /// @throws java.util.concurrent.CancellationException when `progress` says that nobody waits
    public static Validation of(Installation installation, Commands commands, boolean quick, Progress progress)
            throws IOException {
        List<ReferenceCase> cases = ReferenceCase.read(installation.reference()).stream()
                .filter(each -> !quick || each.quick())
                .toList();
        var findings = new ArrayList<>(installation.files());
        double steps = cases.size() + 2;
        progress.reached(1 / steps);
        for (int i = 0; i < cases.size(); i++) {
            findings.addAll(cases.get(i).run(installation.reference(), commands));
            progress.reached((i + 2) / steps);
        }
        try (TemporaryFolder folder = TemporaryFolder.create()) {
            findings.addAll(new Procedures(installation.reference(), folder.path(), commands).run(quick));
        }
        progress.reached(1);
        return new Validation(findings, installation.facts(), quick, installation.isPackaged());
    }

    public boolean passed() {
        return failed().isEmpty();
    }

    public List<Finding> failed() {
        return findings.stream().filter(each -> !each.passed()).toList();
    }

    /// By area, in order.
    Map<String, List<Finding>> areas() {
        return findings.stream().collect(Collectors.groupingBy(Finding::area, LinkedHashMap::new, Collectors.toList()));
    }

    /// One line for each area: "Linear regression: 50 of 50, at least 15.4 digits".
    public List<String> summary() {
        return areas().entrySet().stream()
                .map(area -> {
                    long passed =
                            area.getValue().stream().filter(Finding::passed).count();
                    String digits =
                            area.getValue().stream().flatMapToDouble(each -> each.digits().stream()).min().stream()
                                    .mapToObj(least -> ", at least " + Protocol.digits(least) + " digits agree")
                                    .findFirst()
                                    .orElse("");
                    return area.getKey() + ": " + passed + " of "
                            + area.getValue().size() + digits;
                })
                .toList();
    }
}
