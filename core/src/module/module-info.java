import org.jspecify.annotations.NullMarked;

/// Measurements, fits and bounds, and what is said about them; no interface, no files.
@NullMarked
module helvo.core {
    requires static org.jspecify;
    requires static io.soabase.recordbuilder.core;
    requires static java.compiler;
    requires org.apache.commons.numbers.core;
    requires org.apache.commons.numbers.rootfinder;
    requires org.apache.commons.statistics.distribution;
    requires java.measure;
    requires systems.uom.ucum;

    exports helvo.core;
    exports helvo.core.analysis;
    exports helvo.core.bounds;
    exports helvo.core.check;
    exports helvo.core.compare;
    exports helvo.core.derive;
    exports helvo.core.fit;
    exports helvo.core.formula;
    exports helvo.core.importing;
    exports helvo.core.nonlinear;
    exports helvo.core.number;
    exports helvo.core.numeric;
    exports helvo.core.points;
    exports helvo.core.prediction;
    exports helvo.core.quality;
    exports helvo.core.results;
    exports helvo.core.study;
    exports helvo.core.style;
    exports helvo.core.table;
    exports helvo.core.task;
    exports helvo.core.unit;

    // Studies are written and read by their records.
    opens helvo.core.bounds to
            tools.jackson.databind;
    opens helvo.core.fit to
            tools.jackson.databind;
    opens helvo.core.importing to
            tools.jackson.databind;
    opens helvo.core.number to
            tools.jackson.databind;
    opens helvo.core.points to
            tools.jackson.databind;
    opens helvo.core.prediction to
            tools.jackson.databind;
    opens helvo.core.style to
            tools.jackson.databind;
    opens helvo.core.study to
            tools.jackson.databind;
    opens helvo.core.table to
            tools.jackson.databind;
}
