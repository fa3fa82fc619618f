package zephyrridge.core.plan;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.quantity.ByteSize;

/** How much memory a machine's work needs, and whether more would help at all. */
public final class Sizing {
    /** Beside a small peak no more than as much again. */
    private static final ByteSize LEAST_HEADROOM = ByteSize.ofGibibytes(2);
    /** A peak is believed that was watched for so long. */
    static final int HOURS = 4;

    /**
     * What was measured or said.
     *
     * @param peak most in use (total less available), over {@code hours}
     * @param paging whether the system paged for longer stretches; empty where nobody looked
     * @param drive the kind of drive the system is on
     * @param work kinds of work, by id of their profile
     */
    public record Measured(
            Optional<ByteSize> peak,
            Optional<Integer> hours,
            Optional<Boolean> paging,
            Drive drive,
            Map<String, WorkProfile.Level> work) {
        public static final Measured NOTHING =
                new Measured(Optional.empty(), Optional.empty(), Optional.empty(), Drive.NOT_KNOWN, Map.of());

        public Measured {
            work = Collections.unmodifiableMap(new TreeMap<>(work));
        }
    }

    public enum Drive {
        NOT_KNOWN,
        SPINNING,
        SOLID
    }

    public enum Verdict {
        /** Nobody measured or said anything. */
        NOT_ASKED,
        /** The peak with headroom does not go into what is usable. */
        SHORT,
        /** Measured long enough, far from full, and no paging: more memory will not make it quicker. */
        MORE_WILL_NOT_HELP,
        /** It goes in, by what is known; whether more would help cannot be told. */
        ENOUGH_BY_WHAT_IS_KNOWN
    }

    /**
     * @param need what should be usable; empty where nothing was measured or said
     * @param driveIsSlow whether a spinning drive is what waits; {@code byProfiles} whether the need is a sum of profiles
     */
    public record Answer(Verdict verdict, Optional<ByteSize> need, boolean driveIsSlow, boolean byProfiles) {}

    private Sizing() {}

    /** @param usable what the machine's system can use now */
    public static Answer of(Measured m, List<WorkProfile> profiles, ByteSize usable) {
        boolean slow = m.drive() == Drive.SPINNING;
        if (m.peak().isPresent()) {
            ByteSize peak = m.peak().get();
            ByteSize quarter = new ByteSize(peak.bytes() / 4);
            ByteSize least = LEAST_HEADROOM.min(peak);
            ByteSize need = peak.plus(quarter.compareTo(least) > 0 ? quarter : least);
            boolean watched = m.hours().filter(h -> h >= HOURS).isPresent();
            boolean far = peak.bytes() * 10 < usable.bytes() * 7;
            boolean quiet = m.paging().filter(p -> !p).isPresent();
            Verdict verdict = far && watched && quiet
                    ? Verdict.MORE_WILL_NOT_HELP
                    : need.compareTo(usable) > 0 ? Verdict.SHORT : Verdict.ENOUGH_BY_WHAT_IS_KNOWN;
            return new Answer(verdict, Optional.of(need), slow, false);
        }
        if (m.work().isEmpty()) {
            return new Answer(Verdict.NOT_ASKED, Optional.empty(), slow, false);
        }
        ByteSize need = sum(m.work(), profiles);
        return new Answer(
                need.compareTo(usable) > 0 ? Verdict.SHORT : Verdict.ENOUGH_BY_WHAT_IS_KNOWN,
                Optional.of(need),
                slow,
                true);
    }

    private static ByteSize sum(Map<String, WorkProfile.Level> work, List<WorkProfile> profiles) {
        ByteSize sum = ByteSize.ZERO;
        for (WorkProfile p : profiles) {
            WorkProfile.Level level = p.id().equals(WorkProfile.SYSTEM) ? WorkProfile.Level.USUAL : work.get(p.id());
            if (level != null) {
                sum = sum.plus(p.at(level));
            }
        }
        return sum;
    }

    /** How much of the work goes into so much: the heaviest level at which all of it does; empty where not even the lightest does. */
    public static Optional<WorkProfile.Level> carries(
            ByteSize usable, java.util.Collection<String> work, List<WorkProfile> profiles) {
        WorkProfile.Level[] levels = WorkProfile.Level.values();
        for (int l = levels.length - 1; l >= 0; l--) {
            ByteSize sum = ByteSize.ZERO;
            for (WorkProfile p : profiles) {
                if (p.id().equals(WorkProfile.SYSTEM) || work.contains(p.id())) {
                    sum = sum.plus(p.at(levels[l]));
                }
            }
            if (sum.compareTo(usable) <= 0) {
                return Optional.of(levels[l]);
            }
        }
        return Optional.empty();
    }

    /**
     * What layouts are recommended by where nobody said how much: the need where there is one, all that can be had where the
     * house fills to the limit, else twice what was found.
     */
    public static Target wanted(Target said, Answer answer, ByteSize found, HouseRules.HowMuch how) {
        if (said.ideally().isPresent()) {
            return said;
        }
        ByteSize ideal =
                switch (how) {
                    case FILL_TO_THE_LIMIT -> new ByteSize(1L << 60);
                    case MEASURED_NEED -> answer.need().orElse(found.times(2));
                };
        return new Target(said.atLeast(), Optional.of(ideal), said.budget(), said.withinDays());
    }

    /** The smallest of some sizes that the need goes into. */
    public static Optional<ByteSize> nextReachable(ByteSize need, List<ByteSize> sizes) {
        return sizes.stream().filter(s -> s.compareTo(need) >= 0).min(ByteSize::compareTo);
    }
}
