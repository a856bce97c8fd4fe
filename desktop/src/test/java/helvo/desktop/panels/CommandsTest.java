package helvo.desktop.panels;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

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
        assertThat(matching("  THE  legend ")).containsExactly("Change the legend …");
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

    @Test
    void aKeyThatIsNoneIsRefused() {
        assertThatThrownBy(() -> commands.add("Wrong", "Shortcut", () -> true, () -> {}))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
