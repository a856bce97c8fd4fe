package helvo.desktop.task;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/// A clock that is moved by hand. From its making until it is closed it is that of all timers.
public final class VirtualClock implements InterfaceTimer.Clock, AutoCloseable {
    private final InterfaceTimer.Clock before = InterfaceTimer.use(this);
    private final List<Scheduled> all = new ArrayList<>();
    private long now;

    private static final class Scheduled {
        private final Runnable call;
        private final long interval;
        private final boolean isRepeated;
        private long at;

        private Scheduled(Runnable call, long interval, boolean isRepeated, long at) {
            this.call = call;
            this.interval = interval;
            this.isRepeated = isRepeated;
            this.at = at;
        }
    }

    @Override
    public synchronized Runnable schedule(Runnable call, Duration interval, boolean isRepeated) {
        var scheduled = new Scheduled(call, interval.toMillis(), isRepeated, now + interval.toMillis());
        all.add(scheduled);
        return () -> remove(scheduled);
    }

    private synchronized void remove(Scheduled scheduled) {
        all.remove(scheduled);
    }

    /// Calls all that falls due within a time, in its order.
    public void advance(Duration by) {
        long end = now + by.toMillis();
        for (Optional<Scheduled> next = next(end); next.isPresent(); next = next(end)) {
            next.get().call.run();
        }
        now = end;
    }

    private synchronized Optional<Scheduled> next(long end) {
        Optional<Scheduled> next =
                all.stream().min(Comparator.comparingLong(each -> each.at)).filter(each -> each.at <= end);
        next.ifPresent(each -> {
            now = each.at;
            each.at += each.interval;
            if (!each.isRepeated) {
                all.remove(each);
            }
        });
        return next;
    }

    @Override
    public void close() {
        InterfaceTimer.use(before);
    }
}
