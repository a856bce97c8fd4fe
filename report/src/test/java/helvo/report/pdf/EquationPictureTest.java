package helvo.report.pdf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import helvo.figure.canvas.Typeface;
import helvo.report.model.Mathematics;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class EquationPictureTest {
    private static final double PIXELS_PER_POINT = 300 / 72.0;

    /// As much ink as the platform draws for the same letters of the same font: other letters have more or less.
    @ParameterizedTest
    @ValueSource(strings = {"0.2064", "Stretch", "111", "MWM"})
    void thePictureShowsTheLettersOfTheEquation(String letters) throws IOException {
        var equation = new Mathematics.Row(List.of(new Mathematics.Name(letters, true)));
        EquationPicture picture = EquationPicture.of(equation, 200);
        BufferedImage drawn = ImageIO.read(new ByteArrayInputStream(picture.png()));
        var expected = new BufferedImage(drawn.getWidth(), drawn.getHeight(), BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D graphics = expected.createGraphics();
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        graphics.setColor(Color.WHITE);
        graphics.fillRect(0, 0, expected.getWidth(), expected.getHeight());
        graphics.setColor(Color.BLACK);
        graphics.setFont(Typeface.REGULAR.at(11.5 * PIXELS_PER_POINT));
        graphics.drawString(letters, 4, expected.getHeight() * 0.75f);
        graphics.dispose();
        assertThat(ink(drawn)).isCloseTo(ink(expected), within(0.08 * ink(expected)));
        assertThat(picture.widthMm() / 25.4 * 300).isCloseTo(drawn.getWidth(), within(1.0));
        EquationPicture narrow = EquationPicture.of(equation, 2);
        assertThat(narrow.widthMm()).isCloseTo(2, within(1e-6));
        assertThat(narrow.heightMm() / picture.heightMm()).isCloseTo(2 / picture.widthMm(), within(1e-6));
    }

    private static double ink(BufferedImage image) {
        double ink = 0;
        for (int y = 0; y < image.getHeight(); y++) {
            for (int x = 0; x < image.getWidth(); x++) {
                ink += 1 - image.getRaster().getSample(x, y, 0) / 255.0;
            }
        }
        return ink;
    }
}
