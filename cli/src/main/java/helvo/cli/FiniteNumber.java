package helvo.cli;

import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.TypeConversionException;

/// A number as an option's value: with a decimal point, and not beyond what a double holds.
final class FiniteNumber implements ITypeConverter<Double> {
    @Override
    public Double convert(String text) {
        return NumberText.number(text, DecimalMark.POINT)
                .orElseThrow(() -> new TypeConversionException(
                        "“" + text + "” is not a number, or is too large: write it as 3.5 or 2e-6."));
    }
}
