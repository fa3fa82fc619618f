package zephyrridge.core.layout;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import zephyrridge.core.RandomMachines;
import zephyrridge.core.access.AccessGraph;
import zephyrridge.core.access.Part;
import zephyrridge.core.machine.Channel;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.RateCap;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Rates;
import zephyrridge.core.quantity.DataRate;

/**
 * The same questions answered the slow way: by definition, with names instead of numbers, exact decimals instead of integer
 * tricks, memory filled up half a gibibyte at a time, and every choice of what to open tried. Shares no code with the evaluator.
 */
final class NaiveEvaluator {
    private final MachineRecord record;
    private final RandomMachines.Case c;

    NaiveEvaluator(RandomMachines.Case c) {
        this.c = c;
        this.record = c.record();
    }

    /** Modules of a channel with soldered banks. */
    private List<ModuleSpec> inChannel(String channel) {
        List<ModuleSpec> modules = new ArrayList<>();
        for (Position p : record.positions()) {
            if (p.channels().contains(channel)) {
                p.soldered().ifPresent(modules::add);
                Optional.ofNullable(c.sockets().get(p.id())).ifPresent(modules::add);
            }
        }
        return modules;
    }

    long total(String channel) {
        return inChannel(channel).stream()
                .mapToLong(m -> m.capacity().mebibytes())
                .sum();
    }

    private List<String> channelsOf(String processor) {
        return record.channels().stream()
                .filter(ch -> processor.isEmpty() || ch.processor().equals(processor))
                .map(Channel::id)
                .toList();
    }

    /** "rate CL-tRCD-tRP-tRAS", "none" without a common rate, "" for an empty domain. */
    String rate(String domain) {
        List<List<ModuleSpec>> channels =
                channelsOf(domain).stream().map(this::inChannel).toList();
        List<ModuleSpec> all = channels.stream().flatMap(List::stream).toList();
        if (all.isEmpty()) {
            return "";
        }
        int fullest = channels.stream().mapToInt(List::size).max().orElseThrow();
        int ranks = all.stream()
                .mapToInt(m -> m.organisation().packageRanks())
                .max()
                .orElseThrow();
        boolean unlike = channels.stream()
                .anyMatch(ch -> ch.stream().map(ModuleSpec::capacity).distinct().count() > 1);
        double limit =
                all.stream().mapToDouble(m -> m.rate().megatransfers()).min().orElseThrow();
        for (RateCap row : record.controller().caps()) {
            boolean fits = (row.modules().isEmpty() || row.modules().get() == fullest)
                    && (row.ranks().isEmpty() || row.ranks().get() == ranks)
                    && (row.unlikeSizes().isEmpty() || row.unlikeSizes().get() == unlike);
            if (fits) {
                limit = Math.min(limit, row.rate().megatransfers());
                break;
            }
        }
        List<DataRate> steps = new ArrayList<>(record.controller().steps());
        steps.sort(Comparator.comparing(DataRate::megatransfers).reversed());
        MemoryGeneration g = record.controller().generation();
        for (DataRate step : steps) {
            if (step.megatransfers() > limit + 0.001) {
                continue;
            }
            BigDecimal tck = new BigDecimal(Rates.clockPeriodPs(g, step).orElseThrow());
            int least = clocks(g, max(all, 0), tck);
            for (int cl = 1; cl <= 127; cl++) {
                int tried = cl;
                if (cl >= least
                        && all.stream()
                                .allMatch(m ->
                                        m.timings().orElseThrow().casLatencies().contains(tried))
                        && tck.multiply(new BigDecimal(cl)).intValue()
                                <= g.tAAmaxPs().orElse(Integer.MAX_VALUE)) {
                    return step + " " + cl + "-" + clocks(g, max(all, 1), tck) + "-" + clocks(g, max(all, 2), tck) + "-"
                            + clocks(g, max(all, 3), tck);
                }
            }
        }
        return "none";
    }

    private static int max(List<ModuleSpec> all, int which) {
        return all.stream()
                .map(m -> m.timings().orElseThrow())
                .mapToInt(t -> (which == 0 ? t.tAA() : which == 1 ? t.tRCD() : which == 2 ? t.tRP() : t.tRAS()).value())
                .max()
                .orElseThrow();
    }

    private static int clocks(MemoryGeneration g, int ps, BigDecimal tck) {
        BigDecimal exact = new BigDecimal(ps).divide(tck, 40, RoundingMode.HALF_EVEN);
        return switch (g) {
            case DDR4 -> exact.add(new BigDecimal("0.974"))
                    .setScale(0, RoundingMode.FLOOR)
                    .intValue();
            case DDR5 -> exact.multiply(new BigDecimal("0.997"))
                            .setScale(0, RoundingMode.FLOOR)
                            .intValue()
                    + 1;
            default -> exact.subtract(new BigDecimal("0.01"))
                    .setScale(0, RoundingMode.CEILING)
                    .intValue();
        };
    }

    /** MiB by ways: memory filled up in layers of 512 MiB, each as wide as channels reach up to it. */
    Map<Integer, Long> widths(String processor) {
        List<Long> totals = channelsOf(processor).stream().map(this::total).toList();
        long highest = totals.stream().mapToLong(Long::longValue).max().orElse(0);
        Map<Integer, Long> byWays = new TreeMap<>();
        boolean unequal = totals.stream().filter(t -> t > 0).distinct().count() > 1;
        for (long level = 0; level < highest; level += 512) {
            int reach = 0;
            for (long t : totals) {
                reach += t > level ? 1 : 0;
            }
            while (reach > 0) {
                int ways = 1;
                for (int w : record.controller().ways()) {
                    ways = w <= reach && w > ways ? w : ways;
                }
                if (unequal && !record.controller().flex()) {
                    ways = 1;
                }
                byWays.merge(ways, 512L * ways, Long::sum);
                reach -= ways;
            }
        }
        return byWays;
    }

