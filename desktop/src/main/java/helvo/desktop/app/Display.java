package helvo.desktop.app;

import java.lang.foreign.Arena;
import java.lang.foreign.FunctionDescriptor;
import java.lang.foreign.Linker;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.SymbolLookup;
import java.lang.foreign.ValueLayout;
import java.util.Optional;

/// The test whether a window can be shown here.
final class Display {
    private Display() {}

    /// @return empty when it can; else why not and what to do, as a sentence
    static Optional<String> missing() {
        if (!System.getProperty("os.name").startsWith("Linux")) {
            return Optional.empty();
        }
        if (System.getenv("DISPLAY") == null && System.getenv("WAYLAND_DISPLAY") == null) {
            return Optional.of(
                    "There is no display here (DISPLAY is not set): run it from a desktop workspace, or under Xvfb.");
        }
        if (library("libgtk-3.so.0").isEmpty()) {
            return Optional.of(
                    "The window needs GTK 3, which is not installed: install it (on Debian and Ubuntu: apt-get install "
                            + "libgtk-3-0).");
        }
        return opens()
                ? Optional.empty()
                : Optional.of("The display “" + System.getenv("DISPLAY")
                        + "” does not answer: check DISPLAY, or run it from a desktop workspace.");
    }

    /// XOpenDisplay(NULL) gives null where no X server answers.
    @SuppressWarnings("restricted") // the start script allows it
    private static boolean opens() {
        Optional<MemorySegment> open = library("libX11.so.6").flatMap(x11 -> x11.find("XOpenDisplay"));
        if (open.isEmpty() || System.getenv("DISPLAY") == null) {
            return System.getenv("WAYLAND_DISPLAY") != null;
        }
        try {
            var call = Linker.nativeLinker()
                    .downcallHandle(open.get(), FunctionDescriptor.of(ValueLayout.ADDRESS, ValueLayout.ADDRESS));
            MemorySegment display = (MemorySegment) call.invokeExact(MemorySegment.NULL);
            return !display.equals(MemorySegment.NULL);
        } catch (Throwable e) {
            return false;
        }
    }

    @SuppressWarnings("restricted") // likewise
    private static Optional<SymbolLookup> library(String name) {
        try {
            return Optional.of(SymbolLookup.libraryLookup(name, Arena.global()));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
