package zephyrridge.core.layout;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.machine.RateCap;
import zephyrridge.core.module.ClockRounding;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.Picoseconds;

/**
 * The rate and timings one clock domain runs: the fastest step of the controller that no module and no row of
 * the record's table forbids, and for which a common CAS latency exists. Rounding from memory of JESD21-C and JESD400-5.
 */
final class RateRule {
    /** A domain's summary, with the modules to name. */
    private static final class Domain {
        final ClockSummary clock = new ClockSummary();
        ModuleSpec slowest;
        int slowestAt;
        ModuleSpec fastest;
        int unknownTimings = -1;
    }

    private RateRule() {}

    /** @return the verdict; the result is put into {@code results[domain]} */
    static Verdict solve(Facts f, int domain, RateResult[] results, List<Finding> out) {
        Domain d = sumUp(f, domain);
        String name = f.machine.domains[domain];
        Subject subject = name.isEmpty() ? Subject.machine() : Subject.processor(name);
        results[domain] = new RateResult(name, Optional.empty(), Optional.empty());
        if (d.clock.modules == 0) {
            return Verdict.NOT_APPLICABLE;
        }
        Optional<RateCap> row = d.clock.cap(f.controller());
        if (row.isEmpty()) {
            out.add(Finding.of(
                    LayoutFinding.RATE_NO_ROW,
                    Severity.NOTE,
                    subject,
                    new LayoutFinding.RateConditions(
                            d.clock.modules, d.clock.ranks, d.clock.unlikeSizes, d.clock.allFilled),
                    new Evidence.RecordEntry(
                            "controller.caps", "no row matches", f.controller().name())));
        }
        RateCap cap = row.orElse(null);
        // The rate can still be told where timings are not known (soldered banks mostly); the latency cannot.
        boolean unknown = d.clock.timingsUnknown;
        if (unknown) {
            String at = f.position(d.unknownTimings).label();
            out.add(Finding.of(
                    LayoutFinding.RATE_TIMINGS_UNKNOWN,
                    Severity.NOTE,
                    Subject.position(f.position(d.unknownTimings).id()),
                    new LayoutFinding.AtPosition(at),
                    new Evidence.ModuleFact(at, "timings", "not read")));
        }
        boolean sellers = sellersRates(f, domain, out);
        ClockSummary.Step step = d.clock.step(f.machine, row);
        if (step == null) {
            out.add(Finding.of(
                    LayoutFinding.RATE_NO_COMMON,
                    Severity.STOP,
                    subject,
                    LayoutFinding.Nothing.INSTANCE,
                    unknown
                            ? new Evidence.RecordEntry(
                                    "controller.steps",
                                    f.controller().steps().toString(),
                                    f.controller().name())
                            : new Evidence.Clause("JESD21-C / JESD400-5", "CAS latency for a clock period", true)));
            return Verdict.VIOLATED;
        }
        DataRate runs = f.machine.steps[step.number()];
        results[domain] = new RateResult(
                name, Optional.of(runs), unknown ? Optional.empty() : Optional.of(clocks(f, d.clock, step, runs)));
        Verdict verdict = explain(f, domain, d, runs, cap, subject, out);
        return unknown || sellers ? Verdict.UNDECIDED : verdict;
    }

    /** Modules that are sold at a rate which their CL shows to be a profile's: what they do by the standard nobody has read. */
    private static boolean sellersRates(Facts f, int domain, List<Finding> out) {
        // A compression module stands in several channels and is told once.
        BitSet told = new BitSet();
        for (int c = 0; c < f.count.length; c++) {
            for (int p : f.machine.domainOf[c] == domain ? f.machine.positionsOf[c] : new int[0]) {
                if (!f.counts(p) || f.modules[p].profileCl().isEmpty() || told.get(p)) {
                    continue;
                }
                told.set(p);
                String at = f.position(p).label();
                int cl = f.modules[p].profileCl().get();
                out.add(Finding.of(
                        LayoutFinding.RATE_MAY_BE_PROFILE,
                        Severity.RISK,
                        Subject.position(f.position(p).id()),
                        new LayoutFinding.Profile(at, f.modules[p].rate(), cl),
                        new Evidence.ModuleFact(at, "CL", String.valueOf(cl))));
            }
        }
        return !told.isEmpty();
    }

