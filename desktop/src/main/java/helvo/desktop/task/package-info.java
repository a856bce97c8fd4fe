/// Work beside the interface thread.
package helvo.desktop.task;
