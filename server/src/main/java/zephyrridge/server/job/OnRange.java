package zephyrridge.server.job;

import java.util.Arrays;
import zephyrridge.core.range.Drawn;
import zephyrridge.core.range.Lesson;
import zephyrridge.core.range.Secret;

/**
 * Which machine of the range a job is practised on, and by whom: nobody else sees it.
 *
 * @param what a lesson, or how difficult a drawn one is
 */
public record OnRange(String learner, String what, long seed) {
    /** The machine with all that is to be found out about it; the same each time. */
    public Secret secret() {
        return Arrays.stream(Lesson.values())
                .filter(l -> l.name().equals(what))
                .findFirst()
                .map(l -> l.secret(seed))
                .orElseGet(() -> Drawn.machine(seed, Drawn.Difficulty.valueOf(what)));
    }
}
