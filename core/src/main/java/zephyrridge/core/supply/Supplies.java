package zephyrridge.core.supply;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * Which job gets which pack, what is still to be ordered and what nobody needs. A function of what jobs need by now and of what
 * was ordered; so a layout that is taken back frees its packs by that alone.
 *
 * @param packs those that count, each with the job that gets it; empty: nobody needs it
 * @param lacks what is to be ordered, for jobs by promised day
 * @param givers by job the other machines whose packs it waits for
 */
public record Supplies(List<Pack> packs, List<Lack> lacks, SortedMap<Long, Set<Long>> givers) {
    /** @param need with as many packs as are still to be ordered */
    public record Lack(long job, Optional<LocalDate> promised, Need need) {}

    /** How it stands with what a job waits for, the farthest off first. */
    public enum Standing {
        TO_ORDER,
        ON_THE_WAY,
        HERE
    }

    /** @param by day on which the last of it is to be here, of what is on the way; empty where nobody said of a pack */
    public record Parts(Standing standing, Optional<LocalDate> by) {
        /** What waits for both waits for the later one; a day that nobody said of one is said of neither. */
        Parts and(Parts other) {
            if (standing != other.standing) {
                return standing.compareTo(other.standing) < 0 ? this : other;
            }
            return new Parts(standing, by.flatMap(d -> other.by.map(o -> d.isAfter(o) ? d : o)));
        }
    }

    /** Who is promised first is served first; who is promised nothing, last. */
    private static final Comparator<Ask> FIRST_PROMISED =
            Comparator.comparing((Ask a) -> a.promised().orElse(LocalDate.MAX)).thenComparing(Ask::job);

    /** What is here goes before what is on the way, then what comes first. */
    private static final Comparator<Pack> FIRST_HERE = Comparator.comparing((Pack p) -> !p.isHere())
            .thenComparing(p -> p.due().orElse(LocalDate.MAX))
            .thenComparing(Pack::id);

    public Supplies {
        packs = List.copyOf(packs);
        lacks = List.copyOf(lacks);
        givers = Collections.unmodifiableSortedMap(new TreeMap<>(givers));
    }

    /**
     * A job keeps the packs that are meant for it as far as it needs them; the others go to who is promised first, what is here in place of
     * what is on the way.
     */
    public static Supplies of(Collection<Ask> asks, Collection<Pack> ordered) {
        List<Ask> byPromise = asks.stream().sorted(FIRST_PROMISED).toList();
        SortedSet<Thing> things = new TreeSet<>();
        asks.forEach(a -> a.needs().forEach(n -> things.add(n.thing())));
        ordered.forEach(p -> things.add(p.thing()));
        List<Pack> packs = new ArrayList<>();
        List<Lack> lacks = new ArrayList<>();
        for (Thing thing : things) {
            List<Pack> free = new ArrayList<>(ordered.stream()
                    .filter(p -> p.thing().equals(thing) && p.state().counts())
                    .sorted(FIRST_HERE)
                    .toList());
            SortedMap<Long, List<Pack>> kept = new TreeMap<>();
            byPromise.forEach(a -> kept.put(a.job(), keep(a, thing, free)));
            for (Ask a : byPromise) {
                List<Pack> own = kept.get(a.job());
                int lacking = a.waits() ? a.packs(thing) - own.size() : 0;
                for (; lacking > 0 && !free.isEmpty(); lacking--) {
                    own.add(free.remove(0).of(a.job()));
                }
                if (a.waits()) {
                    exchange(own, free, a.job());
                }
                packs.addAll(own);
                int left = lacking;
                a.needs().stream()
                        .filter(n -> left > 0 && n.thing().equals(thing))
                        .findFirst()
                        .ifPresent(n -> lacks.add(new Lack(a.job(), a.promised(), n.only(left))));
            }
            free.forEach(p -> packs.add(new Pack(p.id(), thing, Optional.empty(), p.state(), p.due())));
        }
        SortedMap<Long, Set<Long>> givers = new TreeMap<>();
        asks.forEach(a -> givers.put(a.job(), a.givers()));
        return new Supplies(packs, lacks, givers);
    }

    /** Takes what is meant for a job, and is needed there, out of what is free. */
    private static List<Pack> keep(Ask a, Thing thing, List<Pack> free) {
        List<Pack> own = free.stream()
                .filter(p -> p.job().filter(j -> j == a.job()).isPresent())
                .limit(a.packs(thing))
                .toList();
        free.removeAll(own);
        return new ArrayList<>(own);
    }

    /** Nobody waits for what is on the way while the same lies here for nobody. */
    private static void exchange(List<Pack> own, List<Pack> free, long job) {
        for (int i = 0; i < own.size(); i++) {
            if (!own.get(i).isHere() && !free.isEmpty() && free.get(0).isHere()) {
                Pack away = own.set(i, free.remove(0).of(job));
                free.add(away);
            }
        }
    }

    /** How it stands with a job's, what comes in another machine's packs among it; empty where nothing is sent for it. */
    public Optional<Parts> of(long job) {
        return Stream.concat(Stream.of(job), givers.getOrDefault(job, Set.of()).stream())
                .flatMap(j -> own(j).stream())
                .reduce(Parts::and);
    }

    private Optional<Parts> own(long job) {
        if (lacks.stream().anyMatch(l -> l.job() == job)) {
            return Optional.of(new Parts(Standing.TO_ORDER, Optional.empty()));
        }
        return packs.stream()
                .filter(p -> p.job().filter(j -> j == job).isPresent())
                .map(p -> p.isHere()
                        ? new Parts(Standing.HERE, Optional.empty())
                        : new Parts(Standing.ON_THE_WAY, p.due()))
                .reduce(Parts::and);
    }

    /**
     * What is nobody's goes to nobody; what is somebody's goes to who is promised first of those that wait for the same and have it not
     * here: that one's pack, on the way still, becomes the other's.
     *
     * @param arrived a pack on the way
     * @return the job that each pack is meant for when it is here, of those whose job that changes, and of the arrived one; by pack
     */
    public SortedMap<Long, Optional<Long>> arrival(long arrived, Collection<Ask> asks) {
        Pack pack = packs.stream().filter(p -> p.id() == arrived).findFirst().orElseThrow();
        SortedMap<Long, Optional<Long>> meant = new TreeMap<>();
        meant.put(arrived, pack.job());
        if (pack.job().isEmpty()) {
            return meant;
        }
        asks.stream()
                .filter(Ask::waits)
                .sorted(FIRST_PROMISED)
                .flatMap(a -> packs.stream()
                        .filter(p -> p.thing().equals(pack.thing())
                                && !p.isHere()
                                && p.job().filter(j -> j == a.job()).isPresent())
                        .sorted(FIRST_HERE)
                        .limit(1))
                .findFirst()
                .filter(other -> !other.job().equals(pack.job()))
                .ifPresent(other -> {
                    meant.put(arrived, other.job());
                    meant.put(other.id(), pack.job());
                });
        return meant;
    }
}
