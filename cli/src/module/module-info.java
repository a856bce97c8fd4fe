import org.jspecify.annotations.NullMarked;

/// Every command of a terminal.
@NullMarked
module helvo.cli {
    requires static org.jspecify;
    requires transitive helvo.core;
    requires transitive helvo.figure;
    requires transitive helvo.files;
    requires transitive helvo.report;
    requires org.apache.commons.cli;

    exports helvo.cli;
}