    private static RateResult.Clocks clocks(Facts f, ClockSummary clock, ClockSummary.Step step, DataRate runs) {
        MemoryGeneration generation = f.controller().generation();
        int tck = f.machine.tckPs[step.number()];
        return new RateResult.Clocks(
                step.cl(),
                ClockRounding.cyclesRoundedUp(generation, clock.tRCD, tck),
                ClockRounding.cyclesRoundedUp(generation, clock.tRP, tck),
                ClockRounding.cyclesRoundedUp(generation, clock.tRAS, tck),
                Picoseconds.of((int) Math.round(step.cl() * 6_000_000.0 / runs.thirds())));
    }

    private static Domain sumUp(Facts f, int domain) {
        Domain d = new Domain();
        for (int c = 0; c < f.count.length; c++) {
            if (f.machine.domainOf[c] != domain) {
                continue;
            }
            d.clock.modules = Math.max(d.clock.modules, f.count[c]);
            d.clock.allFilled &= f.count[c] > 0;
            ByteSize size = null;
            for (int p : f.machine.positionsOf[c]) {
                if (f.counts(p)) {
                    ModuleSpec m = f.modules[p];
                    d.clock.unlikeSizes |= size != null && !size.equals(m.capacity());
                    size = m.capacity();
                    add(d, m, p);
                }
            }
        }
        return d;
    }

    private static void add(Domain d, ModuleSpec m, int p) {
        d.clock.add(m);
        if (d.slowest == null || m.rate().compareTo(d.slowest.rate()) < 0) {
            d.slowest = m;
            d.slowestAt = p;
        }
        if (d.fastest == null || m.rate().compareTo(d.fastest.rate()) > 0) {
            d.fastest = m;
        }
        if (m.timings().isEmpty()) {
            d.unknownTimings = p;
        }
    }

    /** Labels of all modules of the domain that are no faster than this. */
    private static List<String> holding(Facts f, DataRate slowest, int domain) {
        List<String> labels = new ArrayList<>();
        for (int c = 0; c < f.count.length; c++) {
            for (int p : f.machine.positionsOf[c]) {
                String label = f.position(p).label();
                if (f.machine.domainOf[c] == domain
                        && f.counts(p)
                        && f.modules[p].rate().equals(slowest)
                        && !labels.contains(label)) {
                    labels.add(label);
                }
            }
        }
        return List.copyOf(labels);
    }

    /** What holds the rate down: a slower module among faster ones, a row of the table, or the controller. */
    private static Verdict explain(
            Facts f, int domain, Domain d, DataRate runs, RateCap cap, Subject subject, List<Finding> out) {
        int before = out.size();
        if (cap != null
                && cap.rate().compareTo(d.slowest.rate()) < 0
                && cap.rate().compareTo(f.machine.steps[0]) < 0) {
            out.add(Finding.of(
                    LayoutFinding.RATE_HELD_BY_TABLE,
                    Severity.COST,
                    subject,
                    new LayoutFinding.RateHeld(runs, d.slowest.rate().min(f.machine.steps[0]), cap.source()),
                    new Evidence.RecordEntry("controller.caps", cap.rate().toString(), cap.source())));
        } else if (d.slowest.rate().compareTo(d.fastest.rate()) < 0
                && d.slowest.rate().compareTo(f.machine.steps[0]) < 0) {
            String at = f.position(d.slowestAt).label();
            out.add(Finding.of(
                    LayoutFinding.RATE_HELD_BY_MODULE,
                    Severity.COST,
                    Subject.position(f.position(d.slowestAt).id()),
                    new LayoutFinding.RateMixed(runs, holding(f, d.slowest.rate(), domain)),
                    new Evidence.ModuleFact(at, "rate", d.slowest.rate().toString())));
        } else if (f.machine.steps[0].compareTo(d.slowest.rate()) < 0) {
            out.add(Finding.of(
                    LayoutFinding.RATE_HELD_BY_CONTROLLER,
                    Severity.NOTE,
                    subject,
                    new LayoutFinding.RateHeld(
                            runs, d.slowest.rate(), f.controller().name()),
                    new Evidence.RecordEntry(
                            "controller.steps",
                            f.machine.steps[0].toString(),
                            f.controller().name())));
        }
        return cap == null
                ? Verdict.UNDECIDED
                : out.size() > before && out.get(before).severity() == Severity.COST
                        ? Verdict.VIOLATED
                        : Verdict.SATISFIED;
    }
}
