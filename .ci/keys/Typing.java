import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.IntStream;

/// Whatever is typed into the table is there: past what the window shows, at the pace of a person and of a scanner,
/// with the machine busy, and from the first visible frame. Fails when anything is missing. Run from the project's
/// root, with the number of rounds.
final class Typing {
    private static final List<String> VALUES =
            IntStream.range(0, 60).mapToObj(i -> Integer.toString(1000 + 7 * i)).toList();
    private static int failed;
    private static int ways;

    private interface Way {
        void type(Screen screen) throws Exception;
    }

    public static void main(String[] arguments) throws Exception {
        int rounds = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 1;
        new ProcessBuilder("./helvo", "--version")
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start()
                .waitFor();
        for (int round = 0; round < rounds; round++) {
            List<List<String>> column = VALUES.stream().map(List::of).toList();
            way("a column at the pace of a person", 8, column, screen -> downTheColumn(screen, 25, 40));
            way("a column at the pace of a scanner", 8, column, screen -> downTheColumn(screen, 2, 0));
            way("a column with the machine busy", 8, column, Typing::busy);
            way("pairs from the first visible frame", 0, pairs(), Typing::pairs);
            way("pairs a second after it", 1, pairs(), Typing::pairs);
        }
        System.out.println(failed + " of " + ways + " ways of typing lost something");
        System.exit(failed == 0 ? 0 : 1);
    }

    private static void way(String name, int seconds, List<List<String>> wanted, Way way) throws Exception {
        ways++;
        try (var screen = new Screen()) {
            screen.start();
            Thread.sleep(seconds * 1000L);
            way.type(screen);
            Thread.sleep(3000);
            List<List<String>> got = screen.table().stream()
                    .filter(row -> Character.isDigit(
                            row.getFirst().isEmpty() ? ' ' : row.getFirst().charAt(0)))
                    .toList();
            int width = wanted.getFirst().size();
            boolean whole = got.stream()
                    .map(row -> row.subList(0, Math.min(row.size(), width)))
                    .toList()
                    .equals(wanted);
            failed += whole ? 0 : 1;
            System.out.println(name + ": " + (whole ? "all there" : "typed " + wanted + ", found " + got));
        }
    }

    private static void downTheColumn(Screen screen, int perKey, int pause) throws Exception {
        for (String value : VALUES) {
            screen.type(value + "\n", perKey);
            Thread.sleep(pause);
        }
    }

    private static void busy(Screen screen) throws Exception {
        var done = new AtomicBoolean();
        for (int i = 0; i < 2 * Runtime.getRuntime().availableProcessors(); i++) {
            Thread.ofPlatform().daemon().start(() -> {
                while (!done.get()) {
                    Thread.onSpinWait();
                }
            });
        }
        try {
            downTheColumn(screen, 15, 60);
        } finally {
            done.set(true);
        }
    }

    private static List<List<String>> pairs() {
        return IntStream.rangeClosed(1, 8)
                .mapToObj(i -> List.of(Integer.toString(i), Integer.toString(i * i)))
                .toList();
    }

    private static void pairs(Screen screen) throws Exception {
        for (List<String> pair : new ArrayList<>(pairs())) {
            screen.type(pair.getFirst() + "\t" + pair.getLast() + "\n", 25);
        }
    }
}
