package helvo.desktop.controls;

import helvo.desktop.theme.Themes;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Background;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.paint.Color;
import javafx.scene.paint.CycleMethod;
import javafx.scene.paint.LinearGradient;
import javafx.scene.paint.Stop;

/// What scrolls, fading out at its lower edge while there is more below, so that no line is cut there.
public final class FadingScroll extends StackPane {
    private static final double HEIGHT = 26;
    private static final double BAR = 14;
    /// The last pixel may be the rounding of a layout.
    private static final double ALL_SEEN = 1;

    private final ScrollPane scroll;
    private final Region fade = new Region();

    /// @param ground the theme's name for the colour that lies behind
    public FadingScroll(ScrollPane scroll, String ground) {
        this.scroll = scroll;
        fade.setMouseTransparent(true);
        fade.setMaxHeight(HEIGHT);
        fade.getStyleClass().add("scroll-fade");
        StackPane.setAlignment(fade, Pos.BOTTOM_LEFT);
        StackPane.setMargin(fade, new Insets(0, BAR, 0, 0));
        getChildren().addAll(scroll, fade);
        setMinHeight(0);
        Themes.follow(this, () -> paint(ground));
        paint(ground);
        scroll.vvalueProperty().subscribe(_ -> update());
        scroll.viewportBoundsProperty().subscribe(_ -> update());
        scroll.contentProperty().subscribe(content -> {
            if (content != null) {
                content.layoutBoundsProperty().subscribe(_ -> update());
            }
            update();
        });
    }

    private void paint(String ground) {
        Color color = Themes.inUse().get().color(ground);
        Color clear = Color.color(color.getRed(), color.getGreen(), color.getBlue(), 0);
        fade.setBackground(Background.fill(
                new LinearGradient(0, 0, 0, 1, true, CycleMethod.NO_CYCLE, new Stop(0, clear), new Stop(0.8, color))));
    }

    private void update() {
        double below = scroll.getContent() == null
                ? 0
                : (scroll.getContent().getLayoutBounds().getHeight()
                                - scroll.getViewportBounds().getHeight())
                        * (1 - scroll.getVvalue());
        fade.setVisible(below > ALL_SEEN);
    }
}
