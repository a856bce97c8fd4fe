import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/// Kills the real program in its real window, with SIGKILL: half of the times while keys are being typed, a quarter
/// while it saves, a quarter while it brings back what it kept. Then it is started once more, and what the sign had
/// called kept is looked for, value by value. Run from the project's root, with the number of rounds.
final class Kills {
    private static final Pattern SIGN = Pattern.compile("After (\\d+) steps the sign says: (.*)");
    private static final int MOST = 40;

    private int lost;
    private int other;
    private int kept;
    private int found;
    private int nothingDone;
    private final Random random;

    private Kills(long seed) {
        random = new Random(seed);
    }

    public static void main(String[] arguments) throws Exception {
        int rounds = Integer.parseInt(arguments[0]);
        long seed = arguments.length > 1 ? Long.parseLong(arguments[1]) : 1;
        Path sample = Files.createTempDirectory("helvo-kills").resolve("base.helvo");
        if (new ProcessBuilder("./helvo", "demo", "--save", sample.toString())
                        .inheritIO()
                        .start()
                        .waitFor()
                != 0) {
            throw new IllegalStateException("no sample study");
        }
        var kills = new Kills(seed);
        for (int i = 0; i < rounds; i++) {
            kills.round(i, sample);
        }
        Files.delete(sample);
        Files.delete(sample.getParent());
        System.out.printf(
                "%d rounds: %d steps that the sign had called kept, %d lost of them; %d steps were there afterwards; "
                        + "%d rounds "
                        + "with other values than those typed; %d rounds were killed before the first step was kept.%n",
                rounds, kills.kept, kills.lost, kills.found, kills.other, kills.nothingDone);
        System.exit(kills.lost == 0 && kills.other == 0 ? 0 : 1);
    }

    private void round(int number, Path sample) throws Exception {
        String when = number % 4 == 2 ? "saving" : number % 4 == 3 ? "recovering" : "typing";
        try (var screen = new Screen()) {
            Path study = Files.copy(sample, screen.folder.resolve("cords.helvo"));
            screen.start("open", study.toString(), "--verbose");
            Thread.sleep(2500);
            List<String> typed = IntStream.range(0, MOST)
                    .mapToObj(i -> Integer.toString(10_000 + 1000 * (number % 50) + i))
                    .toList();
            int count = when.equals("typing") ? MOST : 5 + random.nextInt(10);
            Thread typing = Thread.ofPlatform().start(() -> type(screen, typed.subList(0, count)));
            if (when.equals("typing")) {
                Thread.sleep(300 + random.nextInt(6000));
            } else {
                typing.join();
                Thread.sleep(random.nextInt(800));
            }
            if (when.equals("saving")) {
                screen.key("ctrl+s");
                Thread.sleep(random.nextInt(250));
            }
            screen.kill();
            int acknowledged = acknowledged(screen);
            typing.interrupt();
            typing.join();
            if (when.equals("recovering")) {
                screen.start("open", study.toString());
                Thread.sleep(random.nextInt(1500));
                screen.kill();
            }
            Files.deleteIfExists(screen.log());
            screen.start("open", study.toString());
            Thread.sleep(3500);
            compare(number, when, screen, typed, acknowledged);
        }
    }

    private void type(Screen screen, List<String> values) {
        try {
            for (String value : values) {
                screen.type(value + "\n", 10 + random.nextInt(30));
            }
        } catch (Exception killed) {
            // The rest is not typed.
        }
    }

    /// The steps of the last time that the sign called all of them kept, or saved.
    private static int acknowledged(Screen screen) throws Exception {
        int steps = 0;
        for (String line : Files.readAllLines(screen.log())) {
            Matcher sign = SIGN.matcher(line);
            if (sign.matches() && sign.group(2).matches("saved|kept.*|all changes kept.*")) {
                steps = Integer.parseInt(sign.group(1));
            }
        }
        return steps;
    }

    private void compare(int number, String when, Screen screen, List<String> typed, int acknowledged)
            throws Exception {
        List<String> column = screen.table().stream().map(List::getFirst).toList();
        int there = 0;
        while (there < typed.size()
                && there < column.size()
                && column.get(there).equals(typed.get(there))) {
            there++;
        }
        // Behind what was typed stand the study's own values again.
        int at = there;
        boolean isOther =
                column.size() < 20 || IntStream.range(at, column.size()).anyMatch(i -> typed.contains(column.get(i)));
        kept += acknowledged;
        found += there;
        nothingDone += acknowledged == 0 ? 1 : 0;
        lost += Math.max(0, acknowledged - there);
        other += isOther ? 1 : 0;
        System.out.println(number + ", killed while " + when + ": " + acknowledged + " kept by its sign, " + there
                + " there" + (there < acknowledged ? ": LOST" : "") + (isOther ? ": OTHER VALUES " + column : ""));
    }
}
