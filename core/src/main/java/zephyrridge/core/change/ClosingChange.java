package zephyrridge.core.change;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Optional;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Gates;
import zephyrridge.core.standing.Proof;
import zephyrridge.core.unit.Grade;
import zephyrridge.core.unit.Rules;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/** Handing back, and the two changes that only the history can carry out. */
public sealed interface ClosingChange extends Change {
    /** @param inParts who decided that it goes back with something off, when that is so */
    record CloseJob(@NotNull @Size(max = 2000) String note, Optional<@Size(max = 200) String> inParts)
            implements ClosingChange {
        @Override
        public Work to(Situation s) {
            String by = inParts.map(String::strip).orElse("");
            Assessment a = s.assess();
            s.refuseIfShut(Gates.handingBack(s.bench, s.unit, a.now(), a.checks(), !by.isEmpty()));
            Proof proof = a.proof();
            Grade grade = proof.closed() ? proof.grade() : Grade.NONE;
            return s.work.with(s.unit.withClosing(
                    Optional.of(new Unit.Closing(grade, proof.wanted(), note, by, HouseRules.VERSION, Rules.VERSION))));
        }
    }

    record ReopenJob() implements ClosingChange {
        @Override
        public Work to(Situation s) {
            return s.work.with(s.unit.withClosing(Optional.empty()));
        }

        @Override
        public boolean opensAgain() {
            return true;
        }
    }

    /** Takes one's own last change back. What job that is only the history knows. */
    record Undo() implements ClosingChange {
        @Override
        public Work to(Situation s) {
            return s.ports.beforeOwnLast().orElseThrow(() -> s.refused(Refusal.NOTHING_TO_UNDO.of("change", "")));
        }

        @Override
        public boolean opensAgain() {
            return true;
        }
    }

    /** Brings again what was undone last. */
    record Redo() implements ClosingChange {
        @Override
        public Work to(Situation s) {
            return s.ports.afterOwnUndone().orElseThrow(() -> s.refused(Refusal.NOTHING_TO_REDO.of("change", "")));
        }

        @Override
        public boolean opensAgain() {
            return true;
        }
    }
}
