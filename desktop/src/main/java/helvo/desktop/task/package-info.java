/// Work beside the interface thread, whose outcome comes back to it: newest-wins and in-order lines under the
/// contract of `helvo.core.task`, and timers. All of it is asked for, cancelled and answered on the interface
/// thread.
package helvo.desktop.task;
