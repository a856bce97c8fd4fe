import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;

/// An animated PNG that is shown again and again (PNG, third edition, W3C 2025, §11.3.6).
final class AnimatedPng {
    private static final byte[] SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};

    /// @param seconds that it is shown
    record Frame(BufferedImage image, double seconds) {}

    private record Chunk(String type, byte[] data) {}

    private AnimatedPng() {}

    /// @param frames all of one size
    static void write(List<Frame> frames, Path file) throws IOException {
        var bytes = new ByteArrayOutputStream();
        var out = new DataOutputStream(bytes);
        out.write(SIGNATURE);
        int order = 0;
        for (Frame frame : frames) {
            boolean isFirst = order == 0;
            for (Chunk chunk : chunks(frame.image())) {
                switch (chunk.type()) {
                    case "IHDR" -> {
                        if (isFirst) {
                            write(out, chunk);
                            write(
                                    out,
                                    "acTL",
                                    ByteBuffer.allocate(8).putInt(frames.size()).putInt(0));
                        }
                        write(out, "fcTL", control(order++, frame));
                    }
                    case "IDAT" -> {
                        if (isFirst) {
                            write(out, chunk);
                        } else {
                            write(
                                    out,
                                    "fdAT",
                                    ByteBuffer.allocate(4 + chunk.data().length)
                                            .putInt(order++)
                                            .put(chunk.data()));
                        }
                    }
                    default -> {}
                }
            }
        }
        write(out, new Chunk("IEND", new byte[0]));
        Files.write(file, bytes.toByteArray());
    }

    private static ByteBuffer control(int order, Frame frame) {
        return ByteBuffer.allocate(26)
                .putInt(order)
                .putInt(frame.image().getWidth())
                .putInt(frame.image().getHeight())
                .putInt(0)
                .putInt(0)
                .putShort((short) Math.round(frame.seconds() * 100))
                .putShort((short) 100)
                .put((byte) 0)
                .put((byte) 0);
    }

    private static List<Chunk> chunks(BufferedImage image) throws IOException {
        var png = new ByteArrayOutputStream();
        ImageIO.write(image, "png", png);
        ByteBuffer read = ByteBuffer.wrap(png.toByteArray()).position(SIGNATURE.length);
        var chunks = new ArrayList<Chunk>();
        while (read.hasRemaining()) {
            var data = new byte[read.getInt()];
            var type = new byte[4];
            read.get(type).get(data).getInt();
            chunks.add(new Chunk(new String(type, StandardCharsets.US_ASCII), data));
        }
        return chunks;
    }

    private static void write(DataOutputStream out, String type, ByteBuffer data) throws IOException {
        write(out, new Chunk(type, data.array()));
    }

    private static void write(DataOutputStream out, Chunk chunk) throws IOException {
        byte[] type = chunk.type().getBytes(StandardCharsets.US_ASCII);
        var sum = new CRC32();
        sum.update(type);
        sum.update(chunk.data());
        out.writeInt(chunk.data().length);
        out.write(type);
        out.write(chunk.data());
        out.writeInt((int) sum.getValue());
    }
}
