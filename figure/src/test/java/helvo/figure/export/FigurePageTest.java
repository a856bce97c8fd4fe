package helvo.figure.export;

import static helvo.figure.export.FigureFileTest.figure;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.core.Progress;
import helvo.core.analysis.FigureAnalysis;
import helvo.core.study.FigureEdit;
import helvo.core.study.TableEdit;
import helvo.core.style.SeriesStyle;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.assertj.core.data.Percentage;
import org.junit.jupiter.api.Test;

/// What a browser does with the page is tried in one, by `.ci/browser`.
class FigurePageTest {
    private static final Percentage TWELVE_DIGITS = Percentage.withPercentage(5e-10);

    private static String page(FigureAnalysis figure) throws Exception {
        return new String(
                FigureFile.bytes(FigureFormat.HTML, Drawing.of(figure), 300, false, Progress.none()),
                StandardCharsets.UTF_8);
    }

    private static List<MatchResult> found(String pattern, String in) {
        return Pattern.compile(pattern, Pattern.DOTALL).matcher(in).results().toList();
    }

    private static String sha256(String text) throws Exception {
        return Base64.getEncoder()
                .encodeToString(MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
    }

    @Test
    void onlyItsOwnScriptAndStyleMayRun() throws Exception {
        String page = page(figure(12));
        String policy =
                found("Security-Policy\" content=\"([^\"]*)\"", page).getFirst().group(1);
        List<MatchResult> scripts = found("<script>(.*?)</script>", page);
        List<MatchResult> styles = found("<style>(.*?)</style>", page);
        assertThat(scripts).hasSize(1);
        assertThat(styles).hasSize(1);
        assertThat(policy)
                .startsWith("default-src 'none'; ")
                .contains("script-src 'sha256-" + sha256(scripts.getFirst().group(1)) + "';")
                .contains("style-src 'sha256-" + sha256(styles.getFirst().group(1)) + "';")
                .doesNotContain("unsafe");
        assertThat(found("(?:src|href)=\"(?!data:)", page)).isEmpty();
        assertThat(page).isEqualTo(page(figure(12)));
    }

    @Test
    void namesAreTextAndNothingElse() throws Exception {
        FigureAnalysis plain = figure(12);
        var style = SeriesStyle.DEFAULT.withName(Optional.of("\"><script>1</script>&"));
        String page = page(figure(
                12,
                new FigureEdit.SetSeriesStyle(1, plain.series().getFirst().key(), style),
                new FigureEdit.SetTitle(1, Optional.of("<img src=x onerror=alert(1)>"))));
        assertThat(page)
                .doesNotContain("<img")
                .contains("data-series=\"&quot;&gt;&lt;script&gt;1&lt;/script&gt;&amp;\"");
        assertThat(found("<script", page)).hasSize(1);
    }

    @Test
    void tablesAndCsvHaveTheSamePoints() throws Exception {
        FigureAnalysis figure = figure(12, new TableEdit.ExcludeRows(1, List.of(3), "spilt"));
        String page = page(figure);
        assertThat(page).contains("<summary>Points (12)</summary>");
        List<MatchResult> rows =
                found("<tr data-at=\"[^\"]*\"><td>(\\d+)</td><td>([^<]*)</td><td>([^<]*)</td><td>", page);
        assertThat(rows).hasSize(12);
        String csv = new String(
                Base64.getDecoder()
                        .decode(found("base64,([^\"]*)\">All", page).getFirst().group(1)),
                StandardCharsets.UTF_8);
        List<String> lines = csv.lines().skip(1).toList();
        for (int i = 0; i < 12; i++) {
            String[] cells = lines.get(i).split(",");
            assertThat(rows.get(i).group(1)).isEqualTo(cells[1]);
            assertThat(Double.parseDouble(rows.get(i).group(2))).isCloseTo(Double.parseDouble(cells[2]), TWELVE_DIGITS);
            assertThat(Double.parseDouble(rows.get(i).group(3))).isCloseTo(Double.parseDouble(cells[3]), TWELVE_DIGITS);
        }
        assertThat(lines.getLast()).startsWith("\"Stretch\",4,").endsWith(",yes");
        assertThat(page).contains("<td>excluded</td>");
    }

    @Test
    void aCurveIsWorkedOutWhereItSays() throws Exception {
        FigureAnalysis figure = figure(12);
        var fit = figure.series().getFirst().fit().orElseThrow();
        List<MatchResult> rows = found("<tr data-at=\"[^\"]*\"><td>([^<]*)</td><td>([^<]*)</td></tr>", page(figure));
        assertThat(rows).hasSizeGreaterThan(80);
        assertThat(rows.getFirst().group(1)).isEqualTo("5");
        assertThat(rows.get(1).group(1)).isEqualTo("5.5");
        assertThat(rows.getLast().group(1)).isEqualTo("50");
        for (MatchResult row : rows) {
            double y = fit.function().at(Double.parseDouble(row.group(1)));
            assertThat(Double.parseDouble(row.group(2))).isCloseTo(y, within(5e-6 * Math.abs(y)));
        }
    }

    @Test
    void ofManyPointsTheTableHasTheFirstAndSaysSo() throws Exception {
        String page = page(figure(5_200));
        assertThat(page).contains("The first 5,000 of 5,200 points");
        assertThat(found("<tr[^>]*><td>\\d+</td><td>[^<]*</td><td>", page)).hasSize(5000);
        String csv = new String(
                Base64.getDecoder()
                        .decode(found("base64,([^\"]*)\">All", page).getFirst().group(1)),
                StandardCharsets.UTF_8);
        assertThat(csv.lines()).hasSize(5_201);
    }
}
