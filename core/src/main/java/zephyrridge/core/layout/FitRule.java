package zephyrridge.core.layout;

import java.util.ArrayList;
import java.util.List;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.machine.Controller;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.ModuleSpec;

/**
 * Whether each module goes into its position and is accepted there: generation and key, form factor, buffering, voltage, ECC,
 * height (JEDEC outlines and JESD79 supplies, from memory; ).
 */
final class FitRule implements LayoutRule {
    private static final Evidence OUTLINE =
            new Evidence.Clause("JEDEC module outlines", "keys, pins and voltages", true);

    @Override
    public Rule rule() {
        return Rule.FIT;
    }

    @Override
    public Verdict check(Facts f, List<Finding> out) {
        int before = out.size();
        boolean undecided = false;
        boolean sockets = false;
        for (int p = 0; p < f.modules.length; p++) {
            Position position = f.position(p);
            sockets |= !position.isSoldered();
            if (f.modules[p] == null || position.isSoldered()) {
                continue;
            }
            String missing = f.missing(p);
            if (missing != null) {
                add(
                        out,
                        LayoutFinding.FIT_POSITION_ABSENT,
                        Severity.STOP,
                        position,
                        new LayoutFinding.Absent(position.label(), missing));
                continue;
            }
            undecided |= module(f.controller(), position, f.modules[p], out);
        }
        if (!sockets) {
            out.add(Finding.of(
                    LayoutFinding.NO_SOCKETS,
                    Severity.NOTE,
                    Subject.machine(),
                    LayoutFinding.Nothing.INSTANCE,
                    new Evidence.RecordEntry("positions", "all soldered", f.machine.record.name())));
            return Verdict.NOT_APPLICABLE;
        }
        boolean stopped = false;
        for (int i = before; i < out.size(); i++) {
            stopped |= out.get(i).severity() == Severity.STOP;
        }
        return stopped ? Verdict.VIOLATED : undecided ? Verdict.UNDECIDED : Verdict.SATISFIED;
    }

    /** Whether a module may not go into a position at all. */
    static boolean stops(Controller c, Position position, ModuleSpec m) {
        List<Finding> out = new ArrayList<>();
        module(c, position, m, out);
        return out.stream().anyMatch(f -> f.severity() == Severity.STOP);
    }

    /** @return whether a fact was missing */
    private static boolean module(Controller c, Position position, ModuleSpec m, List<Finding> out) {
        String at = position.label();
        if (m.generation() != c.generation()) {
            add(
                    out,
                    LayoutFinding.FIT_GENERATION,
                    Severity.STOP,
                    position,
                    new LayoutFinding.Generation(at, m.generation(), c.generation()));
            return false;
        }
        if (m.formFactor() != position.formFactor()) {
            add(
                    out,
                    LayoutFinding.FIT_FORM_FACTOR,
                    Severity.STOP,
                    position,
                    new LayoutFinding.Form(at, m.formFactor(), position.formFactor()));
        }
        boolean undecided = false;
        if (m.buffering() == Buffering.CLOCKED) {
            if (c.clockedModules().isEmpty()) {
                add(out, LayoutFinding.FIT_CLOCKED_UNKNOWN, Severity.RISK, position, new LayoutFinding.AtPosition(at));
                undecided = true;
            } else if (!c.clockedModules().get()) {
                add(
                        out,
                        LayoutFinding.FIT_BUFFERING,
                        Severity.STOP,
                        position,
                        new LayoutFinding.BufferingRefused(at, m.buffering()));
            }
        } else if (!c.buffering().contains(m.buffering())) {
            add(
                    out,
                    LayoutFinding.FIT_BUFFERING,
                    Severity.STOP,
                    position,
                    new LayoutFinding.BufferingRefused(at, m.buffering()));
        }
        boolean common = false;
        for (int mv : m.millivolts()) {
            common |= c.millivolts().contains(mv);
        }
        if (!common) {
            add(
                    out,
                    LayoutFinding.FIT_VOLTAGE,
                    Severity.STOP,
                    position,
                    new LayoutFinding.Voltage(
                            at,
                            m.millivolts().get(0),
                            c.millivolts().stream()
                                    .mapToInt(Integer::intValue)
                                    .max()
                                    .orElse(0)));
        }
        if (m.ecc() && !c.ecc()) {
            add(out, LayoutFinding.FIT_ECC_IGNORED, Severity.NOTE, position, new LayoutFinding.AtPosition(at));
        }
        if (position.socket().isPresent()
                && position.socket().get().clearanceMillimetres().isPresent()
                && m.heightMillimetres().isPresent()) {
            int room = position.socket().get().clearanceMillimetres().get();
            if (m.heightMillimetres().get() > room) {
                add(
                        out,
                        LayoutFinding.FIT_HEIGHT,
                        Severity.STOP,
                        position,
                        new LayoutFinding.Height(at, m.heightMillimetres().get(), room));
            }
        }
        return undecided;
    }

    private static void add(
            List<Finding> out, LayoutFinding code, Severity severity, Position position, Detail detail) {
        out.add(Finding.of(code, severity, Subject.position(position.id()), detail, OUTLINE));
    }
}
