package helvo.desktop.guide;

import helvo.desktop.panels.Commands;
import helvo.desktop.panels.Panel;
import helvo.desktop.panels.Panels;
import helvo.desktop.theme.Themes;
import helvo.desktop.workspace.Importer;
import helvo.desktop.workspace.Messages;
import helvo.desktop.workspace.SystemClipboard;
import helvo.desktop.workspace.Workspace;
import helvo.files.ProgramVersion;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/// The guide beside the work: a page, the way to the others, and the place that belongs to what has the keyboard.
public final class GuidePanel extends Panel {
    /// Names, at a part of the window, the place of the guide that tells of it.
    private static final String PLACE = "helvo.guide";
    private static final double WIDTH = 560;
    private static final double TEXT = WIDTH - 60;

    private final FlowPane pages = new FlowPane(2, 0);
    private final ToggleGroup group = new ToggleGroup();
    private final ScrollPane scroll = new ScrollPane();
    private final Importer importer;
    private Guide.Place place = new Guide.Place("start", "");

    public GuidePanel(Workspace workspace, Importer importer, Panels panels) {
        super(workspace, panels, "guide", "Guide", WIDTH);
        this.importer = importer;
        place(Pos.TOP_RIGHT, 52, 8);
        setMaxHeight(Double.MAX_VALUE);
        setPrefHeight(620);
        pages.getStyleClass().add("tabs");
        scroll.setFitToWidth(true);
        scroll.setId("guide-text");
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(heading, pages, scroll);
        Themes.follow(scroll, () -> {
            if (isVisible()) {
                show(place);
            }
        });
    }

    /// Says which place of the guide tells of a part of the window: "curves", or "numbers#r2".
    public static void linkTo(Node of, String link) {
        of.getProperties().put(PLACE, Guide.Place.of(link));
    }

    @Override
    protected boolean isToggle() {
        return true;
    }

    /// One reads what to do, and does it.
    @Override
    protected boolean staysBeside() {
        return true;
    }

    /// What it does by name, for the finder and for keys.
    public static void addTo(Commands commands, Workspace workspace, Panels panels) {
        commands.add("About Helvo: version, how to cite it", "", () -> true, () -> about(workspace));
        commands.add("Guide, for what has the keyboard", "F1", () -> true, () -> panels.of(GuidePanel.class)
                .showHere());
        commands.addLater(() -> {
            for (Guide.Page page : Guide.pages()) {
                for (Guide.Section section : page.sections()) {
                    commands.addText("Guide: " + section.title(), section.text(), () -> panels.of(GuidePanel.class)
                            .openPlace(section.place()));
                }
            }
        });
    }

    private static void about(Workspace workspace) {
        String citation = "Helvo, version " + ProgramVersion.text().replace("Helvo ", "");
        workspace
                .messages()
                .offer(
                        ProgramVersion.text() + ", Apache License 2.0, on Java " + System.getProperty("java.version")
                                + ". Cite it as: " + citation + ".",
                        new Messages.Offer("Copy", () -> {
                            SystemClipboard.copyText(citation);
                            workspace.messages().dismiss();
                        }));
    }

    private void showHere() {
        if (!isVisible()) {
            for (Node node = getScene().getFocusOwner(); node != null; node = node.getParent()) {
                if (node.getProperties().get(PLACE) instanceof Guide.Place of) {
                    place = of;
                    break;
                }
            }
        }
        panels.show(this);
    }

    /// Opens the guide at a place.
    public void openLink(String link) {
        openPlace(Guide.Place.of(link));
    }

    private void openPlace(Guide.Place of) {
        place = of;
        if (isVisible()) {
            show(place);
        } else {
            panels.show(this);
        }
    }

    @Override
    protected void begin() {
        if (pages.getChildren().isEmpty()) {
            for (Guide.Page page : Guide.pages()) {
                var tab = new ToggleButton(page.title());
                tab.setId("guide-" + page.name());
                tab.setToggleGroup(group);
                tab.getStyleClass().setAll("toggle-button", "tab-name");
                tab.setOnAction(_ -> show(new Guide.Place(page.name(), "")));
                pages.getChildren().add(tab);
            }
        }
        show(place);
        scroll.requestFocus();
    }

    /// Opens an example's table beside what the guide says of it.
    public void open(Guide.Example example) {
        importer.openShipped(example.name(), example.csv());
        openPlace(example.place());
    }

    private void show(Guide.Place of) {
        Optional<Guide.Page> page = Guide.page(of.page());
        page.ifPresent(shown -> {
            place = of;
            pages.getChildren().stream()
                    .map(ToggleButton.class::cast)
                    .forEach(tab -> tab.setSelected(tab.getId().equals("guide-" + shown.name())));
            var text = new GuideText(shown, TEXT * Themes.textSize().get(), this::show, this::open);
            scroll.setContent(text);
            applyCss();
            layout();
            double beyond = text.getHeight() - scroll.getViewportBounds().getHeight();
            Node at = text.at(of.anchor());
            scroll.setVvalue(
                    at == text || beyond <= 0
                            ? 0
                            : Math.min(1, at.getBoundsInParent().getMinY() / beyond));
        });
    }
}
