import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/// Reads figures for the browser in Chromium, by its debugging protocol: with the pointer, with keys, enlarged, in
/// print, without scripts. Run as `java .ci/browser/FigurePage.java` in a built tree; fails with a sentence.
public class FigurePage {
    private final Path folder;
    private final Browser browser;

    FigurePage(Path folder, Browser browser) {
        this.folder = folder;
        this.browser = browser;
    }

    public static void main(String[] args) throws Exception {
        Path folder = Files.createTempDirectory("helvo-page");
        try (var browser = new Browser(folder.resolve("profile"))) {
            new FigurePage(folder, browser).run();
            System.out.println("The figure for the browser: " + browser.checked() + " statements hold.");
        }
    }

    private void run() throws Exception {
        helvo("demo", "--save", "study.helvo");
        helvo("draw", "study.helvo", "--figure", "Stretch", "--out", "stretch.html");
        helvo("draw", "study.helvo", "--figure", "Stock", "--out", "stock.html");
        helvo("draw", "study.helvo", "--figure", "Failed", "--log-x", "--out", "log.html");
        helvo("sheet", "study.helvo", "--figure", "Stretch", "--split-by", "Cord", "--x-axes", "shared", "--out", "sheet.html");
        for (String page : List.of("stretch.html", "stock.html", "log.html", "sheet.html")) {
            browser.open(folder.resolve(page));
            enlarges(page);
        }
        browser.open(folder.resolve("stretch.html"));
        readsPoints();
        hidesSeries();
        prints();
        hasEveryPoint();
        browser.open(folder.resolve("sheet.html"));
        enlargesTogether();
        browser.check("nothing complained: " + browser.complaints, browser.complaints.isEmpty());
        browser.check("nothing else is asked for: " + browser.asked, browser.asked.stream().allMatch(url -> url.startsWith("data:")
                || url.startsWith(folder.toUri().toString())));
        worksWithoutScript();
    }

    private void readsPoints() throws Exception {
        browser.check("the tables have what the figure reads", browser.value("reading.textContent").isEmpty());
        browser.key("Tab", 0);
        browser.check("the figure takes the keyboard first", browser.value("document.activeElement.id").equals("figure"));
        browser.key("ArrowRight", 0);
        String first = browser.value("reading.textContent");
        browser.check("the first point by key: " + first, first.startsWith("dry: Row 1, Load (N) 5, "));
        browser.key("ArrowRight", 0);
        browser.check("and the next", browser.value("reading.textContent").startsWith("dry: Row 2, Load (N) 10, "));
        browser.key("ArrowDown", 0);
        String other = browser.value("reading.textContent");
        browser.check("the other series, where it is nearest: " + other, other.startsWith("salt-soaked: Row 13, Load (N) 10, "));
        browser.key("ArrowDown", 0);
        String curve = browser.value("reading.textContent");
        browser.check("a curve: " + curve, curve.matches("Curve of dry: Load \\(N\\) 10(\\.\\d+)?, Stretch \\(mm\\) 2\\.26\\d*"));
        browser.key("End", 0);
        browser.check("its end", browser.value("reading.textContent").startsWith("Curve of dry: Load (N) 50, Stretch (mm) 10.5"));
        // Each row that lies in the plot is read where it lies, but for those that another covers.
        browser.value("window.rowsWithin = [...document.querySelectorAll('table[data-curve=no] tr[data-at]')], ''");
        int rows = Integer.parseInt(browser.value("'' + rowsWithin.length"));
        int read = 0;
        for (int i = 0; i < rows; i++) {
            String place = browser.value("((row) => { const p = document.querySelector('[data-plot]').getScreenCTM(); const [x, y]"
                    + " = row.dataset.at.split(' ').map(Number); const at = new DOMPoint(x, y).matrixTransform(p);"
                    + " return at.x + ' ' + at.y; })(rowsWithin[" + i + "])");
            browser.move(Double.parseDouble(place.split(" ")[0]), Double.parseDouble(place.split(" ")[1]));
            String row = browser.value("rowsWithin[" + i + "].cells[0].textContent");
            read += browser.value("reading.textContent").contains(": Row " + row + ", ") ? 1 : 0;
        }
        browser.check("points are read at the pointer: " + read + " of " + rows, rows >= 20 && read >= rows - 2);
        String excluded = browser.value("[...document.querySelectorAll('td')].filter(c => c.textContent === 'excluded').length + ''");
        browser.check("the excluded point is in the table", excluded.equals("1"));
    }

