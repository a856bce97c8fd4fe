/// Work beside the thread that asks for it, under one contract:
///
/// - Threads: a [ForkedTask], and so each block of [BlockParallel], is done by one of the program's few workers or
///   by the thread that needs its result, whichever begins first. Nobody waits for work that has not begun, so that
///   work may fork further work. [SerialTasks] have a thread of their own while they have work. Nothing is done on
///   the runtime's common pool.
/// - Order: serial work is done in the order in which it was handed in, and sees all that was done before it.
///   Workers promise no order; the results of parts are put together in the order of the parts.
/// - Cancellation: work asks its [helvo.core.Progress], which throws a
///   [java.util.concurrent.CancellationException] when nobody waits any more.
/// - Errors: every call returns a handle. What the work throws reaches whoever joins it; a handle that nobody joins
///   is given to [Faults], which reports what goes wrong as the thread's uncaught exceptions are reported.
package helvo.core.task;
