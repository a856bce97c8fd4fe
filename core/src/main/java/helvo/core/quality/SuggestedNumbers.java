package helvo.core.quality;

import helvo.core.number.DecimalMark;
import helvo.core.number.NumberText;
import helvo.core.number.SuggestedNumber;
import helvo.core.table.Column;
import java.util.ArrayList;
import java.util.List;

/// Numbers that alike cells of a column may mean, one for each.
///
/// @param values in the column's unit
/// @param unit   to be said with them; empty where it is what the cells say
public record SuggestedNumbers(List<Double> values, String unit) {
    public SuggestedNumbers {
        values = List.copyOf(values);
    }

    /// The ways in which all of these texts mean numbers, the likeliest first.
    static List<SuggestedNumbers> of(List<String> texts, Column column) {
        var ways = new ArrayList<List<SuggestedNumber>>();
        for (String text : texts) {
            ways.add(SuggestedNumber.of(text, column.unit()));
        }
        int most = ways.stream().mapToInt(List::size).min().orElse(0);
        var all = new ArrayList<SuggestedNumbers>();
        for (int i = 0; i < most; i++) {
            int way = i;
            List<SuggestedNumber> numbers =
                    ways.stream().map(each -> each.get(way)).toList();
            boolean said = most > 1 || numbers.stream().anyMatch(SuggestedNumber::isConverted);
            all.add(new SuggestedNumbers(
                    numbers.stream().map(SuggestedNumber::value).toList(), said ? column.unit() : ""));
        }
        return all;
    }

    /// "7.6", "22 %", "7.6, 8.1 and 3 more".
    public String shown(DecimalMark mark) {
        List<String> different = values.stream()
                .distinct()
                .map(value -> NumberText.shortest(value).replace('.', mark.sign()) + (unit.isEmpty() ? "" : " " + unit))
                .toList();
        return Problem.few(different);
    }
}
