package zephyrridge.core.change;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * Which change undo takes back next, and which redo brings again, worked out from a job's events in order. An undo is an event
 * itself: nothing is ever taken out of the history. A change that was undone and brought again is taken back by taking back the
 * event that brought it again.
 */
public final class UndoStack {
    /** @param change the event that made the change; {@code by} the event that last put it as it is: itself, a redo, an undo */
    private record Item(long change, long by) {}

    private final Deque<Item> done = new ArrayDeque<>();
    private final Deque<Item> undone = new ArrayDeque<>();

    /** A change that can be taken back; what was undone before it cannot be brought again any more. */
    public void changed(long version) {
        done.push(new Item(version, version));
        undone.clear();
    }

    /** An event that stays: a job's first, or another version of its record. What was before it stays too. */
    public void began() {
        done.clear();
        undone.clear();
    }

    public void undid(long version) {
        undone.push(new Item(done.pop().change, version));
    }

    public void redid(long version) {
        done.push(new Item(undone.pop().change, version));
    }

    /** Version of the event to take back so that the last change is undone. */
    public Optional<Long> next() {
        return Optional.ofNullable(done.peek()).map(Item::by);
    }

    /** Version of the change that undo takes back. */
    public OptionalLong change() {
        return done.isEmpty() ? OptionalLong.empty() : OptionalLong.of(done.peek().change);
    }

    /** Version of the undo to take back so that the change it undid is there again. */
    public Optional<Long> undoneBy() {
        return Optional.ofNullable(undone.peek()).map(Item::by);
    }

    /** Version of the change that redo brings again. */
    public OptionalLong undoneChange() {
        return undone.isEmpty() ? OptionalLong.empty() : OptionalLong.of(undone.peek().change);
    }
}
