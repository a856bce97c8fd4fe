import org.jspecify.annotations.NullMarked;

/// Reports of a study in every form.
@NullMarked
module helvo.report {
    requires static org.jspecify;
    requires transitive helvo.core;
    requires transitive helvo.figure;
    requires transitive helvo.files;
    requires com.helger.css;
    requires com.helger.commons;
    requires java.xml;
    requires org.commonmark;
    requires org.jsoup;

    exports helvo.report;
    exports helvo.report.model;
    exports helvo.report.section;
    exports helvo.report.template;
    exports helvo.report.validation;
}
