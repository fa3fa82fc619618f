package zephyrridge.core.layout;

import java.util.Arrays;
import zephyrridge.core.machine.Controller;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;

/**
 * Layouts of one machine in figures: groups of channels are summed up once and merged as often as one likes. Says what
 * {@link LayoutEvaluator} says, without words; a test holds them together. Built once per record, host and layout as found; safe
 * under concurrent use.
 */
public final class LayoutFigures {
    private final CompiledMachine machine;
    private final Host host;
    private final Layout found;
    private final boolean[] there;

    LayoutFigures(CompiledMachine machine, Layout found, Host host) {
        this.machine = machine;
        this.host = host;
        this.found = found;
        there = new boolean[machine.positions.length];
        Facts f = new Facts(machine, found, found, host);
        for (int p = 0; p < there.length; p++) {
            there[p] = f.missing(p) == null;
        }
    }

    public int groups() {
        return machine.groupChannels.length;
    }

    /** Numbers of a group's positions in the record. */
    public int[] positions(int group) {
        return machine.groupPositions[group].clone();
    }

    /** Whether a position is there, has a socket, and a module may go into it. */
    public boolean takes(int position, ModuleSpec module) {
        Position p = machine.positions[position];
        return there[position] && !p.isSoldered() && !FitRule.stops(machine.record.controller(), p, module);
    }

    public boolean isThere(int position) {
        return there[position];
    }

    /** The fastest rate of the controller in thirds of MT/s. */
    public int topRateThirds() {
        return machine.steps[0].thirds();
    }

    /** What any layout that changes positions of these classes takes at least. */
    public int leastMinutes(long changedClasses) {
        return Effort.leastMinutes(machine.opening.secondsFor(changedClasses));
    }

    /** The summaries of a whole layout, by group. */
    public ChannelSummary[] summarise(Layout layout) {
        ChannelSummary[] all = new ChannelSummary[groups()];
        for (int g = 0; g < all.length; g++) {
            int[] positions = machine.groupPositions[g];
            ModuleSpec[] at = new ModuleSpec[positions.length];
            for (int i = 0; i < at.length; i++) {
                at[i] = layout.raw()[positions[i]];
            }
            all[g] = summarise(g, at);
        }
        return all;
    }

    /** @param at modules by the group's positions, null where nothing is; soldered banks included */
    public ChannelSummary summarise(int group, ModuleSpec[] at) {
        int[] positions = machine.groupPositions[group];
        int[] channels = machine.groupChannels[group];
        ChannelSummary s = new ChannelSummary(group, channels.length);
        Controller c = machine.record.controller();
        for (int i = 0; i < positions.length; i++) {
            int p = positions[i];
            ModuleSpec m = at[i];
            ModuleSpec was = found.raw()[p];
            if (m == null ? was != null : !m.equals(was)) {
                s.changed = true;
                s.handled += (m == null ? 0 : 1) + (was == null ? 0 : 1);
                s.changedClasses |= machine.opening.classesOf(new int[] {p}, 1);
            }
            if (m == null) {
                continue;
            }
            if (!there[p]) {
                s.stop |= !machine.positions[p].isSoldered();
                continue;
            }
            s.stop |= !machine.positions[p].isSoldered() && FitRule.stops(c, machine.positions[p], m);
            s.installedMib += m.capacity().mebibytes();
            s.modules++;
            s.clock.add(m);
            s.buffering |= 1 << MixingRule.plain(m.buffering()).ordinal();
            if (m.generation() == MemoryGeneration.DDR5) {
                s.checkBits |= m.checkBits().map(b -> b == 4 ? 1 : 2).orElse(0);
                int width = m.organisation().deviceWidth();
                s.widths |= MixingRule.registered(m) && width < 16 ? width : 0;
            }
        }
        for (int k = 0; k < channels.length; k++) {
            channel(s, k, channels[k], positions, at);
        }
        return s;
    }

    private void channel(ChannelSummary s, int k, int channel, int[] positions, ModuleSpec[] at) {
        Controller c = machine.record.controller();
        long size = -1;
        long largestRank = 0;
        int count = 0;
        int ranks = 0;
        int emptyOrder = Integer.MAX_VALUE;
        boolean broken = false;
        for (int p : machine.positionsOf[channel]) {
            ModuleSpec m = at[Arrays.binarySearch(positions, p)];
            Position position = machine.positions[p];
            if (!there[p]) {
                continue;
            }
            if (!position.isSoldered()) {
                if (m == null) {
                    emptyOrder = Math.min(emptyOrder, position.fillOrder());
                } else {
                    broken |= emptyOrder < position.fillOrder();
                }
            }
            if (m != null) {
                long mib = m.capacity().mebibytes();
                s.totals[k] += mib / machine.channelsOf[p].length;
                s.clock.unlikeSizes |= size >= 0 && size != mib;
                size = mib;
                count++;
                ranks += RankRule.chipSelects(m, c.rankMultiplication());
                largestRank = Math.max(largestRank, UsableMemory.rankMib(m));
            }
        }
        s.spareMib += largestRank;
        s.clock.modules = Math.max(s.clock.modules, count);
        s.clock.allFilled &= count > 0;
        s.stop |= ranks > c.ranksPerChannel();
        s.orderBroken |= broken;
    }

