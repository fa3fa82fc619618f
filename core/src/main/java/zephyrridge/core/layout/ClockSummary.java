package zephyrridge.core.layout;

import java.util.Optional;
import zephyrridge.core.machine.Controller;
import zephyrridge.core.machine.RateCap;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.CasLatencies;
import zephyrridge.core.module.ClockRounding;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Timings;

/** What the modules of a clock domain, or of a part of it, have in common. Parts merge into the whole; the size is constant. */
final class ClockSummary {
    /** Modules in the fullest channel, soldered banks included. */
    int modules;

    int ranks;
    boolean unlikeSizes;
    boolean allFilled = true;
    Buffering buffering;
    /** Rate of the slowest module in thirds of MT/s, 0 without one. */
    int slowest;

    boolean timingsUnknown;
    int tAA;
    int tRCD;
    int tRP;
    int tRAS;
    CasLatencies latencies;

    /** The step a domain runs at, and its latency. */
    record Step(int number, int cl) {}

    void add(ModuleSpec m) {
        ranks = Math.max(ranks, m.organisation().packageRanks());
        if (buffering == null || m.buffering().compareTo(buffering) > 0) {
            buffering = m.buffering();
        }
        int rate = m.rate().thirds();
        slowest = slowest == 0 ? rate : Math.min(slowest, rate);
        if (m.timings().isEmpty()) {
            timingsUnknown = true;
            return;
        }
        Timings t = m.timings().get();
        tAA = Math.max(tAA, t.tAA().value());
        tRCD = Math.max(tRCD, t.tRCD().value());
        tRP = Math.max(tRP, t.tRP().value());
        tRAS = Math.max(tRAS, t.tRAS().value());
        latencies = latencies == null ? t.casLatencies() : latencies.and(t.casLatencies());
    }

    void merge(ClockSummary o) {
        modules = Math.max(modules, o.modules);
        ranks = Math.max(ranks, o.ranks);
        unlikeSizes |= o.unlikeSizes;
        allFilled &= o.allFilled;
        if (buffering == null || o.buffering != null && o.buffering.compareTo(buffering) > 0) {
            buffering = o.buffering;
        }
        slowest = slowest == 0 ? o.slowest : o.slowest == 0 ? slowest : Math.min(slowest, o.slowest);
        timingsUnknown |= o.timingsUnknown;
        tAA = Math.max(tAA, o.tAA);
        tRCD = Math.max(tRCD, o.tRCD);
        tRP = Math.max(tRP, o.tRP);
        tRAS = Math.max(tRAS, o.tRAS);
        if (latencies == null) {
            latencies = o.latencies;
        } else if (o.latencies != null) {
            latencies = latencies.and(o.latencies);
        }
    }

    /** The first row of the record's table that matches. */
    Optional<RateCap> cap(Controller controller) {
        for (RateCap row : controller.caps()) {
            if (row.matches(modules, ranks, unlikeSizes, buffering, allFilled)) {
                return Optional.of(row);
            }
        }
        return Optional.empty();
    }

    /** The fastest step at which everything runs; a latency of 0 where timings are not known. Null where there is none. */
    Step step(CompiledMachine machine, Optional<RateCap> cap) {
        int most = Math.min(slowest, cap.map(c -> c.rate().thirds()).orElse(Integer.MAX_VALUE));
        MemoryGeneration generation = machine.record.controller().generation();
        int tAAmax = timingsUnknown ? 0 : generation.tAAmaxPs().orElse(Integer.MAX_VALUE);
        for (int s = 0; s < machine.steps.length; s++) {
            if (machine.steps[s].thirds() > most) {
                continue;
            }
            if (timingsUnknown) {
                return new Step(s, 0);
            }
            int tck = machine.tckPs[s];
            int cl = latencies.smallestFrom(ClockRounding.cyclesRoundedUp(generation, tAA, tck));
            if (cl >= 0 && (long) cl * tck <= tAAmax) {
                return new Step(s, cl);
            }
        }
        return null;
    }
}
