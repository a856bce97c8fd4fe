import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.WebSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/// Reads figures for the browser in Chromium, by its debugging protocol: with the pointer, with keys, enlarged, in
/// print, without scripts. Run as `java .ci/browser/FigurePage.java` in a built tree; fails with a sentence.
public class FigurePage {
    private static final Pattern TEXT = Pattern.compile("\"value\":\"((?:[^\"\\\\]|\\\\.)*+)\"");
    private static final List<String> CHROMIUM = List.of("chromium", "chromium-browser", "google-chrome");

    private final Path folder;
    private final Map<Integer, CompletableFuture<String>> waiting = new ConcurrentHashMap<>();
    private final List<String> complaints = new ArrayList<>();
    private final List<String> asked = new ArrayList<>();
    private final AtomicInteger calls = new AtomicInteger();
    private WebSocket socket;
    private int checked;

    FigurePage(Path folder) {
        this.folder = folder;
    }

    public static void main(String[] args) throws Exception {
        var test = new FigurePage(Files.createTempDirectory("helvo-page"));
        Process browser = test.start();
        try {
            test.run();
        } finally {
            browser.destroy();
            browser.waitFor(10, TimeUnit.SECONDS);
        }
        System.out.println("The figure for the browser: " + test.checked + " statements hold.");
    }

    private void run() throws Exception {
        helvo("demo", "--save", "study.helvo");
        helvo("draw", "study.helvo", "--figure", "Stretch", "--out", "stretch.html");
        helvo("draw", "study.helvo", "--figure", "Stock", "--out", "stock.html");
        helvo("draw", "study.helvo", "--figure", "Failed", "--log-x", "--out", "log.html");
        helvo("sheet", "study.helvo", "--figure", "Stretch", "--split-by", "Cord", "--x-axes", "shared", "--out", "sheet.html");
        for (String page : List.of("stretch.html", "stock.html", "log.html", "sheet.html")) {
            open(page);
            enlarges(page);
        }
        open("stretch.html");
        readsPoints();
        hidesSeries();
        prints();
        hasEveryPoint();
        open("sheet.html");
        enlargesTogether();
        check("nothing complained: " + complaints, complaints.isEmpty());
        check("nothing else is asked for: " + asked, asked.stream().allMatch(url -> url.startsWith("data:")
                || url.startsWith(folder.toUri().toString())));
        worksWithoutScript();
    }

    private void readsPoints() throws Exception {
        check("the tables have what the figure reads", value("reading.textContent").isEmpty());
        key("Tab", 0);
        check("the figure takes the keyboard first", value("document.activeElement.id").equals("figure"));
        key("ArrowRight", 0);
        String first = value("reading.textContent");
        check("the first point by key: " + first, first.startsWith("dry: Row 1, Load (N) 5, "));
        key("ArrowRight", 0);
        check("and the next", value("reading.textContent").startsWith("dry: Row 2, Load (N) 10, "));
        key("ArrowDown", 0);
        String other = value("reading.textContent");
        check("the other series, where it is nearest: " + other, other.startsWith("salt-soaked: Row 13, Load (N) 10, "));
        key("ArrowDown", 0);
        String curve = value("reading.textContent");
        check("a curve: " + curve, curve.matches("Curve of dry: Load \\(N\\) 10(\\.\\d+)?, Stretch \\(mm\\) 2\\.26\\d*"));
        key("End", 0);
        check("its end", value("reading.textContent").startsWith("Curve of dry: Load (N) 50, Stretch (mm) 10.5"));
        // Each row that lies in the plot is read where it lies, but for those that another covers.
        value("window.rowsWithin = [...document.querySelectorAll('table[data-curve=no] tr[data-at]')], ''");
        int rows = Integer.parseInt(value("'' + rowsWithin.length"));
        int read = 0;
        for (int i = 0; i < rows; i++) {
            String place = value("((row) => { const p = document.querySelector('[data-plot]').getScreenCTM(); const [x, y]"
                    + " = row.dataset.at.split(' ').map(Number); const at = new DOMPoint(x, y).matrixTransform(p);"
                    + " return at.x + ' ' + at.y; })(rowsWithin[" + i + "])");
            move(Double.parseDouble(place.split(" ")[0]), Double.parseDouble(place.split(" ")[1]));
            String row = value("rowsWithin[" + i + "].cells[0].textContent");
            read += value("reading.textContent").contains(": Row " + row + ", ") ? 1 : 0;
        }
        check("points are read at the pointer: " + read + " of " + rows, rows >= 20 && read >= rows - 2);
        String excluded = value("[...document.querySelectorAll('td')].filter(c => c.textContent === 'excluded').length + ''");
        check("the excluded point is in the table", excluded.equals("1"));
    }