    /// Tick labels tell where a value lies: at each enlargement a point must lie where they say.
    private void enlarges(String page) throws Exception {
        browser.value("window.plain = () => document.querySelector('#figure svg').outerHTML.replace(/<circle[^>]*>/g, '')"
                + ".replace(/ visibility=.visible./g, ''), window.before = plain(), ''");
        browser.value("document.getElementById('figure').focus(), ''");
        browser.key("ArrowRight", 0);
        browser.key("ArrowRight", 0);
        browser.key("ArrowRight", 0);
        for (int times = 0; times <= 5; times++) {
            double off = Double.parseDouble(browser.value(
                    "(() => { const g = document.querySelector('[data-plot]');"
                    + " const ring = g.querySelector('.ring').getBoundingClientRect();"
                    + " const shown = [...g.querySelectorAll('[data-ticks=x]')].filter(t => t.getAttribute('visibility')"
                    + "   !== 'hidden').flatMap(t => [...t.querySelectorAll('[data-at]')]).filter(h => !h.hasAttribute("
                    + "   'display') && h.querySelector('text')).map(h => ({ w: h.querySelector('text').textContent,"
                    + "   r: h.querySelector('text').getBoundingClientRect() }));"
                    + " if (shown.length < 2) return '' + (1000 + shown.length);"
                    + " const apart = shown.slice(1).some((s, i) => s.r.left < shown[i].r.right);"
                    + " if (apart) return '2000';"
                    + " return '' + (ring.width > 0 ? 0 : 3000); })()"));
            browser.check(page + " enlarged " + times + " times: labels and ring are legible, " + off, off == 0);
            if (page.equals("stretch.html")) {
                String at = browser.value("(() => { const g = document.querySelector('[data-plot]');"
                        + " const ring = g.querySelector('.ring').getBoundingClientRect();"
                        + " const ticks = [...g.querySelectorAll('[data-ticks=x]')].filter(t => t.getAttribute('visibility')"
                        + "   !== 'hidden').flatMap(t => [...t.querySelectorAll('[data-at]')]).filter(h => !h.hasAttribute("
                        + "   'display') && h.querySelector('text')).map(h => h.querySelector('text'));"
                        + " const middle = r => r.left + r.width / 2; const of = t => middle(t.getBoundingClientRect());"
                        + " const a = ticks[0], b = ticks[ticks.length - 1];"
                        + " const x = Number(a.textContent) + (middle(ring) - of(a)) / (of(b) - of(a))"
                        + "   * (Number(b.textContent) - Number(a.textContent)); return '' + x; })()");
                browser.check("the third point lies at its load of 15 N by the labels: " + at,
                        Math.abs(Double.parseDouble(at) - 15) < 0.5 / (1 << times));
            }
            browser.key("+", 0);
        }
        browser.key("Escape", 0);
        browser.check(page + " is whole again as it was", browser.value("'' + (plain() === before)").equals("true"));
    }

    private void hidesSeries() throws Exception {
        browser.value("document.querySelector('input[data-name=dry]').click(), ''");
        browser.check("a series is hidden", browser.value("'' + [...document.querySelectorAll('[data-series=dry]')].filter(e => "
                + "e.tagName === 'g').every(e => e.getBoundingClientRect().width === 0)").equals("true"));
        browser.value("document.getElementById('figure').focus(), ''");
        browser.key("Home", 0);
        browser.check("and keys pass it by", browser.value("reading.textContent").startsWith("salt-soaked: "));
        browser.value("document.querySelector('input[data-name=dry]').click(), ''");
        browser.check("and shown again", browser.value("'' + [...document.querySelectorAll('g[data-series=dry]')].some(e => "
                + "e.getBoundingClientRect().width > 0)").equals("true"));
    }

    private void prints() throws Exception {
        browser.call("Emulation.setEmulatedMedia", "{\"media\":\"print\"}");
        double width = Double.parseDouble(browser.value("'' + document.querySelector('#figure svg').getBoundingClientRect().width"));
        browser.check("it prints at its size: " + width, Math.abs(width - 160 * 96 / 25.4) < 1);
        browser.check("and nothing else", browser.value("'' + [...document.querySelectorAll('main > *:not(#figure)')].every(e => "
                + "e.getBoundingClientRect().height === 0)").equals("true"));
        browser.call("Emulation.setEmulatedMedia", "{\"media\":\"\"}");
    }

    private void hasEveryPoint() throws Exception {
        String lines = browser.value("'' + atob(document.querySelector('a[download]').href.split(',')[1]).trim().split('\\n').length");
        String rows = browser.value("'' + document.querySelectorAll('table[data-curve=no] tbody tr').length");
        browser.check("the CSV has the points of the tables and a heading: " + lines + ", " + rows,
                Integer.parseInt(lines) == Integer.parseInt(rows) + 1 && rows.equals("21"));
        browser.check(
                "it is described",
                browser.value("document.querySelector('svg desc').textContent")
                        .matches("Scatter chart of .*line Stretch = 0\\.2064 Load.*0\\.9994.*"));
    }

    private void enlargesTogether() throws Exception {
        browser.value("document.getElementById('figure').focus(), ''");
        browser.key("+", 0);
        String same = browser.value("(() => { const seen = [...document.querySelectorAll('[data-plot]')].map(g => [...g."
                + "querySelectorAll('[data-ticks=x]')].filter(t => t.getAttribute('visibility') === 'visible').map(t => "
                + "t.dataset.factor)[0]); return seen.join(' '); })()");
        browser.check("panels that share an axis are enlarged together: " + same, same.equals("2 2"));
    }

    private void worksWithoutScript() throws Exception {
        browser.call("Emulation.setScriptExecutionDisabled", "{\"value\":true}");
        browser.open(folder.resolve("stretch.html"));
        browser.check("without scripts nothing is offered that needs one", browser.value(
                "'' + [...document.querySelectorAll('[data-live]')]"
                + ".every(e => e.getBoundingClientRect().height === 0)").equals("true"));
        browser.check("and the figure is there", browser.value(
                "'' + (document.querySelector('#figure svg').getBoundingClientRect().width"
                + " > 300)").equals("true"));
    }

    // ---- the program and the browser ----

    private void helvo(String... words) throws Exception {
        var command = new ArrayList<>(List.of(Path.of("helvo").toAbsolutePath().toString()));
        command.addAll(List.of(words));
        Process process = new ProcessBuilder(command).directory(folder.toFile()).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        browser.check(String.join(" ", words) + ": " + said, process.waitFor() == 0);
    }
}
