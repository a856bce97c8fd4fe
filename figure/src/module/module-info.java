import org.jspecify.annotations.NullMarked;

/// The figure: its scales, its layout, its drawing on any canvas, its files.
@NullMarked
module helvo.figure {
    requires static org.jspecify;
    requires transitive helvo.core;
    requires transitive java.desktop;
    requires transitive org.apache.pdfbox;
    requires org.apache.fontbox;
    requires org.apache.pdfbox.io;
    requires de.rototor.pdfbox.graphics2d;
    // Of PDFBox, which does not say so itself.
    requires org.apache.commons.logging;

    exports helvo.figure.canvas;
    exports helvo.figure.export;
    exports helvo.figure.layout;
    exports helvo.figure.paint;
    exports helvo.figure.scale;
}
