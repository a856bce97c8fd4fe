package helvo.core.study;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import helvo.core.study.ReportPlan.Section;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ReportPlanTest {
    @Test
    void theUsualReportHasAllButTheResiduals() {
        assertThat(ReportPlan.DEFAULT.sections())
                .startsWith(Section.SUMMARY, Section.FIGURE, Section.RESULTS)
                .endsWith(Section.METHOD, Section.MEASUREMENTS)
                .hasSize(Section.values().length - 3)
                .doesNotContain(Section.RESIDUALS);
        assertThat(ReportPlan.DEFAULT.ofAppendix()).containsExactly(Section.MEASUREMENTS);
        assertThat(Study.EMPTY.report()).isEqualTo(ReportPlan.DEFAULT);
    }

    /// What the program says is English, whatever a person writes in.
    @Test
    void theLanguageIsThatOfAPersonsOwnWords() {
        assertThat(ReportPlan.DEFAULT.withLanguage("de").documentLanguage()).isEqualTo("en");
        assertThat(ReportPlan.DEFAULT.withLanguage("en-GB").documentLanguage()).isEqualTo("en-GB");
        assertThat(ReportPlan.DEFAULT.withLanguage("enm").isEnglish()).isFalse();
    }

    @Test
    void aSectionComesLastAndGoesFromItsPlace() {
        ReportPlan plan = ReportPlan.DEFAULT.withSections(List.of(Section.FIGURE, Section.DATA, Section.CHECKS));
        assertThat(plan.with(Section.RESIDUALS, true).sections())
                .containsExactly(Section.FIGURE, Section.DATA, Section.CHECKS, Section.RESIDUALS);
        assertThat(plan.with(Section.DATA, false).sections()).containsExactly(Section.FIGURE, Section.CHECKS);
        assertThat(plan.with(Section.FIGURE, true).sections())
                .as("each once")
                .containsExactly(Section.DATA, Section.CHECKS, Section.FIGURE);
        assertThat(plan.withSections(List.of(Section.DATA, Section.DATA)).sections())
                .containsExactly(Section.DATA);
    }

    /// A file of an earlier Helvo has no report, or one without a part.
    @Test
    @SuppressWarnings("NullOptional") // as the library makes it
    void whatIsMissingIsAsUsual() {
        var bare = new ReportPlan(null, null, null, null, null, null, null, null, null, null, null);
        assertThat(bare.title()).isEmpty();
        assertThat(bare.paper()).isEqualTo(ReportPlan.Paper.A4);
        assertThat(bare.language()).isEqualTo("en");
        assertThat(bare.omittedFigures()).isEmpty();
        assertThat(bare.omittedSheets()).isEmpty();
        assertThat(ReportPlan.DEFAULT.withTitle(Optional.of("  ")).title()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "e", "en_GB", "<x>", "en-", "en GB"})
    void aLanguageIsATag(String language) {
        assertThatThrownBy(() -> ReportPlan.DEFAULT.withLanguage(language))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void textsHaveAnEnd() {
        String longest = "a".repeat(ReportPlan.MAX_CHARACTERS);
        assertThat(ReportPlan.DEFAULT.withAuthor(longest).author()).hasSize(ReportPlan.MAX_CHARACTERS);
        assertThatThrownBy(() -> ReportPlan.DEFAULT.withAuthor(longest + "a"))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> ReportPlan.DEFAULT.withTitle(Optional.of(longest + "a")))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Figure.of(1, 1).withCaption(Optional.of(longest + "a")))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void thePlanStaysWithTheStudyWhateverBecomesOfItsTables() {
        ReportPlan plan = ReportPlan.DEFAULT.withAuthor("Ada").withOmittedFigures(Set.of(2));
        Study study = new StudyEdit.PlanReport(plan).apply(Study.blank());
        study = new StudyEdit.AddFigure(1).apply(study);
        study = new TableEdit.SetCell(1, 1, 0, "5").apply(study);
        assertThat(study.report()).isEqualTo(plan);
        study = new StudyEdit.RemoveTable(1).apply(study);
        assertThat(study.report())
                .as("but for a figure that went with its table")
                .isEqualTo(plan.withOmittedFigures(Set.of()));
    }
}
