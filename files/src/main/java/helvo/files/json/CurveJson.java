package helvo.files.json;

import com.fasterxml.jackson.annotation.JsonInclude;
import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.fit.FormulaCurve;
import helvo.core.formula.CurveFormula;
import helvo.core.nonlinear.CoefficientSetting;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.ValueSerializer;

/// The JSON form of a curve, in study files and in files of curves.
final class CurveJson {
    private CurveJson() {}

    /// A curve as the command line names it; one that a person writes by its formula needs no name beside that.
    private record CurveForm(
            Optional<String> curve,
            OptionalInt degree,
            OptionalDouble intercept,
            Optional<Boolean> onLogScale,
            @JsonInclude(JsonInclude.Include.NON_ABSENT) Optional<String> formula,
            @JsonInclude(JsonInclude.Include.NON_ABSENT) Optional<String> name,
            @JsonInclude(JsonInclude.Include.NON_ABSENT) Optional<List<CoefficientForm>> coefficients) {}

    /// What a person asks of a coefficient of a formula.
    private record CoefficientForm(
            String name,
            OptionalDouble held,
            OptionalDouble low,
            OptionalDouble high,
            OptionalDouble start,
            @JsonInclude(JsonInclude.Include.NON_ABSENT) Optional<String> unit,
            @JsonInclude(JsonInclude.Include.NON_ABSENT) Optional<Boolean> shared) {
        static CoefficientForm of(String name, CoefficientSetting setting) {
            return new CoefficientForm(
                    name,
                    setting.held(),
                    setting.low(),
                    setting.high(),
                    setting.start(),
                    Optional.of(setting.unit()).filter(unit -> !unit.isEmpty()),
                    ifTrue(setting.isShared()));
        }

        CoefficientSetting setting() {
            return new CoefficientSetting(held, unit.orElse(""), low, high, start, shared.orElse(false));
        }
    }

    /// What is not so is not written.
    private static Optional<Boolean> ifTrue(boolean holds) {
        return holds ? Optional.of(true) : Optional.empty();
    }

    static final class Out extends ValueSerializer<Curve> {
        @Override
        public void serialize(Curve curve, JsonGenerator out, SerializationContext context) {
            Optional<FormulaCurve> formula = curve instanceof FormulaCurve own ? Optional.of(own) : Optional.empty();
            out.writePOJO(new CurveForm(
                    Optional.of(curve.keyword()),
                    curve.degree() > 1 ? OptionalInt.of(curve.degree()) : OptionalInt.empty(),
                    curve instanceof FixedInterceptLine
                            ? OptionalDouble.of(curve.fixedIntercept())
                            : OptionalDouble.empty(),
                    ifTrue(curve.onLogScale()),
                    formula.filter(own -> own.keyword().equals(FormulaCurve.OWN))
                            .map(own -> own.formula().text()),
                    formula.filter(FormulaCurve::isNamed).map(FormulaCurve::name),
                    formula.map(Out::asked).filter(asked -> !asked.isEmpty())));
        }

        /// Those of which something is asked.
        private static List<CoefficientForm> asked(FormulaCurve curve) {
            return curve.formula().coefficients().stream()
                    .filter(name -> !curve.setting(name).equals(usual(curve).setting(name)))
                    .map(name -> CoefficientForm.of(name, curve.setting(name)))
                    .toList();
        }

        /// The same curve as it is without what a person asks.
        private static FormulaCurve usual(FormulaCurve curve) {
            return Curves.of(curve.keyword(), OptionalInt.empty(), OptionalDouble.empty(), false)
                                    .orElseGet(() -> FormulaCurve.of(curve.formula()))
                            instanceof FormulaCurve usual
                    ? usual
                    : curve;
        }
    }

    static final class In extends ValueDeserializer<Curve> {
        @Override
        public Curve deserialize(JsonParser in, DeserializationContext context) {
            CurveForm form = RequiredFields.require(context.readValue(in, CurveForm.class));
            Curve curve = form.formula
                    .<Curve>map(text -> own(text, form.name, context))
                    .or(() -> form.curve.flatMap(
                            word -> Curves.of(word, form.degree, form.intercept, form.onLogScale.orElse(false))))
                    .orElseGet(() -> context.reportInputMismatch(
                            Curve.class,
                            form.curve
                                    .map(word -> "there is no curve “" + word + "”")
                                    .orElse("“curve” is missing")));
            return form.coefficients.map(asked -> asked(curve, asked, context)).orElse(curve);
        }

        private static FormulaCurve own(String text, Optional<String> name, DeserializationContext context) {
            return switch (CurveFormula.read(text)) {
                case CurveFormula.Reading.Read(CurveFormula formula) -> {
                    FormulaCurve curve = FormulaCurve.of(formula);
                    yield name.filter(own -> !own.isBlank()).map(curve::named).orElse(curve);
                }
                case CurveFormula.Reading.Wrong(int _, int _, String sentence) ->
                    context.reportInputMismatch(Curve.class, "“%s” is no formula of a curve: %s", text, sentence);
            };
        }

        private static Curve asked(Curve curve, List<CoefficientForm> coefficients, DeserializationContext context) {
            if (!(curve instanceof FormulaCurve formula)) {
                return context.reportInputMismatch(Curve.class, "“%s” has no settings", curve.keyword());
            }
            var settings = new ArrayList<>(formula.settings());
            for (CoefficientForm form : coefficients) {
                int place = formula.formula().coefficients().indexOf(form.name());
                if (place < 0) {
                    return context.reportInputMismatch(
                            Curve.class, "“%s” has no coefficient “%s”", formula.name(), form.name());
                }
                settings.set(place, form.setting());
            }
            return formula.with(settings);
        }
    }
}
