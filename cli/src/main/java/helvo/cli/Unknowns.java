package helvo.cli;

import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.files.json.FitJson;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;

/// The y whose x are read off a curve, and what was measured of each.
///
/// @param areMeasured whether any is the mean of measurements, whose scatter counts
record Unknowns(List<FitJson.When> readings, boolean areMeasured) {
    static final Unknowns NONE = new Unknowns(List.of(), false);

    /// @param measured values of an unknown each, or how many measurements each y of --when is the mean of
    /// @param when     of --when
    static Unknowns of(List<String> measured, List<Double> when) {
        int times = 0;
        var unknowns = new ArrayList<FitJson.When>();
        for (String text : measured) {
            List<OptionalDouble> values = Stream.of(text.split("[,;\\s]+"))
                    .filter(each -> !each.isEmpty())
                    .map(each -> NumberText.number(each, DecimalMark.POINT))
                    .toList();
            if (values.isEmpty() || values.stream().anyMatch(OptionalDouble::isEmpty)) {
                throw new UsageError("--measured “" + text
                        + "”: write the values of one unknown as 0.251,0.249,0.253, or with --when a whole number.");
            }
            if (when.isEmpty() && values.size() == 1 && text.strip().matches("\\d+")) {
                throw new UsageError("--measured " + text.strip()
                        + " goes with --when: which y was measured? The values of an unknown themselves are written as "
                        + "0.251,0.249,0.253.");
            }
            double[] all =
                    values.stream().mapToDouble(OptionalDouble::getAsDouble).toArray();
            if (!when.isEmpty()) {
                if (all.length != 1 || all[0] != Math.rint(all[0]) || all[0] < 1 || all[0] > Integer.MAX_VALUE) {
                    throw new UsageError(
                            "--measured with --when must be a whole number, 1 or more: how many measurements each y is "
                                    + "the mean of. Without --when it takes the values themselves.");
                }
                times = (int) all[0];
            } else {
                unknowns.add(new FitJson.When(DoubleStream.of(all).average().orElseThrow(), all.length));
            }
        }
        int of = times;
        when.forEach(y -> unknowns.add(new FitJson.When(y, of)));
        return new Unknowns(List.copyOf(unknowns), !measured.isEmpty());
    }
}
