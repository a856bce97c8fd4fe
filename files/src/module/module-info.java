import org.jspecify.annotations.NullMarked;

/// Tables and studies in files: what is read and written, and how nothing of it is lost.
@NullMarked
module helvo.files {
    requires static org.jspecify;
    requires transitive helvo.core;
    requires transitive tools.jackson.databind;
    requires com.fasterxml.jackson.annotation;
    requires com.github.miachm.sods;
    requires ch.randelshofer.fastdoubleparser;
    requires de.siegmar.fastcsv;
    requires java.xml;
    requires org.apache.poi.ooxml;
    requires org.apache.poi.poi;

    exports helvo.files;
    exports helvo.files.archive;
    exports helvo.files.disk;
    exports helvo.files.json;
    exports helvo.files.samples;
    exports helvo.files.study;
    exports helvo.files.table;
    exports helvo.files.text;

    opens helvo.files.json to
            tools.jackson.databind;
}
