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

/// Chromium without a screen, driven by its debugging protocol
/// (https://chromedevtools.github.io/devtools-protocol/).
final class Browser implements AutoCloseable {
    private static final Pattern TEXT = Pattern.compile("\"value\":\"((?:[^\"\\\\]|\\\\.)*+)\"");
    private static final List<String> CHROMIUM = List.of("chromium", "chromium-browser", "google-chrome");

    /// What the pages complained of.
    final List<String> complaints = new ArrayList<>();
    /// Whatever a page asked for.
    final List<String> asked = new ArrayList<>();
    private final Map<Integer, CompletableFuture<String>> waiting = new ConcurrentHashMap<>();
    private final AtomicInteger calls = new AtomicInteger();
    private final Process process;
    private WebSocket socket;
    private int checked;

    /// @param profile a folder for what the browser keeps
    Browser(Path profile) throws Exception {
        process = start(profile);
    }

    @Override
    public void close() throws InterruptedException {
        process.destroy();
        process.waitFor(10, TimeUnit.SECONDS);
    }

    /// @throws AssertionError unless the statement holds
    void check(String statement, boolean holds) {
        if (!holds) {
            throw new AssertionError("does not hold: " + statement);
        }
        checked++;
    }

    /// How many statements held.
    int checked() {
        return checked;
    }

    private Process start(Path profile) throws Exception {
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
                        "--user-data-dir=" + profile,
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

    void open(Path page) throws Exception {
        call("Page.navigate", "{\"url\":\"" + page.toUri() + "\"}");
        for (int i = 0; i < 200 && !value("document.readyState").equals("complete"); i++) {
            Thread.sleep(50);
        }
        while (!value("location.pathname").endsWith(page.getFileName().toString()) || !value("document.readyState").equals("complete")) {
            Thread.sleep(50);
        }
    }

    void key(String key, int modifiers) throws Exception {
        String text = key.length() == 1 ? ",\"text\":\"" + key + "\"" : "";
        call("Input.dispatchKeyEvent", "{\"type\":\"keyDown\",\"key\":\"" + key + "\",\"code\":\"" + key
                + "\",\"windowsVirtualKeyCode\":" + (key.equals("Tab") ? 9 : 0) + ",\"modifiers\":" + modifiers + text + "}");
        call("Input.dispatchKeyEvent", "{\"type\":\"keyUp\",\"key\":\"" + key + "\"}");
    }

    void move(double x, double y) throws Exception {
        call("Input.dispatchMouseEvent", "{\"type\":\"mouseMoved\",\"x\":" + x + ",\"y\":" + y + "}");
    }

    /// A JavaScript expression that gives a text.
    String value(String expression) throws Exception {
        String answer = call("Runtime.evaluate", "{\"returnByValue\":true,\"expression\":\""
                + expression.replace("\\", "\\\\").replace("\"", "\\\"") + "\"}");
        Matcher text = TEXT.matcher(answer);
        if (!text.find()) {
            throw new AssertionError(expression + " gave " + answer);
        }
        return text.group(1);
    }

    String call(String method, String parameters) throws Exception {
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
