package helvo.desktop.controls;

import javafx.geometry.Insets;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import javafx.scene.text.Font;
import org.jspecify.annotations.Nullable;

/// A label whose text goes on as many lines as it needs. Its height for a width is kept, since a layout asks for it
/// many times over, and breaking lines is dear.
public final class WrappedLabel extends Label {
    private @Nullable Measured measured;

    private record Measured(double width, String text, Font font, Insets insets, double height) {}

    public WrappedLabel() {
        this("");
    }

    public WrappedLabel(String text) {
        super(text);
        setWrapText(true);
        setMinHeight(Region.USE_PREF_SIZE);
    }

    @Override
    protected double computePrefHeight(double width) {
        if (measured == null
                || measured.width != width
                || !measured.text.equals(getText())
                || !measured.font.equals(getFont())
                || !measured.insets.equals(getInsets())) {
            measured = new Measured(width, getText(), getFont(), getInsets(), super.computePrefHeight(width));
        }
        return measured.height;
    }
}
