package zephyrridge.core.change;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.Machines;
import zephyrridge.core.access.Check;
import zephyrridge.core.access.Connector;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Extra;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.unit.Counter;

/** Machines that tests of opening and fitting share. */
final class OpeningSteps {
    private OpeningSteps() {}

    static Fastener screw(String id, int tenths) {
        return new Fastener(id, 0.5, 0.5, "PH0", tenths, Fastener.Role.OUT);
    }

    static Change screw(String part, String id, Entry.Screw state) {
        return new OpeningChange.TurnScrew(part, id, state);
    }

    static Part part(String id, Part.Kind kind, Side side, List<Fastener> screws, String... needs) {
        return new Part(id, id, kind, side, Set.of(needs), screws, "", 20, 20, List.of(), "other");
    }

    /** A socket behind a hatch below, one under the keyboard on top, whose ribbon feeds the touchpad; battery outside. */
    static final MachineRecord TWO_SIDED = Machines.of(MemoryGeneration.DDR4, 2400, 2133)
            .part(part("pack", Part.Kind.BATTERY, Side.BOTTOM, List.of()))
            .part(part("hatch", Part.Kind.HATCH, Side.BOTTOM, List.of(screw("H1", 40))))
            .part(new Part(
                    "keyboard",
                    "keyboard",
                    Part.Kind.KEYBOARD,
                    Side.TOP,
                    Set.of("pack"),
                    List.of(
                            screw("K1", 40),
                            new Fastener(
                                    "K2",
                                    0.1,
                                    0.1,
                                    "PH0",
                                    70,
                                    Fastener.Role.OUT,
                                    Optional.of("pack"),
                                    Optional.empty(),
                                    false,
                                    false),
                            new Fastener("K3", 0.2, 0.2, "PH0", 40, Fastener.Role.LEAVE_ALONE)),
                    "",
                    200,
                    200,
                    List.of(),
                    "manual",
                    List.of(),
                    List.of(new Connector(
                            "r1",
                            "Touchpad ribbon",
                            Connector.Kind.RIBBON,
                            "bar",
                            "",
                            "",
                            false,
                            Set.of(Check.TOUCHPAD))),
                    "",
                    Set.of(),
                    Set.of()))
            .channel("A")
            .socket("below", "A", 1, List.of(Set.of("hatch")))
            .channel("B")
            .socket("top", "B", 1, List.of(Set.of("keyboard")))
            .cap(null, null, null, 2400)
            .build();

    static Walk twoSided() {
        return new Walk(TWO_SIDED, HouseRules.DEFAULT)
                .answered()
                .does(
                        Walk.typed(Walk.D8),
                        Walk.typed(Walk.D8),
                        Walk.plan("below", "m1"),
                        Walk.plan("top", "m2"),
                        new PlanChange.ChoosePlan(true));
    }

    /** Two carriers of two sockets under a lid. */
    static MachineRecord rack() {
        Machines rack = Machines.of(MemoryGeneration.DDR4, 2400)
                .part(part("lid", Part.Kind.COVER, Side.TOP, List.of()))
                .part(part("c1", Part.Kind.CARRIER, Side.TOP, List.of(), "lid"))
                .part(part("c2", Part.Kind.CARRIER, Side.TOP, List.of(), "lid"))
                .kind(zephyrridge.core.machine.MachineKind.SERVER, zephyrridge.core.module.FormFactor.DIMM, false)
                .cap(null, null, null, 2400);
        for (String c : List.of("c1", "c2")) {
            rack.channel(c).socketOn(c + "-1", c, 1, c).socketOn(c + "-2", c, 2, c);
        }
        return rack.build();
    }

    static Change says(Optional<java.util.SortedSet<Counter.Ban>> bans, Counter.Answer answer) {
        return new CounterChange.CounterSays(
                Optional.empty(),
                bans,
                Optional.of(Extra.PASTE),
                Optional.of(new Counter.Offered(Optional.empty(), Optional.empty(), answer)),
                Optional.empty());
    }
}
