package helvo.files.study;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.table.Cell;
import helvo.files.UnreadableFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.BitSet;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/// How cells are written as fields, rows as ranges, and what tells one file from another.
class FieldTypeTest {
    @ParameterizedTest
    @CsvSource({"5,5", "-5.25,-5.25", "0.1,0.1", "1E300,1e300", "1.5E-7,1.5e-7", "-0,-0.0", "00012,12"})
    void aFieldThatIsWrittenAsNumbersAreIsOne(String field, double number) {
        assertThat(FieldType.NUMBER.cell(field)).isEqualTo(new Cell.Number(number));
    }

    /// Whatever a parser of numbers would take besides: a text that a person typed stays one.
    @ParameterizedTest
    @ValueSource(
            strings = {
                "NaN",
                "Infinity",
                "0x1p3",
                "1d",
                "1f",
                "1e5",
                "1E+5",
                "+1",
                ".5",
                "5.",
                "1E",
                "E5",
                "-",
                "1-2",
                "1.2.3",
                "1E2E3",
                "١٢",
                "1 000",
                "1_000",
                "1e999",
                "1E999",
                " 1",
                "1 ",
                "--1"
            })
    void anythingElseIsAText(String field) {
        assertThat(FieldType.NUMBER.cell(field)).isEqualTo(new Cell.Text(field));
    }

    /// Every double is written so that it is read back, to the last bit.
    @Property(tries = 2000, seed = "26")
    void everyDoubleComesBack(@ForAll long bits) {
        double number = Double.longBitsToDouble(bits);
        if (Double.isFinite(number)) {
            Cell cell = new Cell.Number(number);
            assertThat(FieldType.NUMBER.cell(FieldType.NUMBER.field(cell))).isEqualTo(cell);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "DATE,2026-03-05,1772668800",
        "YEAR,1970,0",
        "YEARMONTH,1970-02,2678400",
        "DATETIME,1970-01-01T00:00:01.5,1.5",
        "TIME,12:30:00,45000",
        "DATETIME,0001-01-01T00:00:00,-62135596800"
    })
    void datesAreThoseOfTheStandard(FieldType form, String field, double seconds) {
        assertThat(form.cell(field)).isEqualTo(new Cell.Number(seconds));
        assertThat(form.field(new Cell.Number(seconds))).isEqualTo(field);
        assertThat(form.writes(new Cell.Number(seconds))).isTrue();
        assertThat(form.writes(new Cell.Text(field)))
                .as("a text that looks like one")
                .isFalse();
        assertThat(form.writes(new Cell.Number(1e15)))
                .as("beyond the year 9999")
                .isFalse();
        assertThat(form.cell("soon")).isEqualTo(new Cell.Text("soon"));
        assertThat(form.cell("")).isEqualTo(Cell.EMPTY);
        assertThat(form.cell("2026-02-30")).isInstanceOf(Cell.Text.class);
        assertThat(form.type()).isEqualTo(form.name().toLowerCase(java.util.Locale.ROOT));
    }

    @Property(tries = 500, seed = "26")
    void rowsComeBackFromTheirRanges(@ForAll Random random) throws UnreadableFile {
        var rows = new BitSet();
        for (int row = 0; row < 60; row++) {
            rows.set(row, random.nextInt(3) == 0);
        }
        assertThat(RowRanges.read(RowRanges.text(rows), 60, 0)).isEqualTo(rows);
    }

    @ParameterizedTest
    @ValueSource(strings = {"0", "61", "3-2", "1-61", "one", "1,,2", "1-2-3", "99999999999", "-3"})
    void rowsThatAreNoneAreRefused(String text) {
        assertThatThrownBy(() -> RowRanges.read(text, 60, 1))
                .isInstanceOf(UnreadableFile.class)
                .hasMessageStartingWith("its rows “");
    }

    @Test
    void aFileIsKnownByItsSizeAndItsBytes(@TempDir Path folder) throws IOException {
        Path file = Files.writeString(folder.resolve("a"), "one");
        FileFingerprint print = FileFingerprint.of(file).orElseThrow();
        assertThat(print.size()).isEqualTo(3);
        assertThat(FileFingerprint.of(Files.writeString(folder.resolve("b"), "one")))
                .hasValue(print);
        assertThat(FileFingerprint.of(Files.writeString(file, "two")))
                .isPresent()
                .isNotEqualTo(Optional.of(print));
        assertThat(FileFingerprint.of(folder.resolve("none"))).isEmpty();
        assertThat(FileFingerprint.of(folder)).as("a folder").isEmpty();
        assertThat(StudyFile.isStudy(Path.of("Week.HELVO"))).isTrue();
        assertThat(StudyFile.isStudy(Path.of("helvo"))).isFalse();
    }
}
