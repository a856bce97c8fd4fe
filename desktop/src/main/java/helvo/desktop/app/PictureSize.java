package helvo.desktop.app;

/// The size of a picture of the window, in pixels.
record PictureSize(int width, int height) {
    /// What the toolkit's screen without a display holds.
    private static final int MOST_PIXELS = 1280 * 800;

    /// @param text as in 1280x800
    /// @throws IllegalArgumentException with what is wrong, beginning with the text
    static PictureSize of(String text) {
        if (!text.matches("[1-9]\\d{2,3}x[1-9]\\d{2,3}")) {
            throw new IllegalArgumentException("“" + text + "” is no size: write it as 1280x800.");
        }
        int times = text.indexOf('x');
        var size = new PictureSize(
                Integer.parseInt(text.substring(0, times)), Integer.parseInt(text.substring(times + 1)));
        if (size.width * size.height > MOST_PIXELS) {
            throw new IllegalArgumentException(
                    text + ": a picture without a display has at most as many pixels as 1280x800.");
        }
        return size;
    }
}
