package zephyrridge.core.now;

import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.Unit;

/** What of the drawer is a job's, and what the job put into it; modules of the drawer are named by their tags. */
public final class DrawerUse {
    private DrawerUse() {}

    /** Those that nobody else can have: of the chosen plan, and out of their bin. What is only tried stays free for others. */
    public static SortedSet<String> held(Unit unit) {
        SortedSet<String> keys = new TreeSet<>();
        if (unit.isChosen()) {
            keys.addAll(unit.plannedModules().values());
        }
        for (Entry e : unit.log().happened()) {
            if (e instanceof Entry.Moved m) {
                if (m.to().kind() == Place.Kind.BIN) {
                    keys.remove(m.module());
                } else {
                    keys.add(m.module());
                }
            }
        }
        SortedSet<String> tags = new TreeSet<>();
        keys.forEach(key -> tag(unit, key).ifPresent(tags::add));
        return tags;
    }

    /** Those that modules of this job lie under by now, or were taken from. */
    public static SortedSet<String> named(Unit unit) {
        SortedSet<String> tags = new TreeSet<>();
        unit.modules().values().forEach(m -> m.tag().ifPresent(tags::add));
        unit.log().entries().forEach(e -> {
            if (e instanceof Entry.Moved m && m.to().kind() == Place.Kind.BIN) {
                tags.add(m.to().id());
            }
        });
        return tags;
    }

    /** What lies in the drawer by now and came from no drawer: the tag it was given, with the module's key. */
    public static SortedMap<String, String> pulled(Unit unit) {
        SortedMap<String, String> pulled = new TreeMap<>();
        Now.of(unit).places().forEach((key, place) -> {
            if (place.kind() == Place.Kind.BIN && tag(unit, key).isEmpty()) {
                pulled.put(place.id(), key);
            }
        });
        return pulled;
    }

    /** Those found bad, by their own tag or the one they were given when they were pulled. */
    public static SortedSet<String> bad(Unit unit) {
        SortedSet<String> tags = new TreeSet<>();
        SortedMap<String, String> pulled = pulled(unit);
        for (Entry e : unit.log().happened()) {
            if (e instanceof Entry.FaultFound f) {
                f.found().stream()
                        .filter(x -> x.remedy() == Remedy.Kind.REPLACE)
                        .flatMap(x -> x.modules().stream())
                        .forEach(key -> {
                            tag(unit, key).ifPresent(tags::add);
                            pulled.forEach((tag, k) -> {
                                if (k.equals(key)) {
                                    tags.add(tag);
                                }
                            });
                        });
            }
        }
        return tags;
    }

    private static Optional<String> tag(Unit unit, String key) {
        return Optional.ofNullable(unit.modules().get(key)).flatMap(JobModule::tag);
    }
}