    /** Mean bandwidth in MB/s: total / sum(size / peak). */
    double mean(String processor, double megatransfers) {
        double time = 0;
        double total = 0;
        for (var region : widths(processor).entrySet()) {
            time += region.getValue() / (region.getKey() * 8 * megatransfers);
            total += region.getValue();
        }
        return total / time;
    }

    long usableMib() {
        Host host = c.host();
        long installed =
                record.channels().stream().mapToLong(ch -> total(ch.id())).sum();
        long kept = installed;
        if (host.mode() == Host.MemoryMode.MIRRORED) {
            kept = installed / 2;
        } else if (host.mode() == Host.MemoryMode.SPARED) {
            for (Channel ch : record.channels()) {
                kept -= inChannel(ch.id()).stream()
                        .mapToLong(
                                m -> m.capacity().mebibytes() / m.organisation().packageRanks())
                        .max()
                        .orElse(0);
            }
        }
        long addressable = host.wordBits() == 32
                ? Math.min(kept, 4096 - record.controller().deviceHole().mebibytes())
                : kept;
        long usable = Math.max(
                0,
                addressable
                        - record.controller().carveOut().mebibytes()
                        - record.controller().reserve().mebibytes());
        return host.ceiling().map(cap -> Math.min(usable, cap.mebibytes())).orElse(usable);
    }

    Set<String> changed() {
        Set<String> changed = new HashSet<>();
        for (int p = 0; p < record.positions().size(); p++) {
            if (!c.layout().module(p).equals(c.asFound().module(p))) {
                changed.add(record.positions().get(p).id());
            }
        }
        return changed;
    }

    /** Modules that come out or go in. */
    int handled() {
        int n = 0;
        for (int p = 0; p < record.positions().size(); p++) {
            if (changed().contains(record.positions().get(p).id())) {
                n += (c.layout().module(p).isPresent() ? 1 : 0)
                        + (c.asFound().module(p).isPresent() ? 1 : 0);
            }
        }
        return n;
    }

    /** Least seconds over every choice of one alternative per changed position. */
    int seconds() {
        List<List<Set<String>>> choices = new ArrayList<>();
        for (Position p : record.positions()) {
            if (changed().contains(p.id()) && !p.access().isEmpty() && !choices.contains(p.access())) {
                choices.add(p.access());
            }
        }
        return changed().isEmpty() ? 0 : least(choices, 0, Set.of());
    }

    private int least(List<List<Set<String>>> choices, int at, Set<String> off) {
        if (at == choices.size()) {
            return cost(off);
        }
        int least = Integer.MAX_VALUE;
        for (Set<String> choice : choices.get(at)) {
            Set<String> more = new HashSet<>(off);
            more.addAll(choice);
            least = Math.min(least, least(choices, at + 1, more));
        }
        return least;
    }

    private int cost(Set<String> wanted) {
        AccessGraph graph = record.access();
        Set<String> off = new HashSet<>(wanted);
        boolean grew = true;
        while (grew) {
            grew = false;
            for (Part part : graph.parts()) {
                if (off.contains(part.id())) {
                    grew |= off.addAll(part.needsOff());
                } else if (mustComeOut(part, graph)) {
                    grew |= off.add(part.id());
                }
            }
        }
        return graph.parts().stream()
                .filter(p -> off.contains(p.id()))
                .mapToInt(p -> p.secondsOff() + p.secondsOn())
                .sum();
    }

    /** Every plug comes out; a pack only where no plug lies over it. */
    private static boolean mustComeOut(Part part, AccessGraph graph) {
        if (part.kind() != Part.Kind.BATTERY) {
            return part.kind() == Part.Kind.BATTERY_PLUG;
        }
        Set<String> over = new HashSet<>(part.needsOff());
        for (int i = 0; i < graph.parts().size(); i++) {
            graph.parts().stream().filter(p -> over.contains(p.id())).forEach(p -> over.addAll(p.needsOff()));
        }
        return graph.parts().stream().noneMatch(p -> over.contains(p.id()) && p.kind() == Part.Kind.BATTERY_PLUG);
    }

    /** STOP findings by code and subject. */
    Set<String> stops() {
        Set<String> stops = new HashSet<>();
        for (Position p : record.positions()) {
            ModuleSpec m = c.sockets().get(p.id());
            if (m != null
                    && m.millivolts().stream().noneMatch(record.controller().millivolts()::contains)) {
                stops.add("FIT_VOLTAGE " + p.id());
            }
        }
        for (Channel ch : record.channels()) {
            if (inChannel(ch.id()).stream()
                            .mapToInt(m -> m.organisation().packageRanks())
                            .sum()
                    > record.controller().ranksPerChannel()) {
                stops.add("RANKS_EXCEEDED " + ch.id());
            }
        }
        if (record.channels().stream().allMatch(ch -> total(ch.id()) == 0)) {
            stops.add("NO_MEMORY ");
        }
        return stops;
    }

    Map<String, String> rates() {
        Map<String, String> rates = new LinkedHashMap<>();
        if (record.controller().clockPerProcessor()) {
            record.processors().forEach(p -> rates.put(p, rate(p)));
        } else {
            rates.put("", rate(""));
        }
        return rates;
    }
}
