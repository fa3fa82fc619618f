package zephyrridge.core.layout;

import java.util.List;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Stacking;

/** What may not, or had better not, stand together (R-3.2: JESD79 for the first, common practice for the rest). */
final class MixingRule implements LayoutRule {
    private static final Evidence NEVER = new Evidence.Clause("JESD79", "register and buffer on the command bus", true);

    @Override
    public Rule rule() {
        return Rule.MIXING;
    }

    @Override
    public Verdict check(Facts f, List<Finding> out) {
        ModuleSpec first = null;
        // The first of which the check bits are known, and the first registered one of x4 or x8 devices.
        ModuleSpec checked = null;
        ModuleSpec registered = null;
        boolean stacked = false;
        boolean flat = false;
        boolean ecc = false;
        boolean plain = false;
        boolean stopped = false;
        int modules = 0;
        for (int p = 0; p < f.modules.length; p++) {
            if (!f.counts(p)) {
                continue;
            }
            ModuleSpec m = f.modules[p];
            modules++;
            if (first == null) {
                first = m;
            } else if (!stopped && unlike(m.buffering(), first.buffering())) {
                out.add(Finding.of(
                        LayoutFinding.MIX_BUFFERING,
                        Severity.STOP,
                        Subject.position(f.position(p).id()),
                        new LayoutFinding.BufferingMixed(first.buffering(), m.buffering()),
                        NEVER));
                stopped = true;
            }
            if (m.generation() == MemoryGeneration.DDR5 && !stopped) {
                checked = checked == null && m.checkBits().isPresent() ? m : checked;
                boolean narrow = registered(m) && m.organisation().deviceWidth() < 16;
                registered = registered == null && narrow ? m : registered;
                if (checked != null
                        && m.checkBits().isPresent()
                        && !checked.checkBits().equals(m.checkBits())) {
                    out.add(halvesDiffer(
                            f,
                            p,
                            LayoutFinding.MIX_CHECK_BITS,
                            "EC" + checked.checkBits().get(),
                            "EC" + m.checkBits().get()));
                    stopped = true;
                } else if (narrow
                        && registered.organisation().deviceWidth()
                                != m.organisation().deviceWidth()) {
                    out.add(halvesDiffer(
                            f,
                            p,
                            LayoutFinding.MIX_WIDTHS,
                            "x" + registered.organisation().deviceWidth(),
                            "x" + m.organisation().deviceWidth()));
                    stopped = true;
                }
            }
            boolean single = m.organisation().stacking() == Stacking.SINGLE_LOAD;
            stacked |= single;
            flat |= !single;
            ecc |= m.ecc();
            plain |= !m.ecc();
        }
        if (modules < 2) {
            return Verdict.NOT_APPLICABLE;
        }
        int before = out.size();
        if (stacked && flat) {
            out.add(Finding.of(
                    LayoutFinding.MIX_STACKED,
                    Severity.RISK,
                    Subject.machine(),
                    LayoutFinding.Nothing.INSTANCE,
                    Evidence.COMMON_PRACTICE));
        }
        if (ecc && plain && f.controller().ecc()) {
            out.add(Finding.of(
                    LayoutFinding.MIX_ECC_OFF,
                    Severity.COST,
                    Subject.machine(),
                    LayoutFinding.Nothing.INSTANCE,
                    Evidence.COMMON_PRACTICE));
        }
        for (int c = 0; c < f.count.length; c++) {
            if (f.count[c] > 1) {
                channel(f, c, out);
            }
        }
        return stopped || out.size() > before ? Verdict.VIOLATED : Verdict.SATISFIED;
    }

    /** On DDR5 neither the check bits of a half nor x4 and x8 devices may differ between registered modules. */
    private static Finding halvesDiffer(Facts f, int p, LayoutFinding code, String one, String other) {
        return Finding.of(
                code,
                Severity.STOP,
                Subject.position(f.position(p).id()),
                new LayoutFinding.Unlike(one, other),
                Evidence.COMMON_PRACTICE);
    }

    static boolean registered(ModuleSpec m) {
        return m.buffering() == Buffering.REGISTERED || m.buffering() == Buffering.LOAD_REDUCED;
    }

    /** Clocked modules are unbuffered ones with a clock driver and stand with them. */
    private static boolean unlike(Buffering a, Buffering b) {
        return plain(a) != plain(b);
    }

    static Buffering plain(Buffering b) {
        return b == Buffering.CLOCKED ? Buffering.UNBUFFERED : b;
    }

    private static void channel(Facts f, int c, List<Finding> out) {
        ModuleSpec smallest = null;
        ModuleSpec largest = null;
        ModuleSpec first = null;
        ModuleSpec odd = null;
        for (int p : f.machine.positionsOf[c]) {
            if (!f.counts(p)) {
                continue;
            }
            ModuleSpec m = f.modules[p];
            smallest = smallest == null || m.capacity().compareTo(smallest.capacity()) < 0 ? m : smallest;
            largest = largest == null || m.capacity().compareTo(largest.capacity()) > 0 ? m : largest;
            first = first == null ? m : first;
            if (odd == null
                    && !m.organisation().label().equals(first.organisation().label())) {
                odd = m;
            }
        }
        String channel = f.machine.channelIds[c];
        if (!smallest.capacity().equals(largest.capacity())) {
            out.add(Finding.of(
                    LayoutFinding.MIX_SIZES,
                    Severity.NOTE,
                    Subject.channel(channel),
                    new LayoutFinding.Sizes(channel, smallest.capacity(), largest.capacity()),
                    Evidence.COMMON_PRACTICE));
        }
        if (odd != null) {
            boolean registered = first.buffering() != Buffering.UNBUFFERED
                    && first.organisation().deviceWidth() != odd.organisation().deviceWidth();
            out.add(Finding.of(
                    LayoutFinding.MIX_ORGANISATION,
                    registered ? Severity.RISK : Severity.NOTE,
                    Subject.channel(channel),
                    new LayoutFinding.Organisations(
                            channel,
                            first.organisation().label(),
                            odd.organisation().label()),
                    Evidence.COMMON_PRACTICE));
        }
    }
}