    /// Tick labels tell where a value lies: at each enlargement a point must lie where they say.
    private void enlarges(String page) throws Exception {
        value("window.plain = () => document.querySelector('#figure svg').outerHTML.replace(/<circle[^>]*>/g, '')"
                + ".replace(/ visibility=.visible./g, ''), window.before = plain(), ''");
        value("document.getElementById('figure').focus(), ''");
        key("ArrowRight", 0);
        key("ArrowRight", 0);
        key("ArrowRight", 0);
        for (int times = 0; times <= 5; times++) {
            double off = Double.parseDouble(value(
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
            check(page + " enlarged " + times + " times: labels and ring are legible, " + off, off == 0);
            if (page.equals("stretch.html")) {
                String at = value("(() => { const g = document.querySelector('[data-plot]');"
                        + " const ring = g.querySelector('.ring').getBoundingClientRect();"
                        + " const ticks = [...g.querySelectorAll('[data-ticks=x]')].filter(t => t.getAttribute('visibility')"
                        + "   !== 'hidden').flatMap(t => [...t.querySelectorAll('[data-at]')]).filter(h => !h.hasAttribute("
                        + "   'display') && h.querySelector('text')).map(h => h.querySelector('text'));"
                        + " const middle = r => r.left + r.width / 2; const of = t => middle(t.getBoundingClientRect());"
                        + " const a = ticks[0], b = ticks[ticks.length - 1];"
                        + " const x = Number(a.textContent) + (middle(ring) - of(a)) / (of(b) - of(a))"
                        + "   * (Number(b.textContent) - Number(a.textContent)); return '' + x; })()");
                check("the third point lies at its load of 15 N by the labels: " + at,
                        Math.abs(Double.parseDouble(at) - 15) < 0.5 / (1 << times));
            }
            key("+", 0);
        }
        key("Escape", 0);
        check(page + " is whole again as it was", value("'' + (plain() === before)").equals("true"));
    }

    private void hidesSeries() throws Exception {
        value("document.querySelector('input[data-name=dry]').click(), ''");
        check("a series is hidden", value("'' + [...document.querySelectorAll('[data-series=dry]')].filter(e => "
                + "e.tagName === 'g').every(e => e.getBoundingClientRect().width === 0)").equals("true"));
        value("document.getElementById('figure').focus(), ''");
        key("Home", 0);
        check("and keys pass it by", value("reading.textContent").startsWith("salt-soaked: "));
        value("document.querySelector('input[data-name=dry]').click(), ''");
        check("and shown again", value("'' + [...document.querySelectorAll('g[data-series=dry]')].some(e => "
                + "e.getBoundingClientRect().width > 0)").equals("true"));
    }

    private void prints() throws Exception {
        call("Emulation.setEmulatedMedia", "{\"media\":\"print\"}");
        double width = Double.parseDouble(value("'' + document.querySelector('#figure svg').getBoundingClientRect().width"));
        check("it prints at its size: " + width, Math.abs(width - 160 * 96 / 25.4) < 1);
        check("and nothing else", value("'' + [...document.querySelectorAll('main > *:not(#figure)')].every(e => "
                + "e.getBoundingClientRect().height === 0)").equals("true"));
        call("Emulation.setEmulatedMedia", "{\"media\":\"\"}");
    }

    private void hasEveryPoint() throws Exception {
        String lines = value("'' + atob(document.querySelector('a[download]').href.split(',')[1]).trim().split('\\n').length");
        String rows = value("'' + document.querySelectorAll('table[data-curve=no] tbody tr').length");
        check("the CSV has the points of the tables and a heading: " + lines + ", " + rows,
                Integer.parseInt(lines) == Integer.parseInt(rows) + 1 && rows.equals("21"));
        check(
                "it is described",
                value("document.querySelector('svg desc').textContent")
                        .matches("Scatter chart of .*line Stretch = 0\\.2064 Load.*0\\.9994.*"));
    }

    private void enlargesTogether() throws Exception {
        value("document.getElementById('figure').focus(), ''");
        key("+", 0);
        String same = value("(() => { const seen = [...document.querySelectorAll('[data-plot]')].map(g => [...g."
                + "querySelectorAll('[data-ticks=x]')].filter(t => t.getAttribute('visibility') === 'visible').map(t => "
                + "t.dataset.factor)[0]); return seen.join(' '); })()");
        check("panels that share an axis are enlarged together: " + same, same.equals("2 2"));
    }

    private void worksWithoutScript() throws Exception {
        call("Emulation.setScriptExecutionDisabled", "{\"value\":true}");
        open("stretch.html");
        check("without scripts nothing is offered that needs one", value("'' + [...document.querySelectorAll('[data-live]')]"
                + ".every(e => e.getBoundingClientRect().height === 0)").equals("true"));
        check("and the figure is there", value("'' + (document.querySelector('#figure svg').getBoundingClientRect().width"
                + " > 300)").equals("true"));
    }

    private void check(String statement, boolean holds) {
        if (!holds) {
            throw new AssertionError("does not hold: " + statement);
        }
        checked++;
    }

    // ---- the program and the browser ----

    private void helvo(String... words) throws Exception {
        var command = new ArrayList<>(List.of(Path.of("helvo").toAbsolutePath().toString()));
        command.addAll(List.of(words));
        Process process = new ProcessBuilder(command).directory(folder.toFile()).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        check(String.join(" ", words) + ": " + said, process.waitFor() == 0);
    }

    private Process start() throws Exception {
        String program = CHROMIUM.stream()
                .filter(name -> List.of(System.getenv("PATH").split(":")).stream()
                        .anyMatch(path -> Files.isExecutable(Path.of(path, name))))
                .findFirst()
                .orElseThrow(() -> new AssertionError("no Chromium is installed"));
        Process browser = new ProcessBuilder(
                        program,
                        "--headless=new",
                        "--no-sandbox",
                        "--disable-gpu",
                        "--window-size=1280,1000",
                        "--remote-debugging-port=0",
                        "--user-data-dir=" + folder.resolve("profile"),
                        "about:blank")
                .redirectErrorStream(true)
                .start();
        var said = new BufferedReader(new InputStreamReader(browser.getInputStream(), StandardCharsets.UTF_8));
        String line;
        String port = null;
        while (port == null && (line = said.readLine()) != null) {
            Matcher listening = Pattern.compile("ws://127\\.0\\.0\\.1:(\\d+)/").matcher(line);
            port = listening.find() ? listening.group(1) : null;
        }
        Thread.ofVirtual().start(() -> said.lines().forEach(_ -> {}));
        var client = HttpClient.newHttpClient();
        String pages = client.send(
                        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + "/json")).build(),
                        HttpResponse.BodyHandlers.ofString())
                .body();
        Matcher page = Pattern.compile("\"type\": \"page\".*?\"webSocketDebuggerUrl\": \"([^\"]+)\"", Pattern.DOTALL)
                .matcher(pages);
        if (!page.find()) {
            throw new AssertionError("the browser has no page: " + pages);
        }
        socket = client.newWebSocketBuilder()
                .buildAsync(URI.create(page.group(1)), new Answers())
                .get(20, TimeUnit.SECONDS);
        for (String domain : List.of("Page", "Runtime", "Log", "Network")) {
            call(domain + ".enable", "{}");
        }
        return browser;
    }

