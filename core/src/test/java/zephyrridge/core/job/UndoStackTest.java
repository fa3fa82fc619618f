package zephyrridge.core.job;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class UndoStackTest {
    @Test
    void takesBackTheLastChangeFirstAndBringsItAgain() {
        UndoStack stack = new UndoStack();
        stack.began();
        assertThat(stack.next()).isEmpty();
        stack.changed(2);
        stack.changed(3);
        assertThat(stack.next()).contains(3L);
        assertThat(stack.stateAfterUndo(1)).isEqualTo(2);
        stack.undid();
        assertThat(stack.nextRedo()).contains(3L);
        stack.undid();
        assertThat(stack.next()).isEmpty();
        stack.redid();
        assertThat(stack.next()).contains(2L);
        stack.changed(6);
        assertThat(stack.nextRedo()).isEmpty();
    }

    /** Against an editor that keeps whole copies, on random sequences. */
    @Test
    void behavesLikeAListOfCopies() {
        Random random = new Random(11);
        for (int round = 0; round < 300; round++) {
            UndoStack stack = new UndoStack();
            stack.began();
            Map<Long, String> stateAt = new HashMap<>(Map.of(1L, ""));
            String state = "";
            List<String> past = new ArrayList<>();
            List<String> future = new ArrayList<>();
            for (long version = 2; version < 40; version++) {
                int dice = random.nextInt(4);
                if (dice == 0 && stack.next().isPresent()) {
                    String expected = past.remove(past.size() - 1);
                    future.add(state);
                    state = stateAt.get(stack.stateAfterUndo(1));
                    assertThat(state).isEqualTo(expected);
                    stack.undid();
                } else if (dice == 1 && stack.nextRedo().isPresent()) {
                    past.add(state);
                    state = stateAt.get(stack.nextRedo().get());
                    assertThat(state).isEqualTo(future.remove(future.size() - 1));
                    stack.redid();
                } else if (dice > 1) {
                    past.add(state);
                    future.clear();
                    state += version + " ";
                    stateAt.put(version, state);
                    stack.changed(version);
                }
                assertThat(stack.next().isPresent()).isEqualTo(!past.isEmpty());
                assertThat(stack.nextRedo().isPresent()).isEqualTo(!future.isEmpty());
            }
        }
    }
}
