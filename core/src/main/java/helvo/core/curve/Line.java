package helvo.core.curve;

import helvo.core.Progress;
import helvo.core.fit.FitOutcome;
import helvo.core.fit.Points;
import helvo.core.fit.PolynomialFit;
import java.util.List;

/// y = a + b x.
public record Line() implements Curve {
    @Override
    public String name() {
        return "Line";
    }

    @Override
    public String keyword() {
        return "line";
    }

    @Override
    public int degree() {
        return 1;
    }

    @Override
    public List<String> coefficientNames() {
        return List.of("a", "b");
    }

    @Override
    public int power(String coefficient) {
        return coefficient.equals("a") ? 0 : 1;
    }

    @Override
    public FitOutcome fit(Points points, Progress progress) {
        return PolynomialFit.ofDegree(this, 1).fit(points, coefficientNames(), progress);
    }
}
