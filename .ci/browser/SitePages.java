import java.nio.file.Files;
import java.nio.file.Path;

/// Reads the site of the guide and the documents in Chromium, from the disk: its search, its mathematics, dark and in
/// print. Run as `java .ci/browser/SitePages.java FOLDER`, after `docs/make-site FOLDER`; fails with a sentence.
public class SitePages {
    private final Path site;
    private final Browser browser;

    SitePages(Path site, Browser browser) {
        this.site = site;
        this.browser = browser;
    }

    public static void main(String[] args) throws Exception {
        try (var browser = new Browser(Files.createTempDirectory("helvo-site"))) {
            new SitePages(Path.of(args[0]).toRealPath(), browser).run();
            System.out.println("The site: " + browser.checked() + " statements hold.");
        }
    }

    private void run() throws Exception {
        searches();
        setsMathematics();
        followsTheSystem();
        browser.check("nothing complained: " + browser.complaints, browser.complaints.isEmpty());
        browser.check(
                "nothing from outside is asked for: " + browser.asked,
                browser.asked.stream().allMatch(url -> url.startsWith(site.toUri().toString())));
    }

    private void searches() throws Exception {
        browser.open(site.resolve("index.html"));
        type("half-life");
        browser.check("sections are found: " + says(), says().matches("\\d+ sections?(, the first 20)?"));
        browser.check("one of them in the guide", browser.value("document.querySelector('#found a').getAttribute('href')")
                .startsWith("guide/"));
        browser.check("what was looked for is marked", browser.value(
                "document.querySelector('#found mark').textContent.toLowerCase()").equals("half-life"));
        String to = browser.value("document.querySelector('#found a').href");
        browser.check("its place is there", Files.readString(site.resolve(
                        to.substring(site.toUri().toString().length()).replaceFirst("#.*", "")))
                .contains("id=\"" + to.replaceFirst(".*#", "") + "\""));
        browser.key("Escape", 0);
        browser.check("Escape ends it", browser.value("'' + document.querySelectorAll('#found li').length")
                .equals("0"));
        type("qwxyz");
        browser.check("nothing is said to be found", says().equals("Nothing found."));
        browser.open(site.resolve("guide/curves.html"));
        type("half-life");
        browser.check("a page in a folder leads back", browser.value(
                "document.querySelector('#found a').getAttribute('href')").startsWith("../guide/"));
    }

    /// By the key that the label names.
    private void type(String words) throws Exception {
        browser.key("/", 0);
        browser.check("/ leads to the search", browser.value("document.activeElement.id").equals("search"));
        browser.value("document.activeElement.value = '', ''");
        for (String letter : words.split("")) {
            browser.key(letter, 0);
        }
        browser.check("what is typed stands there", browser.value("document.activeElement.value").equals(words));
    }

    private String says() throws Exception {
        return browser.value("document.getElementById('says').textContent");
    }

    private void setsMathematics() throws Exception {
        browser.open(site.resolve("numerics.html"));
        int formulas = Integer.parseInt(browser.value("'' + document.querySelectorAll('math').length"));
        browser.check("formulas are MathML: " + formulas, formulas > 60);
        browser.check("none is written in signs", !browser.value("document.querySelector('main').textContent.replace(/\"/g, '')")
                .matches("(?s).*(\\$|\\\\frac|\uE000).*"));
        browser.check("a fraction stands upright", browser.value(
                        "'' + [...document.querySelectorAll('mfrac')].every(f => f.children[0].getBoundingClientRect().top"
                                + " < f.children[1].getBoundingClientRect().top)")
                .equals("true"));
        browser.check("only what MathML Core knows", browser.value(
                        "[...new Set([...document.querySelectorAll('math *')].map(e => e.localName))].sort().join(' ')")
                .matches("((mfrac|mi|mn|mo|mover|mrow|mspace|msqrt|msub|msubsup|msup|mtext|munder|munderover)( |$))+"));
    }

    private void followsTheSystem() throws Exception {
        for (String scheme : new String[] {"light", "dark"}) {
            browser.call("Emulation.setEmulatedMedia",
                    "{\"media\":\"\",\"features\":[{\"name\":\"prefers-color-scheme\",\"value\":\"" + scheme + "\"}]}");
            String ground = browser.value("getComputedStyle(document.body).backgroundColor");
            browser.check(scheme + " ground: " + ground, (Integer.parseInt(ground.replaceFirst("rgb\\((\\d+),.*", "$1")) > 128)
                    == scheme.equals("light"));
        }
        browser.call("Emulation.setEmulatedMedia", "{\"media\":\"print\"}");
        browser.check("print has the text alone", browser.value(
                "getComputedStyle(document.querySelector('nav')).display").equals("none"));
    }
}
