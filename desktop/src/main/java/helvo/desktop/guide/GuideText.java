package helvo.desktop.guide;

import java.net.URL;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Consumer;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.BulletList;
import org.commonmark.node.Code;
import org.commonmark.node.Emphasis;
import org.commonmark.node.Heading;
import org.commonmark.node.Image;
import org.commonmark.node.IndentedCodeBlock;
import org.commonmark.node.Link;
import org.commonmark.node.ListItem;
import org.commonmark.node.Node;
import org.commonmark.node.Paragraph;
import org.commonmark.node.SoftLineBreak;
import org.commonmark.node.StrongEmphasis;

/// A page of the guide as the window shows it.
final class GuideText extends VBox {
    private static final double INDENT = 14;

    private final transient Map<String, javafx.scene.Node> places = new LinkedHashMap<>();
    private final transient Consumer<Guide.Place> go;
    private final transient Consumer<Guide.Example> open;

    /// @param go   follows a link
    /// @param open opens the table of an example
    GuideText(Guide.Page page, double width, Consumer<Guide.Place> go, Consumer<Guide.Example> open) {
        super(8);
        this.go = go;
        this.open = open;
        getStyleClass().add("guide-text");
        for (Node block = page.document().getFirstChild(); block != null; block = block.getNext()) {
            switch (block) {
                case Heading heading -> add(page, heading);
                case Paragraph paragraph when paragraph.getFirstChild() instanceof Image image -> picture(image, width);
                case Paragraph paragraph -> getChildren().add(flow(paragraph));
                case BulletList list -> bullets(list);
                case IndentedCodeBlock command -> getChildren().add(terminal(command));
                default -> throw new IllegalArgumentException("the guide shows no " + block);
            }
        }
    }

    /// The heading at a place of the page.
    javafx.scene.Node at(String anchor) {
        return places.getOrDefault(anchor, this);
    }

    private void add(Guide.Page page, Heading heading) {
        var label = new Label(Guide.plain(heading));
        label.getStyleClass().add(heading.getLevel() == 1 ? "guide-title" : "guide-heading");
        label.setWrapText(true);
        label.setMinHeight(USE_PREF_SIZE);
        places.put(page.anchors().get(heading), label);
        getChildren().add(label);
    }

    private void picture(Image image, double width) {
        URL file = GuideText.class.getResource("/helvo/desktop/guide/" + image.getDestination());
        if (file != null) {
            var picture = new javafx.scene.image.Image(file.toExternalForm());
            var view = new ImageView(picture);
            view.setPreserveRatio(true);
            view.setSmooth(true);
            view.setFitWidth(Math.min(width, picture.getWidth()));
            view.setAccessibleText(Guide.plain(image));
            getChildren().add(view);
        }
    }

    /// What is typed in a terminal, to be copied.
    private static TextField terminal(IndentedCodeBlock command) {
        var field = new TextField(command.getLiteral().strip());
        field.setEditable(false);
        field.getStyleClass().add("guide-terminal");
        field.setAccessibleText("In a terminal: " + field.getText());
        return field;
    }

    private void bullets(BulletList list) {
        for (Node item = list.getFirstChild(); item != null; item = item.getNext()) {
            if (item instanceof ListItem && item.getFirstChild() instanceof Paragraph paragraph) {
                TextFlow text = flow(paragraph);
                HBox.setHgrow(text, Priority.ALWAYS);
                var bullet = new Label("•");
                bullet.setMinWidth(INDENT);
                getChildren().add(new HBox(bullet, text));
            }
        }
    }

    private TextFlow flow(Paragraph paragraph) {
        var flow = new TextFlow();
        flow.setAccessibleText(Guide.plain(paragraph));
        paragraph.accept(new AbstractVisitor() {
            @Override
            public void visit(org.commonmark.node.Text text) {
                flow.getChildren().add(words(text.getLiteral(), "guide-words"));
            }

            @Override
            public void visit(SoftLineBreak line) {
                flow.getChildren().add(words(" ", "guide-words"));
            }

            @Override
            public void visit(Code code) {
                flow.getChildren().add(words(code.getLiteral(), "guide-command"));
            }

            @Override
            public void visit(Emphasis emphasis) {
                flow.getChildren().add(words(Guide.plain(emphasis), "guide-name"));
            }

            @Override
            public void visit(StrongEmphasis strong) {
                flow.getChildren().add(words(Guide.plain(strong), "guide-name"));
            }

            @Override
            public void visit(Link link) {
                var to = new Hyperlink(Guide.plain(link));
                to.getStyleClass().add("guide-link");
                to.setOnAction(_ -> Guide.example(link.getDestination())
                        .ifPresentOrElse(open, () -> go.accept(Guide.Place.of(link.getDestination()))));
                flow.getChildren().add(to);
            }
        });
        return flow;
    }

    private static Text words(String text, String style) {
        var words = new Text(text);
        words.getStyleClass().add(style);
        return words;
    }
}
