package helvo.files.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.number.DecimalMark;
import helvo.core.table.ImportOptions;
import helvo.files.UnreadableFile;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PastedTextTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "1.5\t20\n2.5\t30",
                "1.5,20\n2.5,30\n",
                "1.5;20\r\n2.5;30\r\n",
                "1.5 20\n2.5 30",
                "  1.5    20\n  2.5    30\n",
                "1.5, 20\n2.5, 30"
            })
    void cellsArePartedByWhateverPartsThem(String text) throws UnreadableFile {
        assertThat(PastedText.of(text).rows()).containsExactly(List.of("1.5", "20"), List.of("2.5", "30"));
        assertThat(PastedText.of(text).headings()).isFalse();
    }

    @Test
    void decimalCommasAreWrittenAsTheTableWritesThem() throws UnreadableFile {
        PastedText pasted = PastedText.of("1,5\t2,25\n2,5\tca. 3,5\n");
        assertThat(pasted.mark()).isEqualTo(DecimalMark.COMMA);
        assertThat(pasted.writtenWith(DecimalMark.POINT))
                .containsExactly(List.of("1.5", "2.25"), List.of("2.5", "ca. 3,5"));
        assertThat(PastedText.of("1,5 2,25\n2,5 3,5").rows())
                .containsExactly(List.of("1,5", "2,25"), List.of("2,5", "3,5"));
    }

    @Test
    void headingsAreToldByTheNumbersBelowThem() throws UnreadableFile {
        assertThat(PastedText.of("Load (N)\tStretch (mm)\n1\t2\n").headings()).isTrue();
        assertThat(PastedText.of("dry\twet\nsalt\tfresh\n").headings()).isFalse();
        var table = PastedText.of("Cord diameter  Force\n3.1            20\n4.1            31\n")
                .table("Pasted", ImportOptions.NONE)
                .table();
        assertThat(table.columns()).extracting(column -> column.name()).containsExactly("Cord diameter", "Force");
        assertThat(table.columns().get(1).cells().number(1)).isEqualTo(31);
    }

    @Test
    void quotedFieldsOfASpreadsheetStayWhole() throws UnreadableFile {
        assertThat(PastedText.of("\"a\nb\"\t1\nc\t2").rows()).containsExactly(List.of("a\nb", "1"), List.of("c", "2"));
    }

    @Test
    void nothingToPasteIsSaid() {
        assertThatThrownBy(() -> PastedText.of(null))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageContaining("no text");
        assertThatThrownBy(() -> PastedText.of(" \n ")).isInstanceOf(UnreadableFile.class);
    }
}
