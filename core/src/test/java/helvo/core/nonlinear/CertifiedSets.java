package helvo.core.nonlinear;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/// The certified nonlinear regressions of the Statistical Reference Datasets.
final class CertifiedSets {
    record Coefficient(String name, double value, double error, double[] starts) {}

    record CertifiedSet(
            String name, String formula, List<Coefficient> coefficients, double squares, double[] x, double[] y) {
        @Override
        public String toString() {
            return name;
        }
    }

    private CertifiedSets() {}

    static List<CertifiedSet> all() {
        var sets = new ArrayList<CertifiedSet>();
        try (var in = CertifiedSets.class.getResourceAsStream("certified.txt")) {
            String[] parts = new String(in.readAllBytes(), StandardCharsets.UTF_8).split("(?m)^set ");
            for (int i = 1; i < parts.length; i++) {
                sets.add(read(parts[i].lines().toList()));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return sets;
    }

    private static CertifiedSet read(List<String> lines) {
        var coefficients = new ArrayList<Coefficient>();
        var pairs = new ArrayList<double[]>();
        double squares = 0;
        for (String line : lines.subList(2, lines.size())) {
            String[] words = line.split(" ");
            switch (words[0]) {
                case "coefficient" ->
                    coefficients.add(new Coefficient(
                            words[1], Double.parseDouble(words[2]), Double.parseDouble(words[3]), new double[] {
                                Double.parseDouble(words[4]), Double.parseDouble(words[5])
                            }));
                case "squares" -> squares = Double.parseDouble(words[1]);
                default -> pairs.add(new double[] {Double.parseDouble(words[0]), Double.parseDouble(words[1])});
            }
        }
        return new CertifiedSet(
                lines.getFirst(),
                lines.get(1).substring("formula ".length()),
                coefficients,
                squares,
                pairs.stream().mapToDouble(pair -> pair[0]).toArray(),
                pairs.stream().mapToDouble(pair -> pair[1]).toArray());
    }
}
