package zephyrridge.core.fault;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Which test tells most for its minutes: the expected drop in entropy of what to do, by minute. Where the best two lie
 * within a tenth of each other, what could be asked after each decides.
 */
public final class NextTest {
    /** In bit: a test whose whole drop is below it is not offered. */
    public static final double LEAST_DROP = .02;

    private static final double ALIKE = .9;
    /** Share of a belief that is passed over when a test is weighed: it moves a value by less than a hundredth of a bit. */
    private static final double PASSED_OVER = .001;
    /** The same when the test after it is weighed, or one of a server, of which there are many. */
    private static final double LEFT_OUT = .01;

    private NextTest() {}

    /**
     * @param drop expected, in bit; {@code minutes} at least 1
     * @param outcomeEntropy of what it may show, in bit: what a test tells at most
     */
    public record Valued(Probe probe, double drop, int minutes, double outcomeEntropy) {
        double perMinute() {
            return drop / minutes;
        }
    }

    public static List<Foretold> foretell(Belief belief, Probe probe) {
        return Outlook.of(belief, probe).foretold(belief);
    }

    /** All tests worth making, the best first. */
    public static List<Valued> of(Belief belief, Arrangement now, Arrangement goal, Effort effort) {
        // What an arrangement reaches is the same whatever is believed.
        Map<Arrangement, Reach> reaches = new HashMap<>();
        List<Valued> worth = new ArrayList<>(valued(
                belief,
                now,
                goal,
                effort,
                reaches,
                belief.lightest(belief.setup().large() ? LEFT_OUT : PASSED_OVER)));
        worth.removeIf(v -> v.drop() < LEAST_DROP);
        worth.sort(Comparator.comparingDouble(Valued::perMinute).reversed());
        // On a server looking two tests ahead would cost more seconds than it saves minutes.
        if (!belief.setup().large()
                && worth.size() > 1
                && worth.get(1).perMinute() > ALIKE * worth.get(0).perMinute()) {
            double first = twoSteps(belief, worth.get(0), goal, effort, reaches);
            double second = twoSteps(belief, worth.get(1), goal, effort, reaches);
            if (second > first) {
                worth.add(0, worth.remove(1));
            }
        }
        for (int i = 1; i < worth.size(); i++) {
            if (worth.get(i).probe().shape() == Probe.Shape.CONDITIONS) {
                worth.add(0, worth.remove(i));
            }
        }
        return worth;
    }

    private static List<Valued> valued(
            Belief belief,
            Arrangement now,
            Arrangement goal,
            Effort effort,
            Map<Arrangement, Reach> reaches,
            double least) {
        List<Valued> all = new ArrayList<>();
        Followed followed = new Followed(belief, least);
        for (Probe p : Probes.of(belief, now, goal)) {
            Optional<Integer> minutes = effort.minutes(now, p);
            if (minutes.isPresent()) {
                all.add(valued(belief, p, Math.max(1, minutes.get()), reaches, followed));
            }
        }
        return all;
    }

    /** What two tests in a row tell by minute: this one, and after each likely outcome the best of the next. */
    private static double twoSteps(
            Belief belief, Valued first, Arrangement goal, Effort effort, Map<Arrangement, Reach> reaches) {
        double drop = first.drop();
        double minutes = first.minutes();
        for (Outlook.Branch b : Outlook.of(belief, first.probe(), reaches, new Followed(belief, Outlook.NOTHING))
                .likely(.05)) {
            Belief then = belief.after(first.probe().seen(b.seen()));
            Optional<Valued> best =
                    valued(then, first.probe().fill(), goal, effort, reaches, then.lightest(LEFT_OUT)).stream()
                            .filter(v -> v.drop() >= LEAST_DROP)
                            .max(Comparator.comparingDouble(Valued::perMinute));
            if (best.isPresent()) {
                drop += b.probability() * best.get().drop();
                minutes += b.probability() * best.get().minutes();
            }
        }
        return drop / minutes;
    }

    private static Valued valued(
            Belief belief, Probe probe, int minutes, Map<Arrangement, Reach> reaches, Followed followed) {
        Outlook outlook = Outlook.of(belief, probe, reaches, followed);
        return new Valued(probe, Math.max(0, followed.entropy - outlook.remaining()), minutes, outlook.entropy());
    }
}
