import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/// Makes the tables of the sample study: the Marram Cordage Laboratory, which is made up, as is every number.
///
/// Run from the project's root with `java samples/MakeSamples.java`; the seed is fixed, so the files come out the same.
public class MakeSamples {
    /// What the clamp gave way in the one pull that is set aside, in mm.
    private static final double SLIP = 0.9;
    private static final Path FOLDER = Path.of("files/src/main/resources/helvo/files/samples");

    public static void main(String[] arguments) throws IOException {
        Files.createDirectories(FOLDER);
        write("stretch.csv", stretch(new Random(14)));
        write("creep.csv", creep(new Random(1440)));
    }

    /// Stretch of a 3 mm cord laid from dune grass under load, dry and soaked in salt water, read off a rule to ± 0.35 mm.
    /// Each cord was pulled to 25 N twice. One reading was written down in words.
    private static List<String> stretch(Random random) {
        var lines = new ArrayList<String>();
        lines.add("Cord,Load (N),Stretch (mm),± (mm)");
        for (String cord : new String[] {"dry", "salt-soaked"}) {
            boolean dry = cord.equals("dry");
            for (int load : new int[] {5, 10, 15, 20, 25, 25, 30, 35, 40, 45, 50}) {
                double stretch = (dry ? 0.28 + 0.2046 * load : 0.44 + 0.2819 * load) + 0.1 * random.nextGaussian()
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

    private static void write(String name, List<String> lines) throws IOException {
        Files.writeString(FOLDER.resolve(name), String.join("\n", lines) + "\n");
    }
}
