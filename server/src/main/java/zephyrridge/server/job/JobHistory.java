package zephyrridge.server.job;

import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import zephyrridge.core.job.JobState;
import zephyrridge.core.job.UndoStack;

/** A job's events as undo and redo see them. States are looked up only when they are needed. */
final class JobHistory {
    private final List<JobStore.EventRow> events;
    private final UndoStack stack = new UndoStack();
    private final LongFunction<Optional<JobState>> stateAt;

    /** @param events all of a job, oldest first; {@code stateAt} the state a version left */
    JobHistory(List<JobStore.EventRow> events, LongFunction<Optional<JobState>> stateAt) {
        this.events = events;
        this.stateAt = stateAt;
        for (JobStore.EventRow e : events) {
            switch (e.type()) {
                case "JobTakenIn" -> stack.began();
                case "Undo" -> stack.undid();
                case "Redo" -> stack.redid();
                default -> stack.changed(e.version());
            }
        }
    }

    /** The state before the change that undo takes back. */
    Optional<JobState> beforeLast() {
        return stack.next()
                .flatMap(v -> stateAt.apply(stack.stateAfterUndo(events.get(0).version())));
    }

    /** The state after the change that redo brings again. */
    Optional<JobState> nextUndone() {
        return stack.nextRedo().flatMap(stateAt::apply);
    }

    /** The change that undo takes back. */
    Optional<JobStore.EventRow> undoes() {
        return stack.next().flatMap(this::event);
    }

    Optional<JobStore.EventRow> redoes() {
        return stack.nextRedo().flatMap(this::event);
    }

    private Optional<JobStore.EventRow> event(long version) {
        return events.stream().filter(e -> e.version() == version).findFirst();
    }
}
