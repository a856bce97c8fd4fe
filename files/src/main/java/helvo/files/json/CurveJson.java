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
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.ValueSerializer;

/// The JSON form of a curve, in study files and in files of curves.
final class CurveJson {
    private CurveJson() {}

    /// A curve as the command line names it.
    private record CurveForm(
            String curve,
            @Nullable Integer degree,
            @Nullable Double intercept,
            @Nullable Boolean onLogScale,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            String formula,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            String name,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            List<CoefficientForm> coefficients) {}

    /// What a person asks of a coefficient of a formula.
    private record CoefficientForm(
            String name,
            @Nullable Double held,
            @Nullable Double low,
            @Nullable Double high,
            @Nullable Double start,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            String unit,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Boolean shared) {
        static CoefficientForm of(String name, CoefficientSetting setting) {
            return new CoefficientForm(
                    name,
                    boxed(setting.held()),
                    boxed(setting.low()),
                    boxed(setting.high()),
                    boxed(setting.start()),
                    setting.unit().isEmpty() ? null : setting.unit(),
                    setting.isShared() ? Boolean.TRUE : null);
        }

        private static @Nullable Double boxed(OptionalDouble value) {
            return value.isPresent() ? (Double) value.getAsDouble() : null;
        }

        CoefficientSetting setting() {
            return new CoefficientSetting(
                    unboxed(held),
                    unit == null ? "" : unit,
                    unboxed(low),
                    unboxed(high),
                    unboxed(start),
                    Boolean.TRUE.equals(shared));
        }

        private static OptionalDouble unboxed(@Nullable Double value) {
            return value == null ? OptionalDouble.empty() : OptionalDouble.of(value);
        }
    }

    static final class Out extends ValueSerializer<Curve> {
        @Override
        public void serialize(Curve curve, JsonGenerator out, SerializationContext context) {
            boolean held = curve instanceof FixedInterceptLine;
            out.writePOJO(new CurveForm(
                    curve.keyword(),
                    curve.degree() > 1 ? (Integer) curve.degree() : null,
                    held ? (Double) curve.fixedIntercept() : null,
                    curve.onLogScale() ? Boolean.TRUE : null,
                    curve instanceof FormulaCurve own && own.keyword().equals(FormulaCurve.OWN)
                            ? own.formula().text()
                            : null,
                    curve instanceof FormulaCurve named && named.isNamed() ? named.name() : null,
                    curve instanceof FormulaCurve formula ? asked(formula) : null));
        }

        /// Those of which something is asked.
        private static @Nullable List<CoefficientForm> asked(FormulaCurve curve) {
            List<CoefficientForm> asked = curve.formula().coefficients().stream()
                    .filter(name -> !curve.setting(name).equals(usual(curve).setting(name)))
                    .map(name -> CoefficientForm.of(name, curve.setting(name)))
                    .toList();
            return asked.isEmpty() ? null : asked;
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
            CurveForm form = context.readValue(in, CurveForm.class);
            Optional<Curve> named = form.formula() == null
                    ? Curves.of(
                            form.curve(),
                            form.degree() == null ? OptionalInt.empty() : OptionalInt.of(form.degree()),
                            form.intercept() == null ? OptionalDouble.empty() : OptionalDouble.of(form.intercept()),
                            Boolean.TRUE.equals(form.onLogScale()))
                    : Optional.of(own(form.formula(), form.name(), context));
            Curve curve = named.isPresent()
                    ? named.get()
                    : context.reportInputMismatch(Curve.class, "there is no curve “%s”", form.curve());
            return form.coefficients() == null ? curve : asked(curve, form.coefficients(), context);
        }

        private static FormulaCurve own(String text, @Nullable String name, DeserializationContext context) {
            return switch (CurveFormula.read(text)) {
                case CurveFormula.Reading.Read(CurveFormula formula) -> {
                    FormulaCurve curve = FormulaCurve.of(formula);
                    yield name == null || name.isBlank() ? curve : curve.named(name);
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
