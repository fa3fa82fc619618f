package zephyrridge.core.change;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import zephyrridge.core.log.Extra;
import zephyrridge.core.plan.Sizing;
import zephyrridge.core.plan.Target;
import zephyrridge.core.plan.WorkProfile;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.Counter;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Whence;
import zephyrridge.core.unit.Work;

/** What is wanted, agreed and paid: said over the counter, kept beside the layouts. */
public sealed interface CounterChange extends Change {
    /**
     * Where modules that somebody typed come from: bought, come with the machine, or lie about.
     *
     * @param keys of the modules, like ones in one line
     */
    record SayWhence(
            @Size(min = 1, max = 256) List<@NotBlank @Size(max = 16) String> keys,
            @NotNull Whence.Way way,
            Optional<Money> price,
            @NotNull @Size(max = 100) String supplier,
            Optional<LocalDate> day,
            Optional<LocalDate> returnUntil)
            implements CounterChange {
        @Override
        public Work to(Situation s) {
            price.filter(p -> p.minor() < 0).ifPresent(p -> {
                throw s.refused(Refusal.VALUE_CANNOT_BE.of("price", p.toString()));
            });
            if (day.isPresent()
                    && returnUntil.filter(r -> r.isBefore(day.get())).isPresent()) {
                throw s.refused(Refusal.VALUE_CANNOT_BE.of(
                        "returnUntil", returnUntil.get().toString()));
            }
            Whence whence = new Whence(way, price, supplier.strip(), day, returnUntil);
            Unit next = s.unit;
            for (String key : keys) {
                JobModule m = s.module(key);
                if (m.whence().isEmpty()) {
                    throw s.refused(Refusal.WHENCE_IS_KNOWN.of("keys", m.labelLine()));
                }
                next = next.withModule(m.with(whence));
            }
            return s.work.with(next);
        }
    }

    /** What is wanted, in figures; what is not named is not wanted. */
    record Want(
            Optional<ByteSize> atLeast,
            Optional<ByteSize> ideally,
            Optional<Money> budget,
            Optional<@Min(0) @Max(365) Integer> withinDays)
            implements CounterChange {
        @Override
        public Work to(Situation s) {
            Target t = new Target(atLeast.orElse(ByteSize.ZERO), ideally, budget, withinDays);
            return s.work.with(s.unit.withNeed(new Unit.Need(t, s.unit.need().measured())));
        }
    }

    /** What the work keeps busy, measured or by its kinds. */
    record Measure(
            Optional<ByteSize> peak,
            Optional<@Min(0) @Max(10_000) Integer> hours,
            Optional<Boolean> paging,
            Optional<Sizing.Drive> drive,
            @Size(max = 30) Map<@NotBlank @Size(max = 40) String, WorkProfile.Level> work)
            implements CounterChange {
        @Override
        public Work to(Situation s) {
            Sizing.Measured m = new Sizing.Measured(peak, hours, paging, drive.orElse(Sizing.Drive.NOT_KNOWN), work);
            return s.work.with(s.unit.withNeed(new Unit.Need(s.unit.need().target(), m)));
        }
    }

    /** The owner's yes to the layout on the table: who, to what; "" takes it back. */
    record OwnerAgrees(@Size(max = 100) String who, @Size(max = 500) String to) implements CounterChange {
        @Override
        public Work to(Situation s) {
            if (who.isBlank()) {
                return s.work.with(s.unit.withConsent(Optional.empty()));
            }
            return s.work.with(s.unit.withConsent(Optional.of(new Unit.Consent(
                    who.strip(), to.strip(), s.unit.onTheTable().id(), s.ports.now(), s.ports.by()))));
        }
    }

    /** What was said over the counter; what is not named stays as it is. */
    record CounterSays(
            Optional<@Size(max = 500) String> forbids,
            Optional<@Size(max = 10) SortedSet<Counter.Ban>> bans,
            Optional<Extra> extra,
            Optional<Counter.Offered> offered,
            Optional<Counter.Worth> worth)
            implements CounterChange {
        @Override
        public Work to(Situation s) {
            Counter now = s.unit.counter();
            SortedMap<Extra, Counter.Offered> extras = new TreeMap<>(now.extras());
            if (extra.isPresent() && offered.isPresent()) {
                extras.put(extra.get(), offered.get());
            }
            offered.flatMap(Counter.Offered::minutes)
                    .filter(m -> m < 1 || m > Counter.Offered.MOST_MINUTES)
                    .ifPresent(m -> {
                        throw s.refused(Refusal.VALUE_CANNOT_BE.of("minutes", String.valueOf(m)));
                    });
            if (worth.filter(w -> w.source().length() > 200).isPresent()) {
                throw s.refused(Refusal.VALUE_CANNOT_BE.of("source", worth.get().source()));
            }
            return s.work.with(s.unit.withCounter(new Counter(
                    forbids.orElse(now.forbids()), bans.orElse(now.bans()), extras, worth.orElse(now.worth()))));
        }
    }

    /**
     * What else the layout on the table wants, beside modules: a carrier, blanks, screws.
     *
     * @param pieces 0 takes it off the list
     * @param price of one piece
     */
    record WantPart(
            @NotBlank @Size(max = 100) String what,
            @Min(0) @Max(Alternative.SmallPart.MOST_PIECES) int pieces,
            @NotNull Money price)
            implements CounterChange {
        private static final int MOST = 30;

        @Override
        public Work to(Situation s) {
            if (price.minor() < 0) {
                throw s.refused(Refusal.VALUE_CANNOT_BE.of("price", price.toString()));
            }
            List<Alternative.SmallPart> parts =
                    new ArrayList<>(s.unit.onTheTable().parts());
            parts.removeIf(p -> p.what().equalsIgnoreCase(what.strip()));
            if (pieces > 0) {
                parts.add(new Alternative.SmallPart(what.strip(), pieces, price));
            }
            if (parts.size() > MOST) {
                throw s.refused(Refusal.TOO_MANY.of("what", "parts", String.valueOf(MOST)));
            }
            return s.work.with(s.unit.withParts(parts));
        }
    }

    /** This job follows another school than the house, for a reason; "" as the reason follows the house again. */
    record FollowSchool(@NotBlank @Size(max = 60) String school, @Size(max = 300) String reason)
            implements CounterChange {
        @Override
        public Work to(Situation s) {
            if (s.bench.house().with(school).isEmpty()) {
                throw s.noSuch("school", school);
            }
            return s.work.with(s.unit.withSchool(school, reason.strip()));
        }
    }
}
