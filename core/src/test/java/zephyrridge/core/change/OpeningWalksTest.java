package zephyrridge.core.change;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.core.change.OpeningSteps.part;
import static zephyrridge.core.change.OpeningSteps.screw;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import zephyrridge.core.Machines;
import zephyrridge.core.Rounds;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.access.Side;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.RecordCheck;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.opening.Round;
import zephyrridge.core.opening.Screws;
import zephyrridge.core.opening.WorkStep;

/** Rounds in any order, and changes thrown together, end whole or change nothing. */
class OpeningWalksTest {
    /**
     * Machines thrown together: opened round after round in any order, started, opened again. At the end nothing is off, nothing
     * lies in the tray, each part came off as often as it went on, and no hand was in it before its power steps.
     */
    @Test
    void roundAfterRoundInAnyOrderEndsWhole() {
        Random random = new Random(611);
        int rounds = 0;
        int batteries = 0;
        for (int n = 0; n < Rounds.of(120); n++) {
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
                        .wanted(w.assess().fitLines(), java.util.Set.of())
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
        assertThat(rounds).isGreaterThan(120);
        assertThat(batteries).isGreaterThan(20);
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
