package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class UndoStackTest {
    @Test
    void undoAndRedoWalkBackAndForth() {
        UndoStack s = new UndoStack();
        s.began();
        assertThat(s.next()).isEmpty();
        s.changed(2);
        s.changed(3);
        assertThat(s.next()).contains(3L);
        s.undid(4);
        assertThat(s.next()).contains(2L);
        assertThat(s.undoneBy()).contains(4L);
        assertThat(s.undoneChange()).hasValue(3);
        s.redid(5);
        // What brought it again is what has to be taken back.
        assertThat(s.next()).contains(5L);
        assertThat(s.change()).hasValue(3);
        s.undid(6);
        s.changed(7);
        assertThat(s.undoneBy()).as("a new change ends redo").isEmpty();
    }

    /** Random walks against a plain editor: states kept as numbers, each event's undo as the state before it. */
    @Test
    void agreesWithAnEditorThatKeepsWholeStates() {
        Random random = new Random(11);
        for (int round = 0; round < 300; round++) {
            UndoStack stack = new UndoStack();
            stack.began();
            List<Integer> past = new ArrayList<>();
            List<Integer> future = new ArrayList<>();
            Map<Long, Integer> before = new HashMap<>();
            int plain = 0;
            int state = 0;
            for (long version = 2; version < 40; version++) {
                int what = random.nextInt(3);
                if (what == 1 && stack.next().isPresent()) {
                    int now = state;
                    state = before.get(stack.next().get());
                    before.put(version, now);
                    stack.undid(version);
                    future.add(plain);
                    plain = past.remove(past.size() - 1);
                } else if (what == 2 && stack.undoneBy().isPresent()) {
                    int now = state;
                    state = before.get(stack.undoneBy().get());
                    before.put(version, now);
                    stack.redid(version);
                    past.add(plain);
                    plain = future.remove(future.size() - 1);
                } else {
                    before.put(version, state);
                    state = (int) version;
                    stack.changed(version);
                    past.add(plain);
                    future.clear();
                    plain = state;
                }
                assertThat(state).isEqualTo(plain);
                assertThat(stack.next().isPresent()).isEqualTo(!past.isEmpty());
            }
        }
    }
}
