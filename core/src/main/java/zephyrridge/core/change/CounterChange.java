package zephyrridge.core.change;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.function.Function;
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
     * Where modules that somebody typed come from: bought, come with the machine, or lie about. What is not named stays as it
     * is; "" takes back what was said.
     *
     * @param keys of the modules, like ones in one line
     * @param price of one; {@code day} and {@code returnUntil} as 2031-05-16
     */
    record SayWhence(
            @Size(min = 1, max = 256) List<@NotBlank @Size(max = 16) String> keys,
            Optional<Whence.Way> way,
            Optional<@Size(max = 20) String> price,
            Optional<@Size(max = 100) String> supplier,
            Optional<@Size(max = 20) String> day,
            Optional<@Size(max = 20) String> returnUntil)
            implements CounterChange {
        @Override
        public Work to(Situation s) {
            Unit next = s.unit;
            for (String key : keys) {
                JobModule m = s.module(key);
                Whence was = m.whence().orElseThrow(() -> s.refused(Refusal.WHENCE_IS_KNOWN.of("keys", m.labelLine())));
                Whence whence = new Whence(
                        way.orElse(was.way()),
                        said(s, "price", price, was.price(), Money::parse),
                        supplier.map(String::strip).orElse(was.supplier()),
                        said(s, "day", day, was.day(), LocalDate::parse),
                        said(s, "returnUntil", returnUntil, was.returnUntil(), LocalDate::parse),
                        was.giver());
                if (whence.day().isPresent()
                        && whence.returnUntil()
                                .filter(r -> r.isBefore(whence.day().get()))
                                .isPresent()) {
                    throw s.refused(Refusal.VALUE_CANNOT_BE.of(
                            "returnUntil", whence.returnUntil().get().toString()));
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

    /**
     * The owner's yes to the layout on the table: who, to what; "" takes it back.
     *
     * @param how it was said; not said where nobody names it
     */
    record OwnerAgrees(@Size(max = 100) String who, @Size(max = 500) String to, Optional<Unit.Consent.How> how)
            implements CounterChange {
        @Override
        public Work to(Situation s) {
            if (who.isBlank()) {
                return s.work.with(s.unit.withConsent(Optional.empty()));
            }
            return s.work.with(s.unit.withConsent(Optional.of(new Unit.Consent(
                    who.strip(),
                    to.strip(),
                    how.orElse(Unit.Consent.How.NOT_SAID),
                    s.unit.onTheTable().id(),
                    s.ports.now(),
                    s.ports.by()))));
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
                    forbids.orElse(now.forbids()),
                    bans.orElse(now.bans()),
                    extras,
                    worth.orElse(now.worth()),
                    now.brought())));
        }
    }

    /** The machine's own serial number, as its sticker has it; "" takes it back. */
    record NoteSerial(@NotNull @Size(max = Counter.Brought.LONGEST_SERIAL) String serial) implements CounterChange {
        @Override
        public Work to(Situation s) {
            Counter now = s.unit.counter();
            return s.work.with(s.unit.withCounter(
                    now.with(new Counter.Brought(serial.strip(), now.brought().things()))));
        }
    }

    /**
     * Something came along, or goes back; what is not named stays as it is.
     *
     * @param came how many; 0 takes it off the list, as something that never came
     * @param back how many of them the owner has again
     */
    record NoteThing(
            @NotBlank @Size(max = Counter.Thing.LONGEST) String what,
            Optional<@Min(0) @Max(Counter.Thing.MOST) Integer> came,
            Optional<@Min(0) @Max(Counter.Thing.MOST) Integer> back)
            implements CounterChange {
        @Override
        public Work to(Situation s) {
            Counter now = s.unit.counter();
            List<Counter.Thing> things = new ArrayList<>(now.brought().things());
            int at = indexOf(things);
            Counter.Thing was = at < 0 ? new Counter.Thing(what.strip(), 1, 0) : things.get(at);
            Counter.Thing is = new Counter.Thing(was.what(), came.orElse(was.came()), back.orElse(was.back()));
            if (is.here() < 0) {
                throw s.refused(Refusal.VALUE_CANNOT_BE.of("back", String.valueOf(is.back())));
            }
            if (is.came() == 0) {
                if (at >= 0) {
                    things.remove(at);
                }
            } else if (at >= 0) {
                things.set(at, is);
            } else {
                things.add(is);
            }
            if (things.size() > Counter.Brought.MOST_THINGS) {
                throw s.refused(Refusal.TOO_MANY.of("what", "things", String.valueOf(Counter.Brought.MOST_THINGS)));
            }
            return s.work.with(s.unit.withCounter(
                    now.with(new Counter.Brought(now.brought().serial(), things))));
        }

        private int indexOf(List<Counter.Thing> things) {
            for (int i = 0; i < things.size(); i++) {
                if (things.get(i).what().equalsIgnoreCase(what.strip())) {
                    return i;
                }
            }
            return -1;
        }
    }

    /** All that came along goes back to the owner at once. */
    record GiveBack() implements CounterChange {
        @Override
        public Work to(Situation s) {
            Counter now = s.unit.counter();
            return s.work.with(s.unit.withCounter(now.with(new Counter.Brought(
                    now.brought().serial(),
                    now.brought().things().stream()
                            .map(t -> new Counter.Thing(t.what(), t.came(), t.came()))
                            .toList()))));
        }
    }

    /**
     * What could be done while it is open: its price, its minutes, the owner's answer. What is not named stays as it is; "" takes back
     * what was said.
     */
    record OfferExtra(
            @NotNull Extra extra,
            Optional<@Size(max = 20) String> price,
            Optional<@Size(max = 10) String> minutes,
            Optional<Counter.Answer> answer)
            implements CounterChange {
        @Override
        public Work to(Situation s) {
            Counter now = s.unit.counter();
            Counter.Offered was = now.extras()
                    .getOrDefault(
                            extra, new Counter.Offered(Optional.empty(), Optional.empty(), Counter.Answer.NOT_ASKED));
            Counter.Offered offered = new Counter.Offered(
                    said(s, "price", price, was.price(), Money::parse),
                    said(s, "minutes", minutes, was.minutes(), Integer::valueOf),
                    answer.orElse(was.answer()));
            return new CounterSays(
                            Optional.empty(),
                            Optional.empty(),
                            Optional.of(extra),
                            Optional.of(offered),
                            Optional.empty())
                    .to(s);
        }
    }

    /** What was typed, else what was said before; "" is nothing. */
    private static <T> Optional<T> said(
            Situation s, String field, Optional<String> typed, Optional<T> was, Function<String, T> read) {
        if (typed.isEmpty()) {
            return was;
        }
        String text = typed.get().strip();
        try {
            return text.isEmpty() ? Optional.empty() : Optional.of(read.apply(text.replace(',', '.')));
        } catch (IllegalArgumentException | DateTimeException e) {
            throw s.refused(Refusal.VALUE_CANNOT_BE.of(field, text));
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