    /** @param all the summaries, one of each group */
    public Figures figures(ChannelSummary[] all) {
        int domains = machine.domains.length;
        ClockSummary[] clocks = new ClockSummary[domains];
        long installed = 0;
        long spare = 0;
        long changed = 0;
        int buffering = 0;
        int checkBits = 0;
        int widths = 0;
        boolean stop = false;
        boolean order = false;
        boolean any = false;
        int handled = 0;
        int filled = 0;
        for (ChannelSummary s : all) {
            int domain = machine.domainOf[machine.groupChannels[s.group][0]];
            if (clocks[domain] == null) {
                clocks[domain] = new ClockSummary();
            }
            clocks[domain].merge(s.clock);
            installed += s.installedMib;
            spare += s.spareMib;
            changed |= s.changedClasses;
            any |= s.changed;
            handled += s.handled;
            filled += s.modules;
            buffering |= s.buffering;
            checkBits |= s.checkBits;
            widths |= s.widths;
            stop |= s.stop;
            order |= s.orderBroken;
        }
        stop |= installed == 0 || severalBits(buffering) || severalBits(checkBits) || severalBits(widths);
        int[] rates = new int[domains];
        int[] cls = new int[domains];
        for (int d = 0; d < domains; d++) {
            if (clocks[d] == null || clocks[d].modules == 0) {
                continue;
            }
            ClockSummary.Step step = clocks[d].step(machine, clocks[d].cap(machine.record.controller()));
            stop |= step == null;
            rates[d] = step == null ? 0 : machine.steps[step.number()].thirds();
            cls[d] = step == null ? 0 : step.cl();
        }
        return new Figures(
                installed,
                UsableMemory.mebibytes(machine.record.controller(), host, installed, spare),
                rates,
                cls,
                means(all, rates),
                any ? machine.effort(changed, handled, filled) : Effort.NONE,
                stop,
                order);
    }

    /** Bench minutes of a layout, as {@link #figures} says them. */
    public int minutes(ChannelSummary[] all) {
        boolean any = false;
        long changed = 0;
        int handled = 0;
        int filled = 0;
        for (ChannelSummary s : all) {
            any |= s.changed;
            changed |= s.changedClasses;
            handled += s.handled;
            filled += s.modules;
        }
        return any ? machine.effort(changed, handled, filled).minutes() : 0;
    }

    /** What of so much memory can be usable at most, in MiB. */
    public long mostUsableMib(long installedMib) {
        return UsableMemory.mebibytes(machine.record.controller(), host, installedMib, 0);
    }

    /**
     * What the mean bandwidth of a layout cannot pass, all processors together, in thirds of MB/s: channel bytes x rate of the slowest
     * module x total / fullest channel. A tenth of the work of {@link #figures}.
     */
    public long mostMeanThirds(ChannelSummary[] all) {
        int slowest = machine.steps[0].thirds();
        for (ChannelSummary s : all) {
            if (s.clock.slowest > 0) {
                slowest = Math.min(slowest, s.clock.slowest);
            }
        }
        int processors = machine.channelsOfProcessor.length;
        long most = 0;
        for (int p = 0; p < processors; p++) {
            long total = 0;
            long fullest = 0;
            for (ChannelSummary s : all) {
                if (machine.processorOf[machine.groupChannels[s.group][0]] == p) {
                    for (long t : s.totals) {
                        total += t;
                        fullest = Math.max(fullest, t);
                    }
                }
            }
            if (fullest > 0) {
                most += (long) machine.record.controller().channelBytes()
                                * (machine.domains.length == 1 ? slowest : machine.steps[0].thirds())
                                * total
                                / fullest
                        + 1;
            }
        }
        return most;
    }

    private long[] means(ChannelSummary[] all, int[] rates) {
        long[] totals = new long[machine.channelIds.length];
        for (ChannelSummary s : all) {
            int[] channels = machine.groupChannels[s.group];
            for (int k = 0; k < channels.length; k++) {
                totals[channels[k]] = s.totals[k];
            }
        }
        Controller c = machine.record.controller();
        long[] means = new long[machine.channelsOfProcessor.length];
        for (int p = 0; p < means.length; p++) {
            int[] channels = machine.channelsOfProcessor[p];
            if (channels.length == 0) {
                continue;
            }
            long[] sorted = new long[channels.length];
            long total = 0;
            for (int i = 0; i < channels.length; i++) {
                sorted[i] = totals[channels[i]];
                total += sorted[i];
            }
            Arrays.sort(sorted);
            long heights = WidthMap.heights(sorted, machine.largestWay, c.flex(), null);
            int rate = rates[machine.domainOf[channels[0]]];
            means[p] = heights == 0 ? 0 : Math.multiplyExact((long) c.channelBytes() * rate, total) / heights;
        }
        return means;
    }

    private static boolean severalBits(int mask) {
        return Integer.bitCount(mask) > 1;
    }
}
