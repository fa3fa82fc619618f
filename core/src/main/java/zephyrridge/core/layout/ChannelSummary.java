package zephyrridge.core.layout;

import java.util.Arrays;
import java.util.List;

/**
 * What the rest of a layout can see of one group of channels that share modules (one channel, or those of a CAMM2 socket). Immutable
 * once made, of constant size for its group; unknown timings stay unknown.
 */
public final class ChannelSummary {
    final int group;
    final ClockSummary clock = new ClockSummary();
    /** MiB by channel of the group. */
    final long[] totals;

    long installedMib;
    long spareMib;
    int modules;
    /** One bit per kind of buffering, per number of check bits, per width of registered DDR5 devices. */
    int buffering;

    int checkBits;
    int widths;
    boolean stop;
    boolean orderBroken;
    boolean changed;
    /** Access classes of positions that differ from what was found. */
    long changedClasses;
    /** Modules that come out or go in. */
    int handled;

    ChannelSummary(int group, int channels) {
        this.group = group;
        totals = new long[channels];
    }

    /** Whether something in here stops any layout it is part of. */
    public boolean stops() {
        return stop;
    }

    public boolean breaksOrder() {
        return orderBroken;
    }

    /** Whether each channel holds as much. */
    public boolean sameTotals(ChannelSummary o) {
        return Arrays.equals(totals, o.totals);
    }

    /** Whether its change asks no more of a hand than another's: of parts, modules, and what is in it at the start. */
    public boolean asksNoMoreThan(ChannelSummary o) {
        return (changedClasses & ~o.changedClasses) == 0
                && (!changed || o.changed)
                && handled <= o.handled
                && modules <= o.modules;
    }

    public long installedMib() {
        return installedMib;
    }

    /** All that memory, minutes and the most bandwidth of a whole layout ask of a group: where it is equal, so are they. */
    public record Outline(
            List<Long> totals, int slowest, boolean changed, long changedClasses, int handled, int modules) {}

    public Outline outline() {
        return new Outline(
                Arrays.stream(totals).boxed().toList(), clock.slowest, changed, changedClasses, handled, modules);
    }

    public boolean isChanged() {
        return changed;
    }

    public long changedClasses() {
        return changedClasses;
    }
}
