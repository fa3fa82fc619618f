package zephyrridge.core.job;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;

/**
 * Which change undo takes back next, and which redo brings again, worked out from a job's events in order. An undo is an event
 * itself: nothing is ever taken out of the history.
 */
public final class UndoStack {
    private final Deque<Long> done = new ArrayDeque<>();
    private final Deque<Long> undone = new ArrayDeque<>();

    /** A change that can be taken back; what was undone before it cannot be brought again any more. */
    public void changed(long version) {
        done.push(version);
        undone.clear();
    }

    /** The first event of a job, which stays. */
    public void began() {
        done.clear();
        undone.clear();
    }

    public void undid() {
        undone.push(done.pop());
    }

    public void redid() {
        done.push(undone.pop());
    }

    /** Version of the change that undo takes back. */
    public Optional<Long> next() {
        return Optional.ofNullable(done.peek());
    }

    /** Version of the change that redo brings again. */
    public Optional<Long> nextRedo() {
        return Optional.ofNullable(undone.peek());
    }

    /** Version whose state holds after an undo: that of the change before, or of the beginning. */
    public long stateAfterUndo(long beginning) {
        return done.stream().skip(1).findFirst().orElse(beginning);
    }
}
