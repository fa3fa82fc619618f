package zephyrridge.server.job;

import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.function.LongFunction;
import zephyrridge.core.change.UndoStack;

/** A job's events as one person's undo and redo see them: one's own last change, and only while it is the last that holds. */
public final class JobHistory {
    private final List<EventRow> events;
    private final UndoStack stack = new UndoStack();
    private final String by;
    private final LongFunction<Optional<String>> undoOf;

    /**
     * @param events all of a job, oldest first; {@code by} the login that asks
     * @param undoOf what takes the change of a version back, looked up only when it is needed
     */
    JobHistory(List<EventRow> events, String by, LongFunction<Optional<String>> undoOf) {
        this.events = events;
        this.by = by;
        this.undoOf = undoOf;
        for (EventRow e : events) {
            switch (e.type()) {
                    // What is not a change of the job's own document is not taken back, nor what was before it.
                case "JobTakenIn", "JobBroughtIn", "JobPractised", "RecordTaken" -> stack.began();
                case "Undo" -> stack.undid(e.version());
                case "Redo" -> stack.redid(e.version());
                default -> stack.changed(e.version());
            }
        }
    }

    /** What takes one's own last change back. */
    public Optional<String> undo() {
        return undoes().flatMap(e -> undoOf.apply(stack.next().orElseThrow()));
    }

    /** What brings again the change that one undid last. */
    public Optional<String> redo() {
        return redoes().flatMap(e -> undoOf.apply(stack.undoneBy().orElseThrow()));
    }

    /** The change that undo takes back. */
    public Optional<EventRow> undoes() {
        return own(stack.change());
    }

    public Optional<EventRow> redoes() {
        return own(stack.undoneBy().isPresent() ? stack.undoneChange() : OptionalLong.empty())
                .filter(e -> event(stack.undoneBy().orElseThrow())
                        .filter(u -> u.login().equals(by))
                        .isPresent());
    }

    private Optional<EventRow> own(OptionalLong version) {
        return version.isEmpty()
                ? Optional.empty()
                : event(version.getAsLong()).filter(e -> e.login().equals(by));
    }

    private Optional<EventRow> event(long version) {
        return events.stream().filter(e -> e.version() == version).findFirst();
    }
}
