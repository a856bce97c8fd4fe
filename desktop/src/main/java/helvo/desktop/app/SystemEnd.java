package helvo.desktop.app;

import java.lang.reflect.Proxy;

/// The end that the system asks for: a person logs out (SIGHUP, SIGTERM), or presses Ctrl+C where the program
/// was started. The program then ends in order; left to itself, the toolkit may draw once more after its renderer
/// has ended, and prints a trace.
///
/// The class of the platform for it, in `jdk.unsupported`, is reached by its name: the compiler warns of it, and
/// there is no option to say that this is known.
final class SystemEnd {
    /// What a shell adds to the number of the signal that a program ended by.
    private static final int CODE_OF_SIGNALS = 128;

    private SystemEnd() {}

    /// Ends what runs.
    interface Ending {
        void end() throws InterruptedException;
    }

    /// @param end what ends the program in order; on a thread of its own, after which the program exits
    static void whenAsked(Ending end) {
        try {
            Class<?> signal = Class.forName("sun.misc.Signal");
            Class<?> handler = Class.forName("sun.misc.SignalHandler");
            Object ending = Proxy.newProxyInstance(
                    SystemEnd.class.getClassLoader(), new Class<?>[] {handler}, (_, _, received) -> {
                        int number = (int) signal.getMethod("getNumber").invoke(received[0]);
                        end.end();
                        Runtime.getRuntime().exit(CODE_OF_SIGNALS + number);
                        return null;
                    });
            for (String name : new String[] {"TERM", "HUP", "INT"}) {
                signal.getMethod("handle", signal, handler)
                        .invoke(null, signal.getConstructor(String.class).newInstance(name), ending);
            }
        } catch (ReflectiveOperationException | IllegalArgumentException e) {
            // A system without these signals, or a machine that keeps them: it ends as it would have.
        }
    }
}
