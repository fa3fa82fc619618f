package zephyrridge.core.machine;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import zephyrridge.core.machine.SlotModel.Entry;
import zephyrridge.core.machine.SlotModel.Form;
import zephyrridge.core.machine.SlotModel.Slot;

/** The slot model of a second time, by recursion and with texts for keys; slow and plain. */
final class NaiveSlots {
    private NaiveSlots() {}

    /** Entropy in bits of (free sockets per place, soldered size) when one slot got this extra likelihood. */
    static double entropyGiven(List<Slot> slots, int count, int extraSlot, double[] extra) {
        Map<String, Double> outcomes = new HashMap<>();
        visit(slots, 0, 1, new SlotState[slots.size()], count, extraSlot, extra, outcomes);
        double sum = outcomes.values().stream().mapToDouble(Double::doubleValue).sum();
        return outcomes.values().stream()
                .mapToDouble(p -> p == 0 ? 0 : -(p / sum) * Math.log(p / sum) / Math.log(2))
                .sum();
    }

    private static void visit(
            List<Slot> slots,
            int at,
            double p,
            SlotState[] states,
            int count,
            int extraSlot,
            double[] extra,
            Map<String, Double> outcomes) {
        if (at == slots.size()) {
            int present = 0;
            int soldered = 0;
            Map<String, Integer> free = new java.util.TreeMap<>();
            long size = 0;
            for (int i = 0; i < states.length; i++) {
                present += states[i] == SlotState.ABSENT ? 0 : 1;
                soldered += states[i] == SlotState.SOLDERED ? 1 : 0;
                size += states[i] == SlotState.SOLDERED ? slots.get(i).mebibytes() : 0;
                if (states[i] == SlotState.EMPTY) {
                    free.merge(slots.get(i).place(), 1, Integer::sum);
                }
            }
            double counted = 0.15 / 16 + (count == present ? 0.80 : 0) + (count == present + soldered ? 0.05 : 0);
            outcomes.merge(free + " " + size, p * counted, Double::sum);
            return;
        }
        for (SlotState s : SlotState.values()) {
            states[at] = s;
            double q = p
                    * record(slots.get(at), s)
                    * slots.get(at).entry().map(e -> entry(e, s)).orElse(1.0)
                    * slots.get(at).seen().map(o -> o == s ? 0.99 : 0.01 / 3).orElse(1.0);
            visit(
                    slots,
                    at + 1,
                    at == extraSlot ? q * extra[s.ordinal()] : q,
                    states,
                    count,
                    extraSlot,
                    extra,
                    outcomes);
        }
    }

    private static double record(Slot slot, SlotState s) {
        boolean socketSaid = slot.recordSays() == SlotState.EMPTY || slot.recordSays() == SlotState.FILLED;
        boolean socket = s == SlotState.EMPTY || s == SlotState.FILLED;
        boolean right = socketSaid == socket && (socket || slot.recordSays() == s);
        return (right ? slot.reliability() : (1 - slot.reliability()) / 2) * (socket ? 0.5 : 1);
    }

    private static double entry(Entry e, SlotState s) {
        double p;
        if (s == SlotState.SOLDERED) {
            p = Map.of(Form.ROW_OF_CHIPS, 0.55, Form.UNKNOWN, 0.15, Form.SOCKETED, 0.30)
                    .get(e.form());
        } else {
            p = Map.of(Form.SOCKETED, 0.95, Form.UNKNOWN, 0.025, Form.ROW_OF_CHIPS, 0.025)
                    .get(e.form());
        }
        boolean something = s == SlotState.FILLED || s == SlotState.SOLDERED;
        p *= something == e.filled() ? 0.98 : 0.02;
        if (e.filled()) {
            double blank = s == SlotState.SOLDERED ? 0.6 : 0.03;
            p *= e.blankPart() ? blank : 1 - blank;
        }
        return p;
    }
}
