import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/// Makes the tables of the sample study: the Marram Cordage Laboratory, which is made up, as is every number.
///
/// Run from the project's root with `java samples/MakeSamples.java`; the seed is fixed, so the files come out the
/// same.
public class MakeSamples {
    /// What the clamp gave way in the one pull that is excluded, in mm.
    private static final double SLIP = 0.9;
    private static final Path FOLDER = Path.of("files/src/main/resources/helvo/files/samples");

    public static void main(String[] arguments) throws IOException {
        Files.createDirectories(FOLDER);
        write("stretch.csv", stretch(new Random(14)));
        write("creep.csv", creep(new Random(1440)));
        write("pluck.csv", pluck(new Random(440)));
        write("pulls.csv", pulls(new Random(10)));
        write("stock.csv", stock(new Random(2025)));
        write("bath.csv", bath(new Random(37)));
        write("failed.csv", failed(new Random(50)));
        write("dye.csv", dye(new Random(9)));
        write("breaking.csv", breaking(new Random(6)));
    }

    /// Stretch of a 3 mm cord laid from dune grass under load, dry and soaked in salt water, read off a rule to ±
    /// 0.35 mm. Each cord was pulled to 25 N twice. One reading was written down in words.
    private static List<String> stretch(Random random) {
        var lines = new ArrayList<String>();
        lines.add("Cord,Load (N),Stretch (mm),± (mm)");
        for (String cord : new String[] {"dry", "salt-soaked"}) {
            boolean dry = cord.equals("dry");
            for (int load : new int[] {5, 10, 15, 20, 25, 25, 30, 35, 40, 45, 50}) {
                double stretch = (dry ? 0.28 + 0.2046 * load : 0.44 + 0.2819 * load)
                        + 0.1 * random.nextGaussian()
                        - (!dry && load == 20 ? SLIP : 0);
                String reading = dry && load == 35 ? "about 7.6" : String.format(Locale.ROOT, "%.2f", stretch);
                lines.add(cord + "," + load + "," + reading + ",0.35");
            }
        }
        return lines;
    }

    /// Creep of the dry cord under 20 N over a day: it grows with the logarithm of time.
    private static List<String> creep(Random random) {
        var lines = new ArrayList<String>();
        lines.add("Time (min),Creep (mm),± (mm)");
        for (int time : new int[] {1, 2, 4, 7, 12, 20, 35, 60, 100, 170, 290, 480, 800, 1100, 1440}) {
            double creep = 0.42 + 0.31 * Math.log(time) + 0.025 * random.nextGaussian();
            lines.add(time + "," + String.format(Locale.ROOT, "%.2f", creep) + ",0.05");
        }
        return lines;
    }

    /// Frequency of a plucked cord of 0.8 m under tension: straight only when the frequency is squared, f² = T / (4
    /// L² μ).
    private static List<String> pluck(Random random) {
        var lines = new ArrayList<String>();
        lines.add("Tension (N),Frequency (Hz),± (Hz)");
        for (int tension : new int[] {10, 15, 20, 30, 40, 50, 60, 80, 100, 120}) {
            double frequency = Math.sqrt(tension / (4 * 0.8 * 0.8 * 0.0031)) + 0.35 * random.nextGaussian();
            lines.add(tension + "," + String.format(Locale.ROOT, "%.1f", frequency) + ",0.5");
        }
        return lines;
    }

    /// Ten pulls of each of five loads: their averages and their spread make the figure.
    private static List<String> pulls(Random random) {
        var lines = new ArrayList<String>();
        lines.add("Pull,Load (N),Stretch (mm)");
        for (int load : new int[] {10, 20, 30, 40, 50}) {
            for (int pull = 1; pull <= 10; pull++) {
                double stretch = 0.31 + 0.2043 * load + (0.06 + 0.004 * load) * random.nextGaussian();
                lines.add(pull + "," + load + "," + String.format(Locale.ROOT, "%.2f", stretch));
            }
        }
        return lines;
    }

    /// Metres of cord in store at each month's end, over two years.
    private static List<String> stock(Random random) {
        var lines = new ArrayList<String>();
        lines.add("Month,Stock (m)");
        for (int month = 0; month < 24; month++) {
            double stock = 1840 - 38.5 * month + 45 * random.nextGaussian();
            lines.add("%d-%02d,%.0f".formatted(2024 + month / 12, month % 12 + 1, stock));
        }
        return lines;
    }

    /// A cord in a warm bath of salt water: it takes up water, while the bath cools from its plateau once the
    /// heater is off.
    private static List<String> bath(Random random) {
        var lines = new ArrayList<String>();
        lines.add("Time (min),Cord mass (g),Bath temperature (°C)");
        for (int time = 0; time <= 120; time += 5) {
            double mass = 41.2 + 17.5 * (1 - Math.exp(-time / 32.0)) + 0.15 * random.nextGaussian();
            double temperature = 21
                    + (time < 20 ? 19.0 * time / 20 : time <= 70 ? 19 : 19 * Math.exp(-(time - 70) / 60.0))
                    + 0.12 * random.nextGaussian();
            lines.add(time + "," + String.format(Locale.ROOT, "%.1f,%.1f", mass, temperature));
        }
        return lines;
    }

    /// Share of forty cords each that failed under a load held for an hour.
    private static List<String> failed(Random random) {
        var lines = new ArrayList<String>();
        lines.add("Load (N),Share failed");
        for (int load = 300; load <= 620; load += 20) {
            double share = 1 / (1 + Math.exp(-0.032 * (load - 455)));
            int count = 0;
            for (int cord = 0; cord < 40; cord++) {
                count += random.nextDouble() < share ? 1 : 0;
            }
            lines.add(load + "," + String.format(Locale.ROOT, "%.3f", count / 40.0));
        }
        return lines;
    }

    /// Dye left in the bath while the cord takes it up: it decays.
    private static List<String> dye(Random random) {
        var lines = new ArrayList<String>();
        lines.add("Time (h),Dye (mg/L)");
        for (int half = 0; half <= 24; half++) {
            lines.add(String.format(
                    Locale.ROOT,
                    "%.1f,%.1f",
                    half / 2.0,
                    148 * Math.exp(-0.31 * half / 2) + 1.6 * random.nextGaussian()));
        }
        return lines;
    }

    /// Breaking force of cords of different thickness: nearly, but not quite, the square of the diameter.
    private static List<String> breaking(Random random) {
        var lines = new ArrayList<String>();
        lines.add("Diameter (mm),Breaking force (N)");
        for (double diameter : new double[] {1, 1.5, 2, 2.5, 3, 3.5, 4, 5, 6, 8}) {
            lines.add(String.format(
                    Locale.ROOT,
                    "%.1f,%.0f",
                    diameter,
                    52 * Math.pow(diameter, 1.87) * (1 + 0.02 * random.nextGaussian())));
        }
        return lines;
    }

    private static void write(String name, List<String> lines) throws IOException {
        Files.writeString(FOLDER.resolve(name), String.join("\n", lines) + "\n");
    }
}