    private void open(String page) throws Exception {
        call("Page.navigate", "{\"url\":\"" + folder.resolve(page).toUri() + "\"}");
        for (int i = 0; i < 200 && !value("document.readyState").equals("complete"); i++) {
            Thread.sleep(50);
        }
        while (!value("location.pathname").endsWith(page) || !value("document.readyState").equals("complete")) {
            Thread.sleep(50);
        }
    }

    private void key(String key, int modifiers) throws Exception {
        String text = key.length() == 1 ? ",\"text\":\"" + key + "\"" : "";
        call("Input.dispatchKeyEvent", "{\"type\":\"keyDown\",\"key\":\"" + key + "\",\"code\":\"" + key
                + "\",\"windowsVirtualKeyCode\":" + (key.equals("Tab") ? 9 : 0) + ",\"modifiers\":" + modifiers + text + "}");
        call("Input.dispatchKeyEvent", "{\"type\":\"keyUp\",\"key\":\"" + key + "\"}");
    }

    private void move(double x, double y) throws Exception {
        call("Input.dispatchMouseEvent", "{\"type\":\"mouseMoved\",\"x\":" + x + ",\"y\":" + y + "}");
    }

    /// A JavaScript expression that gives a text.
    private String value(String expression) throws Exception {
        String answer = call("Runtime.evaluate", "{\"returnByValue\":true,\"expression\":\""
                + expression.replace("\\", "\\\\").replace("\"", "\\\"") + "\"}");
        Matcher text = TEXT.matcher(answer);
        if (!text.find()) {
            throw new AssertionError(expression + " gave " + answer);
        }
        return text.group(1);
    }

    private String call(String method, String parameters) throws Exception {
        int id = calls.incrementAndGet();
        var answer = new CompletableFuture<String>();
        waiting.put(id, answer);
        socket.sendText("{\"id\":" + id + ",\"method\":\"" + method + "\",\"params\":" + parameters + "}", true)
                .get(20, TimeUnit.SECONDS);
        return answer.get(30, TimeUnit.SECONDS);
    }

    private final class Answers implements WebSocket.Listener {
        private final StringBuilder part = new StringBuilder();

        @Override
        public CompletionStage<?> onText(WebSocket from, CharSequence data, boolean last) {
            part.append(data);
            if (last) {
                String message = part.toString();
                part.setLength(0);
                Matcher id = Pattern.compile("^\\{\"id\":(\\d+)").matcher(message);
                if (id.find()) {
                    waiting.remove(Integer.parseInt(id.group(1))).complete(message);
                } else if (message.contains("Runtime.exceptionThrown")
                        || message.contains("Log.entryAdded")
                        || message.contains("\"Runtime.consoleAPICalled\"")) {
                    complaints.add(message);
                } else if (message.contains("Network.requestWillBeSent\"")) {
                    Matcher url = Pattern.compile("\"request\":\\{\"url\":\"([^\"]{0,200})").matcher(message);
                    asked.add(url.find() ? url.group(1) : message);
                }
            }
            from.request(1);
            return null;
        }
    }
}
