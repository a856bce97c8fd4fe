package helvo.desktop.panels;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CommandsTest {
    private final Commands commands = new Commands();
    private final List<String> done = new ArrayList<>();
    private boolean possible = true;

    @BeforeEach
    void some() {
        commands.add("Change the legend …", "Shortcut+L", () -> true, () -> done.add("legend"));
        commands.add("Export again", "", () -> possible, () -> done.add("again"));
        commands.addHidden("Shortcut+K", () -> done.add("hidden"));
        commands.addText(
                "Guide: Legends and curves", "A legend names each series, by its colour.", () -> done.add("read"));
        commands.add("Legend: remove", "", () -> true, () -> done.add("remove"));
    }

    private List<String> matching(String typed) {
        return commands.matching(typed).stream().map(Commands.Command::name).toList();
    }

    @Test
    void whatIsDoneComesBeforeWhatIsReadAndTheBeginningFirst() {
        assertThat(matching("legend"))
                .containsExactly("Legend: remove", "Change the legend …", "Guide: Legends and curves");
        assertThat(matching("  THE  legend ")).containsExactly("Change the legend …", "Legend: remove");
        assertThat(matching("the")).containsExactly("Change the legend …");
        assertThat(matching("names series")).as("found by what it says").containsExactly("Guide: Legends and curves");
        assertThat(matching("legend colour")).containsExactly("Guide: Legends and curves");
        assertThat(matching("nothing of it")).isEmpty();
    }

    @Test
    void withNothingTypedAllThatCanBeDoneIsListed() {
        assertThat(matching(" ")).containsExactlyInAnyOrder("Change the legend …", "Export again", "Legend: remove");
        possible = false;
        assertThat(matching("")).doesNotContain("Export again");
    }

    @ParameterizedTest
    @CsvSource({
        "save as picture, Save the figure as PNG",
        "delete point, 'Exclude the chosen rows, or include them again'",
        "trend line, Fit: line",
        "regression, Fit: line",
        "hand over, Export again",
        "set aside, 'Exclude the chosen rows, or include them again'"
    })
    void theWordsThatPeopleUseFindItToo(String typed, String name) {
        for (String each : List.of(
                "Save the figure as PNG",
                "Exclude the chosen rows, or include them again",
                "Fit: line",
                "Close the window")) {
            commands.add(each, "", () -> true, () -> {});
        }
        assertThat(matching(typed)).containsExactly(name);
    }

    @Test
    void itsOwnWordComesBeforeAnothers() {
        commands.add("Remove the figure", "", () -> true, () -> {});
        commands.add("Exclude the figure", "", () -> true, () -> {});
        assertThat(matching("remove figure")).containsExactly("Remove the figure", "Exclude the figure");
    }

    @Test
    void aKeyThatIsNoneIsRefused() {
        assertThatThrownBy(() -> commands.add("Wrong", "Shortcut", () -> true, () -> {}))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
