package helvo.desktop.persistence;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.files.disk.WriteErrorText;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// What is said of the disk, and when.
class SaveStatusTest {
    @ParameterizedTest
    @CsvSource({"0,1 s", "59,59 s", "60,1 min", "3599,59 min", "3600,1 h", "90000,25 h"})
    void theSignSaysHowLongAgo(int seconds, String ago) {
        assertThat(SaveStatus.changed(Duration.ofSeconds(seconds)))
                .isEqualTo(new SaveStatus("all changes kept, the last " + ago + " ago", SaveStatus.Mood.SAFE));
    }

    @Test
    void theSignSaysWhyAStudyCouldNotBeSaved() {
        assertThat(SaveStatus.notSaved(WriteErrorText.why(new IOException("No space left"))))
                .extracting(SaveStatus::text, SaveStatus::mood)
                .containsExactly("could not be saved: the disk is full", SaveStatus.Mood.TROUBLE);
        assertThat(SaveStatus.notKept("the disk is full").text()).isEqualTo("not kept: the disk is full");
    }

    @Test
    void aMomentIsSaidByTheClockOrWithItsDay() {
        LocalDate today = LocalDate.now();
        assertThat(ClockText.of(moment(today.atTime(9, 5)))).isEqualTo("09:05");
        assertThat(ClockText.of(Instant.parse("2019-03-05T12:00:00Z"))).isEqualTo("5 Mar 2019");
        LocalDate other = today.getDayOfYear() > 1 ? today.minusDays(1) : today.plusDays(1);
        assertThat(ClockText.of(moment(other.atTime(17, 42)))).matches("\\d{1,2} \\p{L}{3,4}, 17:42");
    }

    private static Instant moment(LocalDateTime at) {
        return at.atZone(ZoneId.systemDefault()).toInstant();
    }
}
