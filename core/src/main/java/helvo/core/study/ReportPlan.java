package helvo.core.study;

import static helvo.core.Require.require;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/// The contents of a report of the study, and whom it is for. It is part of the study, so that the same study gives
/// the same report.
///
/// @param title    empty for the study's name
/// @param author   who reports, and where: a line of its own below the title; empty for none
/// @param date     of the report as it is to be read, "25 November 2026"; empty for none
/// @param language of what a person wrote, as titles, by BCP 47
/// @param sections those it has, in their order; tables behind the method are an appendix
/// @param omittedFigures  ids of figures that it does not show
/// @param omittedSheets   likewise, of sheets of figures
/// @param conditions a person's own text above the figures, in Markdown: instrument, conditions; empty for none
/// @param conclusion likewise, below them
/// @param signature  what it ends with
@RecordBuilder
public record ReportPlan(
        Optional<String> title,
        String author,
        String date,
        Paper paper,
        String language,
        List<Section> sections,
        Set<Integer> omittedFigures,
        Set<Integer> omittedSheets,
        String conditions,
        String conclusion,
        Signature signature)
        implements ReportPlanBuilder.With {
    /// A title, an author or a caption has so many characters at most.
    public static final int MAX_CHARACTERS = 2_000;
    public static final ReportPlan DEFAULT = new ReportPlan(
            Optional.empty(),
            "",
            "",
            Paper.A4,
            "en",
            Arrays.stream(Section.values())
                    .filter(section -> section != Section.RESIDUALS)
                    .toList(),
            Set.of(),
            Set.of(),
            "",
            "",
            Signature.NONE);

    /// Whether a report ends with a line to sign and the checksum of the study.
    public enum Signature {
        NONE,
        LINE
    }

    /// The page that a report is laid out for.
    public enum Paper {
        A4("A4", 210, 297),
        LETTER("Letter", 215.9, 279.4);

        private final String label;
        private final double widthMm;
        private final double heightMm;

        Paper(String label, double widthMm, double heightMm) {
            this.label = label;
            this.widthMm = widthMm;
            this.heightMm = heightMm;
        }

        public String label() {
            return label;
        }

        public double widthMm() {
            return widthMm;
        }

        public double heightMm() {
            return heightMm;
        }
    }

    /// A part of a report.
    public enum Section {
        SUMMARY("Summary", "What was measured and found, in a few sentences"),
        FIGURE("Figure", "The figure at its size on paper, with a caption"),
        RESULTS("Results", "Equations, coefficients with their uncertainties, R², s and n"),
        READINGS("Readings", "What was read off the curves"),
        DATA("What was done to the data", "Rows excluded, values replaced, conditions, formulas"),
        CHECKS("Checks", "What the residuals say against the curves"),
        METHOD("Method", "How it was computed, with references"),
        MEASUREMENTS("Measurements", "The rows that the figure is drawn from"),
        RESIDUALS("Residuals", "What is left between each point and its curve"),
        CONDITIONS("Conditions and instrument", "Your own text above the figures"),
        CONCLUSION("Conclusion", "Your own text below the figures");

        private final String title;
        private final String purpose;

        Section(String title, String purpose) {
            this.title = title;
            this.purpose = purpose;
        }

        public String title() {
            return title;
        }

        /// Whether it is a table without words.
        boolean isTable() {
            return this == READINGS || this == MEASUREMENTS || this == RESIDUALS;
        }

        /// Whether it is there as soon as somebody wrote it, and always in the same place.
        public boolean isOwnText() {
            return this == CONDITIONS || this == CONCLUSION;
        }

        public String purpose() {
            return purpose;
        }
    }

    public ReportPlan {
        title = title == null ? Optional.empty() : title.filter(text -> !text.isBlank());
        author = author == null ? "" : author;
        date = date == null ? "" : date;
        paper = paper == null ? Paper.A4 : paper;
        language = language == null ? "en" : language;
        sections = sections == null
                ? List.of()
                : new LinkedHashSet<>(sections)
                        .stream().filter(section -> !section.isOwnText()).toList();
        conditions = ReportText.limited(conditions);
        conclusion = ReportText.limited(conclusion);
        signature = signature == null ? Signature.NONE : signature;
        omittedFigures = sorted(omittedFigures);
        omittedSheets = sorted(omittedSheets);
        require(
                author.length() <= MAX_CHARACTERS
                        && date.length() <= MAX_CHARACTERS
                        && title.map(String::length).orElse(0) <= MAX_CHARACTERS,
                "title, author and date have %s characters at most",
                MAX_CHARACTERS);
        require(language.matches("[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*"), "“%s” is not a language tag", language);
    }

    private static Set<Integer> sorted(@Nullable Set<Integer> ids) {
        return ids == null ? Set.of() : Collections.unmodifiableSet(new TreeSet<>(ids));
    }

    /// The language of the whole, for readers that speak and programs that check spelling: what the program says is
    /// English.
    public String documentLanguage() {
        return isEnglish() ? language : "en";
    }

    /// Whether what a person wrote is in the language of the rest.
    public boolean isEnglish() {
        return language.toLowerCase(Locale.ROOT).matches("en(-.*)?");
    }

    /// The sections that stand with each figure.
    public List<Section> ofFigures() {
        return sections.stream()
                .filter(section -> section != Section.METHOD && !ofAppendix().contains(section))
                .toList();
    }

    /// The tables that stand at the end, for each figure: those behind the method.
    public List<Section> ofAppendix() {
        int method = sections.indexOf(Section.METHOD);
        return method < 0
                ? List.of()
                : sections.subList(method + 1, sections.size()).stream()
                        .filter(Section::isTable)
                        .toList();
    }

    public boolean isSigned() {
        return signature == Signature.LINE;
    }

    public ReportPlan signed(boolean isSigned) {
        return withSignature(isSigned ? Signature.LINE : Signature.NONE);
    }

    public boolean has(Section section) {
        return sections.contains(section);
    }

    /// With a section at the end of those it has, or without it.
    public ReportPlan with(Section section, boolean shown) {
        var chosen = new java.util.ArrayList<>(sections);
        chosen.remove(section);
        if (shown) {
            chosen.add(section);
        }
        return withSections(chosen);
    }
}
