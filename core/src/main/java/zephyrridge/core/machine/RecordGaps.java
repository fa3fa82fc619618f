package zephyrridge.core.machine;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import zephyrridge.core.access.Part;

/** What a record does not know and a job would want: said on its page, and never filled in by a guess. */
public final class RecordGaps {
    /** What a socket says of its key side before anybody looked. */
    public static final String KEY_SIDE_NOT_NOTED = "not noted yet";

    public enum Gap {
        /** How fast it runs with so many modules or ranks. */
        RATE_TABLE,
        BANK_TIMINGS,
        MAKERS_MAXIMUM,
        CONTROLLERS_MAXIMUM,
        DIE_DENSITY,
        KEY_SIDE,
        FASTENERS,
        BATTERY_PLUG
    }

    /** Machines that run from a pack: where no part of theirs is one, nobody has said where its plug is. */
    private static final Set<MachineKind> WITH_BATTERY = EnumSet.of(MachineKind.LAPTOP);

    private RecordGaps() {}

    public static List<Gap> of(MachineRecord r) {
        List<Gap> gaps = new ArrayList<>();
        boolean sockets = r.positions().stream().anyMatch(p -> !p.isSoldered());
        add(
                gaps,
                Gap.BATTERY_PLUG,
                WITH_BATTERY.contains(r.kind()) && r.access().parts().stream().noneMatch(Part::isBattery));
        add(gaps, Gap.RATE_TABLE, sockets && r.controller().caps().isEmpty());
        add(gaps, Gap.BANK_TIMINGS, r.positions().stream().anyMatch(p -> p.soldered()
                .filter(b -> b.timings().isEmpty())
                .isPresent()));
        add(gaps, Gap.MAKERS_MAXIMUM, sockets && lacks(r, LimitClaim.Source.MAKER, LimitClaim.Quantity.TOTAL));
        add(
                gaps,
                Gap.CONTROLLERS_MAXIMUM,
                sockets && lacks(r, LimitClaim.Source.CONTROLLER, LimitClaim.Quantity.TOTAL));
        add(
                gaps,
                Gap.DIE_DENSITY,
                sockets && r.limits().stream().noneMatch(l -> l.quantity() == LimitClaim.Quantity.DIE_DENSITY));
        add(gaps, Gap.KEY_SIDE, r.positions().stream().anyMatch(p -> p.socket()
                .filter(s -> s.keySide().equals(KEY_SIDE_NOT_NOTED))
                .isPresent()));
        add(
                gaps,
                Gap.FASTENERS,
                r.access().parts().stream().filter(Part::isShell).allMatch(p -> p.fasteners()
                        .isEmpty()));
        return gaps;
    }

    private static boolean lacks(MachineRecord r, LimitClaim.Source source, LimitClaim.Quantity quantity) {
        return r.limits().stream().noneMatch(l -> l.source() == source && l.quantity() == quantity);
    }

    private static void add(List<Gap> gaps, Gap gap, boolean there) {
        if (there) {
            gaps.add(gap);
        }
    }
}
