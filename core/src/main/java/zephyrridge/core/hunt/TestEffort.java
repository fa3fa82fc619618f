package zephyrridge.core.hunt;

import java.util.Optional;
import java.util.SortedSet;
import zephyrridge.core.access.Side;
import zephyrridge.core.fault.Act;
import zephyrridge.core.fault.Arrangement;
import zephyrridge.core.fault.Effort;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Gates;
import zephyrridge.core.unit.Unit;

/**
 * What a fault test costs at this machine as it lies there: the way to the sockets from what is off now, hands, what is done
 * besides, the start with its training, the memory test. Minutes of actions are common practice, no source.
 */
final class TestEffort implements Effort {
    private static final int PLUG = 1;
    /** With the settings put back as they were noted. */
    private static final int CLEAR = 10;

    private static final int FIRMWARE = 15;
    private static final int COMPANION = 10;
    /** To the test machine, in, up and back. */
    private static final int ELSEWHERE = 12;

    private static final int ELSEWHERE_PASS = 10;

    private final Bench bench;
    private final Unit unit;
    private final Assessment a;
    private final HuntNames names;

    TestEffort(Bench bench, Unit unit, Assessment a, HuntNames names) {
        this.bench = bench;
        this.unit = unit;
        this.a = a;
        this.names = names;
    }

    @Override
    public Optional<Integer> minutes(Arrangement now, Probe p) {
        if (p.acts().contains(Act.CLEAR) && isShut(Gates.clearing(unit))) {
            return Optional.empty();
        }
        SortedSet<String> touched = names.touched(now, p);
        if (!touched.isEmpty() && isShut(a.openingGates()) || !goesIn(p)) {
            return Optional.empty();
        }
        int minutes = way(touched) + touched.size() / 2;
        if (p.elsewhere().isPresent()) {
            return Optional.of(minutes + ELSEWHERE + ELSEWHERE_PASS * p.passes());
        }
        for (Act act : p.acts()) {
            minutes += switch (act) {
                case CLEAR -> CLEAR;
                case FIRMWARE -> FIRMWARE;
                case COMPANION -> COMPANION;
            };
        }
        boolean conditions = p.shape() == Probe.Shape.CONDITIONS;
        minutes += conditions ? PLUG : 0;
        boolean trains = !touched.isEmpty() || p.acts().contains(Act.CLEAR) || conditions;
        minutes += trains ? (a.expected().firstStartTo() + 59) / 60 : 1;
        return Optional.of(Math.max(1, minutes + p.passes() * a.expected().testPassMinutes()));
    }

    /** Off and on again; a machine that starts safely with its cover off need not be closed for each start. */
    private int way(SortedSet<String> touched) {
        if (touched.isEmpty()) {
            return 0;
        }
        Side up = a.now().up(bench.record());
        int seconds = bench.evaluator()
                .opening(touched, a.now().offSet(), unit.intake().hasBattery(), up)
                .seconds();
        return (bench.startsOpen() ? seconds / 2 : seconds) / 60 + 1;
    }

    private static boolean isShut(java.util.List<zephyrridge.core.finding.Finding> gates) {
        return gates.stream().anyMatch(f -> f.severity() == Severity.STOP);
    }

    /** A module that does not physically go into the socket is no test. */
    private boolean goesIn(Probe p) {
        return names.modules(p.fill()).entrySet().stream()
                .allMatch(e ->
                        bench.takes(e.getKey(), unit.modules().get(e.getValue()).spec()));
    }
}
