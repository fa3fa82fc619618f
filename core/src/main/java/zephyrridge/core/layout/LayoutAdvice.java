package zephyrridge.core.layout;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.IntStream;
import zephyrridge.core.finding.Detail;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.DataRate;

/**
 * What would be better, and only where the evaluator, asked with that very change, says so. Three kinds: a module like
 * those fitted into a free socket, the modules that hold the rate out, a position of an overfull channel left empty.
 */
final class LayoutAdvice {
    /** More than any client machine needs; on a server the first free sockets are enough to advise from. */
    private static final int MOST_TRIES = 64;

    private static final Evidence ASKED = Evidence.Formula.of("the evaluator, asked with this change");

    private final Function<Layout, LayoutEvaluation> evaluator;
    private final CompiledMachine machine;
    private final Layout layout;
    private final LayoutEvaluation now;
    private final List<Finding> out = new ArrayList<>();

    LayoutAdvice(
            Function<Layout, LayoutEvaluation> evaluator,
            CompiledMachine machine,
            Layout layout,
            LayoutEvaluation now) {
        this.evaluator = evaluator;
        this.machine = machine;
        this.layout = layout;
        this.now = now;
    }

    List<Finding> all() {
        for (Finding f : now.findings()) {
            if (f.code() == LayoutFinding.WIDTH_SINGLE || f.code() == LayoutFinding.WIDTH_UNEVEN) {
                fill(f.subject());
            } else if (f.code() == LayoutFinding.RATE_HELD_BY_MODULE) {
                without(f.subject());
            } else if (f.code() == LayoutFinding.RANKS_EXCEEDED) {
                leaveEmpty(f.subject());
            }
        }
        return List.copyOf(out);
    }

    private LayoutEvaluation ask(Layout other) {
        return evaluator.apply(other);
    }

    private void fill(Subject about) {
        int processor = Math.max(0, machine.record.processors().indexOf(about.id()));
        Bandwidth mean = now.widths().get(processor).mean().orElse(null);
        if (mean == null || now.has(Severity.STOP)) {
            return;
        }
        int[] positions = IntStream.of(machine.channelsOfProcessor[processor])
                .flatMap(c -> IntStream.of(machine.positionsOf[c]))
                .distinct()
                .toArray();
        Set<ModuleSpec> kinds = new LinkedHashSet<>();
        for (int p : positions) {
            if (!machine.positions[p].isSoldered()) {
                layout.module(p).ifPresent(kinds::add);
            }
        }
        int tries = 0;
        int best = -1;
        ModuleSpec with = null;
        Bandwidth most = mean;
        for (int p : positions) {
            if (layout.module(p).isPresent()) {
                continue;
            }
            for (ModuleSpec kind : kinds) {
                if (tries++ >= MOST_TRIES) {
                    break;
                }
                LayoutEvaluation then = ask(layout.with(p, kind));
                Bandwidth reached = then.widths().get(processor).mean().orElse(mean);
                boolean alike = saysItsRate(then) || !saysItsRate(now);
                if (!then.has(Severity.STOP) && alike && reached.compareTo(most) > 0) {
                    best = p;
                    with = kind;
                    most = reached;
                }
            }
        }
        if (best >= 0) {
            add(
                    LayoutFinding.ADVICE_FILL,
                    Subject.position(machine.positions[best].id()),
                    new LayoutFinding.Fill(machine.positions[best].label(), with.summary(), mean, most));
        }
    }

    /** Where the record names no rate for a filling, what the modules could do is no promise of what it will run at. */
    private static boolean saysItsRate(LayoutEvaluation e) {
        return e.findings().stream().noneMatch(f -> f.code() == LayoutFinding.RATE_NO_ROW);
    }

    /** Every module that holds the rate comes out, not one of them; a soldered bank cannot. */
    private void without(Subject about) {
        int at = position(about.id());
        int domain = machine.domainOf[channelOf(at)];
        DataRate slowest = layout.module(at).orElseThrow().rate();
        int[] culprits = IntStream.range(0, layout.size())
                .filter(p -> machine.domainOf[channelOf(p)] == domain)
                .filter(p ->
                        layout.module(p).filter(m -> m.rate().equals(slowest)).isPresent())
                .toArray();
        if (IntStream.of(culprits).anyMatch(p -> machine.positions[p].isSoldered())) {
            return;
        }
        Layout rest = layout;
        for (int p : culprits) {
            rest = rest.with(p, null);
        }
        LayoutEvaluation then = ask(rest);
        DataRate before = now.rates().get(domain).rate().orElse(slowest);
        DataRate after = then.rates().get(domain).rate().orElse(before);
        if (after.compareTo(before) > 0 && !then.has(Severity.STOP) && saysItsRate(then) && saysItsRate(now)) {
            List<String> labels = IntStream.of(culprits)
                    .mapToObj(p -> machine.positions[p].label())
                    .toList();
            add(LayoutFinding.ADVICE_WITHOUT, about, new LayoutFinding.Without(labels, before, after));
        }
    }

    private void leaveEmpty(Subject about) {
        int channel = IntStream.range(0, machine.channelIds.length)
                .filter(c -> machine.channelIds[c].equals(about.id()))
                .findFirst()
                .orElseThrow();
        IntStream.of(machine.positionsOf[channel])
                .boxed()
                .sorted(Comparator.reverseOrder())
                .filter(p -> !machine.positions[p].isSoldered())
                .filter(p -> layout.module(p).isPresent())
                .filter(p -> ask(layout.with(p, null)).findings().stream()
                        .noneMatch(f -> f.code() == LayoutFinding.RANKS_EXCEEDED
                                && f.subject().equals(about)))
                .findFirst()
                .ifPresent(p -> add(
                        LayoutFinding.ADVICE_LEAVE_EMPTY,
                        Subject.position(machine.positions[p].id()),
                        new LayoutFinding.LeaveEmpty(about.id(), machine.positions[p].label())));
    }

    private void add(LayoutFinding code, Subject subject, Detail detail) {
        out.add(Finding.of(code, Severity.NOTE, subject, detail, ASKED));
    }

    private int position(String id) {
        return IntStream.range(0, machine.positions.length)
                .filter(p -> machine.positions[p].id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private int channelOf(int position) {
        return IntStream.range(0, machine.channelIds.length)
                .filter(c -> IntStream.of(machine.positionsOf[c]).anyMatch(p -> p == position))
                .findFirst()
                .orElseThrow();
    }
}
