package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.access.Check;
import zephyrridge.core.access.Connector;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Extra;
import zephyrridge.core.log.Place;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.now.DrawerUse;
import zephyrridge.core.opening.AfterCheck;
import zephyrridge.core.opening.FitLine;
import zephyrridge.core.opening.Round;
import zephyrridge.core.opening.Screws;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.unit.Counter;
import zephyrridge.core.unit.Intake;
import zephyrridge.core.unit.Seal;

/** rounds, screws, seals, checks and other work. Invented machines. */
class OpeningsTest {
    private static Fastener screw(String id, int tenths) {
        return new Fastener(id, 0.5, 0.5, "PH0", tenths, Fastener.Role.OUT);
    }

    private static Part part(String id, Part.Kind kind, Side side, List<Fastener> screws, String... needs) {
        return new Part(id, id, kind, side, Set.of(needs), screws, "", 20, 20, List.of(), "other");
    }

    /** A socket behind a hatch below, one under the keyboard on top, whose ribbon feeds the touchpad; battery outside. */
    private static final MachineRecord TWO_SIDED = Machines.of(MemoryGeneration.DDR4, 2400, 2133)
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
                    Set.of()))
            .channel("A")
            .socket("below", "A", 1, List.of(Set.of("hatch")))
            .channel("B")
            .socket("top", "B", 1, List.of(Set.of("keyboard")))
            .cap(null, null, null, 2400)
            .build();

    private static Walk twoSided() {
        return new Walk(TWO_SIDED, HouseRules.DEFAULT)
                .answered()
                .does(
                        Walk.typed(Walk.D8),
                        Walk.typed(Walk.D8),
                        Walk.plan("below", "m1"),
                        Walk.plan("top", "m2"),
                        new PlanChange.ChoosePlan(true));
    }

    private static Change screw(String part, String id, Entry.Screw state) {
        return new OpeningChange.TurnScrew(part, id, state);
    }

    @Test
    void twoSidesAreTwoRoundsTheShorterFirst() {
        Walk w = twoSided();
        assertThat(w.assess().rounds())
                .extracting(r -> r.side().orElseThrow() + " " + r.positions() + " " + r.current())
                .containsExactly("BOTTOM [below] true", "TOP [top] false");
        w.opened().does(Walk.fit("below"));
        assertThat(w.assess().now().off()).containsExactly("pack", "hatch");
        // The pack stays out for the other side; the hatch goes back first.
        assertThat(w.assess().closing())
                .filteredOn(s -> !s.done())
                .extracting(WorkStep::id)
                .containsExactly("on:hatch");
        w.does(Walk.tick("on:hatch"));
        assertThat(w.assess().opening())
                .filteredOn(s -> !s.done())
                .extracting(WorkStep::id)
                .containsExactly("off:keyboard");
        assertThat(w.assess().opening()).last().satisfies(s -> assertThat(s.turnTo())
                .contains(Side.TOP));
        w.opened().does(Walk.fit("top"));
        assertThat(w.assess().rounds()).allMatch(Round::done);
        w.closed();
        assertThat(w.assess().now().isClosed()).isTrue();
    }

    /** A look that is closed again is over: what is planned meanwhile is worked on without being asked for. */
    @Test
    void aRoundIsOverWhenAllIsOn() {
        Walk w = new Walk(TWO_SIDED, HouseRules.DEFAULT)
                .answered()
                .does(new OpeningChange.OpenFor(Entry.Purpose.LOOK, new TreeSet<>(Set.of("top"))))
                .opened()
                .closed();
        assertThat(w.assess().rounds()).isEmpty();
        w.does(Walk.typed(Walk.D8), Walk.plan("below", "m1"), new PlanChange.ChoosePlan(true));
        assertThat(w.assess().rounds()).singleElement().satisfies(r -> {
            assertThat(r.purpose()).isEqualTo(Entry.Purpose.FIT);
            assertThat(r.current()).isTrue();
        });
        w.does(new OpeningChange.Reopen());
        assertThat(w.assess().opening()).extracting(WorkStep::id).contains("off:keyboard");
    }

    @Test
    void anyRoundMayComeFirst() {
        Walk w = twoSided().does(new OpeningChange.OpenFor(Entry.Purpose.FIT, new TreeSet<>(Set.of("top"))));
        assertThat(w.assess().opening())
                .extracting(WorkStep::id)
                .contains("off:keyboard")
                .doesNotContain("off:hatch");
    }

    @Test
    void theTrayFollowsThePartsAndWhatIsSaidOfScrews() {
        Walk w = twoSided().does(new OpeningChange.OpenFor(Entry.Purpose.FIT, new TreeSet<>(Set.of("top"))));
        assertThat(w.refused(screw("keyboard", "K1", Entry.Screw.OUT))).isEqualTo("STEP_POWER_DOWN_FIRST");
        w.does(Walk.tick("power-down"), Walk.tick("unplug"), Walk.tick("ground"));
        assertThat(w.refused(screw("keyboard", "K2", Entry.Screw.OUT)))
                .as("beneath the pack")
                .isEqualTo("STEP_LIES_BELOW");
        assertThat(w.refused(screw("keyboard", "K3", Entry.Screw.OUT))).isEqualTo("SCREW_LEAVE_ALONE");
        assertThat(w.refused(screw("keyboard", "K9", Entry.Screw.OUT))).isEqualTo("NO_SUCH_SCREW");
        w.does(Walk.tick("off:pack"), Walk.tick("drain"), screw("keyboard", "K1", Entry.Screw.TIGHT));
        assertThat(w.refused(Walk.tick("off:keyboard"))).isEqualTo("SCREW_HOLDS");
        w.does(screw("keyboard", "K1", Entry.Screw.OUT));
        assertThat(Screws.tray(w.bench(), w.assess().now())).hasSize(1);
        w.does(Walk.tick("off:keyboard"));
        assertThat(Screws.tray(w.bench(), w.assess().now()))
                .extracting(l -> l.fastener().id())
                .containsExactly("K1", "K2");
        assertThat(Screws.shortHoles(
                        w.bench().record().access().part("hatch").orElseThrow(),
                        Screws.tray(w.bench(), w.assess().now())))
                .as("a screw of 7 mm lies about, the hatch takes 4")
                .extracting(h -> h.fastener().id() + " " + h.takes() + " " + h.longest())
                .containsExactly("H1 40 70");
        w.does(Walk.tick("on:keyboard"));
        assertThat(Screws.tray(w.bench(), w.assess().now())).isEmpty();
        // Turned out again and forgotten: the job is not closed.
        w.does(screw("keyboard", "K1", Entry.Screw.OUT), Walk.tick("on:pack"));
        assertThat(w.refused(new ClosingChange.CloseJob("", Optional.empty()))).isEqualTo("CLOSE_SCREWS_LEFT");
        w.does(screw("keyboard", "K1", Entry.Screw.LEFT), new ClosingChange.CloseJob("", Optional.empty()));
    }

    @Test
    void aSealOnTheWayPausesUntilItIsAnsweredByItself() {
        Walk w = twoSided();
        w.does(Walk.tick("power-down"), Walk.tick("unplug"), Walk.tick("off:pack"), Walk.tick("drain"));
        w.does(new OpeningChange.FindSeal("over the hatch screw", "hatch", Optional.empty()));
        w.does(new OpeningChange.FindSeal("beside the fan", "", Optional.empty()));
        assertThat(w.refused(Walk.tick("off:hatch"))).isEqualTo("SEAL_FOUND");
        w.does(new OpeningChange.AnswerSeal("s2", Seal.Answer.OWNER_AGREES));
        assertThat(w.refused(Walk.tick("off:hatch"))).isEqualTo("SEAL_FOUND");
        w.does(new OpeningChange.AnswerSeal("s1", Seal.Answer.OWNER_REFUSES));
        assertThat(w.refused(Walk.tick("off:hatch"))).isEqualTo("SEAL_KEEPS_PART");
        // What the seal does not hold goes on; and it can be closed at any time.
        w.does(Walk.tick("off:keyboard"), Walk.tick("on:keyboard"), Walk.tick("on:pack"));
        w.does(new OpeningChange.AnswerSeal("s2", Seal.Answer.OWNER_REFUSES));
        assertThat(w.refused(Walk.tick("off:pack"))).isEqualTo("SEAL_REFUSED");
    }

    @Test
    void whatHangsOnThePartsIsTriedAndAskedAgain() {
        Walk w = twoSided().opened().does(Walk.fit("below"), Walk.tick("on:hatch"));
        w.opened().does(Walk.fit("top")).closed().does(Walk.start());
        assertThat(w.assess().checks())
                .extracting(AfterCheck::check)
                .containsExactly(Check.KEYS, Check.TOUCHPAD, Check.CHARGING);
        assertThat(Walk.codes(w.assess().handBackGates())).contains("CHECKS_OPEN");
        w.does(new OpeningChange.SayCheck(Check.KEYS, Entry.Result.GOOD, ""));
        assertThat(w.refused(new OpeningChange.SayCheck(Check.TOUCHPAD, Entry.Result.BAD, " ")))
                .isEqualTo("REASON_NEEDED");
        assertThat(w.refused(new OpeningChange.SayCheck(Check.CAMERA, Entry.Result.GOOD, "")))
                .isEqualTo("NO_SUCH");
        w.does(new OpeningChange.SayCheck(Check.TOUCHPAD, Entry.Result.BAD, "no click"));
        assertThat(Walk.codes(w.assess().handBackGates())).contains("CHECKS_OPEN", "CHECK_BAD");
        w.does(
                Walk.tick("power-down"),
                Walk.tick("unplug"),
                Walk.tick("off:pack"),
                Walk.tick("drain"),
                Walk.tick("off:keyboard"));
        assertThat(w.assess().checks()).as("asked again").allMatch(c -> c.answer()
                .isEmpty());
    }

    @Test
    void otherWorkNeedsAYesALookNoBanAndProvenMemory() {
        Walk w = twoSided().opened().does(Walk.fit("below"), Walk.tick("on:hatch"));
        w.opened().does(Walk.fit("top")).closed();
        Change done = new OpeningChange.CompanionWork(Extra.PASTE, Entry.Phase.DONE, "");
        assertThat(w.refused(done)).isEqualTo("COMPANION_BEFORE_PROOF");
        w.does(Walk.start(), Walk.read("firmwareTotal", "16 GB", "rate", "2400", "positionsFilled", "2"));
        assertThat(w.assess().proof().proven()).isTrue();
        w.does(says(Optional.of(new TreeSet<>(Set.of(Counter.Ban.NO_PASTE))), Counter.Answer.NO));
        assertThat(w.refused(done)).isEqualTo("COMPANION_FORBIDDEN");
        w.does(says(Optional.of(new TreeSet<>()), Counter.Answer.NO));
        assertThat(w.refused(done)).isEqualTo("COMPANION_NOT_AGREED");
        w.does(says(Optional.empty(), Counter.Answer.YES));
        assertThat(w.refused(done)).isEqualTo("COMPANION_NOT_LOOKED");
        w.does(new OpeningChange.CompanionWork(Extra.PASTE, Entry.Phase.LOOKED, "dry"), done);
        assertThat(w.missing()).contains("PROOF_START_AFTER_OPENING");
        w.does(Walk.start());
        assertThat(w.assess().proof().proven()).isTrue();
    }

    private static Change says(Optional<java.util.SortedSet<Counter.Ban>> bans, Counter.Answer answer) {
        return new PlanChange.CounterSays(
                Optional.empty(),
                bans,
                Optional.of(Extra.PASTE),
                Optional.of(new Counter.Offered(Optional.empty(), Optional.empty(), answer)),
                Optional.empty());
    }

    @Test
    void aWrongPositionAndAWrongWayRoundAreCaughtBeforeForce() {
        Walk w = new Walk(TWO_SIDED, HouseRules.DEFAULT)
                .stock("N-7", Walk.D8)
                .answered()
                .does(
                        new PlanChange.TakeFromDrawer("N-7"),
                        Walk.typed(Walk.D4),
                        Walk.plan("below", "m2"),
                        Walk.plan("top", "m1"),
                        new PlanChange.ChoosePlan(true))
                .opened();
        assertThat(w.refused(new LogChange.ConfirmFit(
                        "below", true, Optional.of("N-7"), Optional.empty(), Optional.empty())))
                .isEqualTo("FIT_WRONG_POSITION");
        assertThat(w.refused(new LogChange.ConfirmFit(
                        "below", true, Optional.empty(), Optional.of(FitLine.Notch.OTHER_WAY), Optional.empty())))
                .isEqualTo("FIT_WRONG_WAY");
        w.does(Walk.typed("8GB 1Rx8 PC5-4800B-SA0-1010-XT"));
        assertThat(w.refused(new LogChange.MoveModule("m3", Place.Kind.POSITION, "below")))
                .as("a fault opening may put any module anywhere that takes it")
                .isEqualTo("FIT_CANNOT_GO_IN");
    }

    /** A compression module is in only with all its screws tight, in their order. */
    @Test
    void theScrewsOfACompressionModuleAreCounted() {
        MachineRecord screwed = TWO_SIDED.withPositions(TWO_SIDED.positions().stream()
                .map(p -> !p.id().equals("below")
                        ? p
                        : new Position(
                                p.id(),
                                p.label(),
                                p.channels(),
                                p.formFactor(),
                                p.soldered(),
                                p.socket()
                                        .map(x -> new zephyrridge.core.machine.Socket(
                                                x.keySide(),
                                                0,
                                                0,
                                                x.lower(),
                                                false,
                                                0,
                                                Optional.empty(),
                                                List.of("left", "right", "middle"))),
                                p.fillOrder(),
                                p.carrier(),
                                p.access(),
                                p.provenance()))
                .toList());
        Walk w = new Walk(screwed, HouseRules.DEFAULT)
                .answered()
                .does(Walk.typed(Walk.D8), Walk.plan("below", "m1"), new PlanChange.ChoosePlan(true))
                .opened();
        assertThat(w.refused(Walk.fit("below"))).isEqualTo("FIT_SCREWS_LOOSE");
        for (int tight = 0; tight < 3; tight++) {
            assertThat(w.refused(screws(tight))).isEqualTo("FIT_SCREWS_LOOSE");
        }
        w.does(screws(3));
        assertThat(w.assess().inIt()).containsExactly(Map.entry("below", "m1"));
    }

    private static Change screws(int tight) {
        return new LogChange.ConfirmFit(
                "below", true, Optional.empty(), Optional.empty(), Optional.empty(), Optional.of(tight));
    }

    @Test
    void whatComesOutGoesToTheDrawerOrTheOwnerInTheSameAction() {
        Walk w = new Walk(TWO_SIDED, HouseRules.DEFAULT)
                .answered()
                .does(
                        Walk.found(Walk.D4, "below"),
                        Walk.typed(Walk.D8),
                        Walk.plan("below", "m2"),
                        new PlanChange.ChoosePlan(true))
                .opened()
                .does(new LogChange.ConfirmFit(
                        "below", true, Optional.empty(), Optional.empty(), Optional.of(Place.Kind.BIN)));
        assertThat(DrawerUse.pulled(w.unit())).containsExactly(Map.entry("N-1", "m1"));
        assertThat(w.assess().inIt()).containsExactly(Map.entry("below", "m2"));
    }

    /** Two carriers of two sockets under a lid. */
    private static MachineRecord rack() {
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

    @Test
    void aCarrierIsConfirmedOnceWithItsCount() {
        Walk w = new Walk(rack(), HouseRules.DEFAULT).answered().does(Walk.battery(Intake.Battery.NONE_FITTED));
        for (String p : List.of("c1-1", "c1-2", "c2-1", "c2-2")) {
            w.does(Walk.typed("8GB 1Rx8 PC4-2400T-UA2-11"));
            w.does(Walk.plan(p, "m" + w.unit().modules().size()));
        }
        w.does(new PlanChange.ChoosePlan(true)).opened();
        assertThat(w.assess().rounds())
                .extracting(r -> r.carrier().orElseThrow())
                .containsExactly("c1", "c2");
        assertThat(w.refused(carrier("c1", 3))).isEqualTo("FIT_COUNT");
        assertThat(w.refused(new LogChange.ConfirmCarrier(
                        "c1", 2, Optional.of("16GB 2Rx8 PC4-2400T-UB2-11"), Optional.empty())))
                .isEqualTo("FIT_WRONG_MODULE");
        w.does(carrier("c1", 2));
        assertThat(w.assess().inIt()).containsOnlyKeys("c1-1", "c1-2");
        assertThat(w.refused(carrier("c2", 2))).isEqualTo("WAY_CLOSED");
        // The lid stays off for the next carrier.
        assertThat(w.assess().closing())
                .filteredOn(s -> !s.done())
                .extracting(WorkStep::id)
                .containsExactly("on:c1");
        w.does(Walk.tick("on:c1")).opened().does(carrier("c2", 2));
        assertThat(w.assess().closing())
                .filteredOn(s -> !s.done())
                .extracting(WorkStep::id)
                .containsExactly("on:c2", "air", "on:lid", "count", "test-start");
        w.does(Walk.tick("on:c2"));
        assertThat(w.refused(Walk.tick("on:lid"))).isEqualTo("STEP_AIR_FIRST");
        // What comes off again is looked at again.
        w.does(Walk.tick("air"), Walk.tick("off:c2"), Walk.tick("on:c2"));
        assertThat(w.refused(Walk.tick("on:lid"))).isEqualTo("STEP_AIR_FIRST");
        w.closed();
        assertThat(w.assess().now().isClosed()).isTrue();
    }

    @Test
    void emptySlotsAreCountedApartFromMissingCarriers() {
        Walk w = new Walk(rack(), HouseRules.DEFAULT).answered().does(Walk.found(Walk.D8, "c1-1"));
        assertThat(PartsWanted.emptySlots(
                        w.bench().record(), w.unit(), w.assess().inIt().keySet()))
                .isEqualTo(3);
        w.does(new ConditionChange.SayAbsent("c2", true));
        assertThat(PartsWanted.emptySlots(
                        w.bench().record(), w.unit(), w.assess().inIt().keySet()))
                .isEqualTo(1);
    }

    private static Change carrier(String id, int count) {
        return new LogChange.ConfirmCarrier(id, count, Optional.empty(), Optional.empty());
    }

    /**
     * Machines thrown together: opened round after round in any order, started, opened again. At the end nothing is off, nothing
     * lies in the tray, each part came off as often as it went on, and no hand was in it before its power steps.
     */
    @Test
    void roundAfterRoundInAnyOrderEndsWhole() {
        Random random = new Random(611);
        int rounds = 0;
        int batteries = 0;
        for (int n = 0; n < 250; n++) {
            MachineRecord record = thrownTogether(random);
            if (!RecordCheck.faults(record).isEmpty()) {
                continue;
            }
            HouseRules house =
                    random.nextBoolean() ? HouseRules.DEFAULT : HouseRules.DEFAULT.with(HouseRules.Closing.CLOSE_FIRST);
            Walk w = new Walk(record, house).answered();
            List<String> sockets =
                    new ArrayList<>(record.positions().stream().map(p -> p.id()).toList());
            for (String s : sockets) {
                w.does(Walk.typed(Walk.D8));
                w.does(Walk.plan(s, "m" + w.unit().modules().size()));
            }
            w.does(new PlanChange.ChoosePlan(true));
            for (int guard = 0; w.assess().fitLines().stream().anyMatch(l -> !l.done()); guard++) {
                assertThat(guard).as("machine %d comes to an end", n).isLessThan(60);
                List<Round> open =
                        w.assess().rounds().stream().filter(r -> !r.done()).toList();
                w.does(new OpeningChange.OpenFor(
                        Entry.Purpose.FIT, open.get(random.nextInt(open.size())).positions()));
                rounds++;
                if (random.nextBoolean()) {
                    back(w);
                }
                w.opened();
                w.assess().rounds().stream()
                        .filter(Round::current)
                        .findFirst()
                        .orElseThrow()
                        .wanted(w.assess().fitLines())
                        .forEach(p -> w.does(Walk.fit(p)));
            }
            w.closed().does(Walk.start());
            java.util.Collections.shuffle(sockets, random);
            for (String s : sockets) {
                w.does(new OpeningChange.OpenFor(Entry.Purpose.LOOK, new TreeSet<>(Set.of(s))));
                w.opened();
                assertThat(w.bench().evaluator().isOpen(s, w.assess().now().offSet()))
                        .isTrue();
                if (random.nextBoolean()) {
                    w.does(Walk.tick("power-down"), Walk.tick("unplug")).closed();
                }
            }
            w.closed();
            whole(w, n);
            batteries += record.access().parts().stream().anyMatch(Part::isBattery) ? 1 : 0;
        }
        assertThat(rounds).isGreaterThan(250);
        assertThat(batteries).isGreaterThan(40);
    }

    private static void back(Walk w) {
        for (WorkStep s : w.assess().closing()) {
            if (!s.done() && s.kind() == WorkStep.Kind.PUT_BACK) {
                w.does(Walk.tick(s.id()));
            }
        }
    }

    /** Counted from the log alone, without the code that refuses. */
    private static void whole(Walk w, int n) {
        assertThat(w.assess().now().off()).as("machine %d", n).isEmpty();
        assertThat(Screws.tray(w.bench(), w.assess().now())).isEmpty();
        Map<String, Integer> out = new HashMap<>();
        Set<String> power = w.bench().powerParts(w.unit());
        Set<String> off = new HashSet<>();
        boolean down = false;
        boolean cords = false;
        boolean drained = false;
        for (Entry e : w.unit().log().happened()) {
            if (e instanceof Entry.Started) {
                down = cords = drained = false;
            }
            if (e instanceof Entry.Stepped s) {
                switch (s.did()) {
                    case POWER_DOWN -> down = true;
                    case UNPLUG -> cords = true;
                    case DRAIN -> {
                        assertThat(off).as("drained with the plug out").containsAll(power);
                        drained = true;
                    }
                    case TAKE_OFF -> {
                        assertThat(down && cords).isTrue();
                        boolean onTheWay = w.bench().leadsToPower(s.part(), w.unit());
                        assertThat(onTheWay || drained && off.containsAll(power))
                                .as("machine %d, %s", n, s.part())
                                .isTrue();
                        off.add(s.part());
                        out.merge(s.part(), 1, Integer::sum);
                    }
                    case PUT_BACK -> {
                        off.remove(s.part());
                        drained &= !power.contains(s.part());
                        out.merge(s.part(), -1, Integer::sum);
                    }
                    default -> {}
                }
            }
            if (e instanceof Entry.Moved) {
                assertThat(down && cords && drained && off.containsAll(power)).isTrue();
            }
        }
        assertThat(out.values()).allMatch(x -> x == 0);
    }

    private static MachineRecord thrownTogether(Random random) {
        Machines m = Machines.of(MemoryGeneration.DDR4, 2400).cap(null, null, null, 2400);
        Part.Kind[] kinds = {
            Part.Kind.COVER,
            Part.Kind.HATCH,
            Part.Kind.PLATE,
            Part.Kind.CAGE,
            Part.Kind.KEYBOARD,
            Part.Kind.BATTERY_PLUG
        };
        List<String> ids = new ArrayList<>();
        for (int k = 0; k < 2 + random.nextInt(6); k++) {
            String id = "p" + k;
            String[] needs = ids.stream().filter(x -> random.nextInt(3) == 0).toArray(String[]::new);
            List<Fastener> screws = new ArrayList<>();
            for (int s = 0; s < random.nextInt(4); s++) {
                screws.add(screw("s" + s, 30 + 10 * random.nextInt(4)));
            }
            m.part(part(id, kinds[random.nextInt(kinds.length)], Side.values()[random.nextInt(3)], screws, needs));
            ids.add(id);
        }
        if (random.nextInt(3) == 0) {
            m.closing(ids.get(random.nextInt(ids.size())), ids.get(random.nextInt(ids.size())));
        }
        for (int s = 0; s < 1 + random.nextInt(4); s++) {
            String channel = "C" + s;
            m.channel(channel);
            List<Set<String>> ways = new ArrayList<>();
            for (int way = 0; way < 1 + random.nextInt(2); way++) {
                ways.add(Set.of(ids.get(random.nextInt(ids.size()))));
            }
            m.socket("s" + s, channel, 1, ways);
        }
        return m.build();
    }
}
