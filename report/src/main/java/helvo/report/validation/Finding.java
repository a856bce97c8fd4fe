package helvo.report.validation;

import java.util.OptionalDouble;

/// One thing that was compared.
///
/// @param area     such as "Linear regression"
/// @param group    what was worked out, such as "Norris: line"
/// @param source   where the expected value is from
/// @param what     such as "coefficient a"
/// @param expected as it is written in the source
/// @param found    as the program gave it
/// @param digits   that agree; empty where it is no number
/// @param passed   whether it is as it must be
public record Finding(
        String area,
        String group,
        String source,
        String what,
        String expected,
        String found,
        OptionalDouble digits,
        boolean passed) {
    /// What is no number and either is so or is not.
    static Finding of(String area, String what, String expected, String found, boolean passed) {
        return new Finding(area, what, "", what, expected, found, OptionalDouble.empty(), passed);
    }
}
