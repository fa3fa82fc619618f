package zephyrridge.server.trouble;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import zephyrridge.core.fault.Cause;
import zephyrridge.core.fault.Probe;
import zephyrridge.core.fault.Remedy;
import zephyrridge.core.hunt.Trouble;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.text.Texts;

/** Puts causes, what to do about them, and tests into words; pages, log and report say the same. */
@Component
public class FaultWords {
    private final Texts texts;

    FaultWords(Texts texts) {
        this.texts = texts;
    }

    public In in(MachineRecord record, Unit unit) {
        return new In(record, unit);
    }

    /** Within one job: its modules and positions have names. */
    public final class In {
        private final MachineRecord record;
        private final Unit unit;

        private In(MachineRecord record, Unit unit) {
            this.record = record;
            this.unit = unit;
        }

        public String remedies(List<Entry.FaultFound.Found> found) {
            return found.stream().map(this::remedy).collect(Collectors.joining(", and "));
        }

        /** What was written down; where nothing is left to do, what it most likely was, if one cause is more likely than all others. */
        public String found(Entry.FaultFound f) {
            boolean mended = f.found().stream().allMatch(x -> x.remedy() == Remedy.Kind.NOTHING);
            return f.because().entrySet().stream()
                    .filter(e -> mended && e.getValue() > 500)
                    .flatMap(e -> texts.find("trouble.was." + e.getKey()).stream())
                    .findFirst()
                    .map(was -> texts.say("trouble.mended", "todo", remedies(f.found()), "was", was))
                    .orElseGet(() -> remedies(f.found()));
        }

        private String remedy(Entry.FaultFound.Found f) {
            return texts.say("remedy." + f.remedy(), "modules", modules(f.modules()), "place", place(f));
        }

        private String place(Entry.FaultFound.Found f) {
            if (f.remedy() == Remedy.Kind.COMPANION) {
                return f.place().isEmpty() ? texts.get("trouble.otherWork") : texts.get("trouble.work." + f.place());
            }
            if (!record.hasPosition(f.place())) {
                return f.place();
            }
            return switch (f.remedy()) {
                case AVOID_CHANNEL -> record.position(f.place()).channels().get(0);
                case AVOID_CARRIER -> record.position(f.place()).carrier().orElse(f.place());
                case AVOID_PROCESSOR -> {
                    String channel = record.position(f.place()).channels().get(0);
                    yield record.channels().stream()
                            .filter(c -> c.id().equals(channel))
                            .findFirst()
                            .map(c -> c.processor())
                            .orElse(f.place());
                }
                default -> label(f.place());
            };
        }

        public String cause(Cause.Kind kind, Entry.FaultFound.Found f) {
            return texts.say("cause." + kind, "modules", modules(f.modules()), "place", place(f));
        }

        public String test(Trouble t, Probe p, int minutes) {
            return texts.say(
                    "probe." + p.shape(),
                    "modules",
                    modules(t.names().keys(p.pieces())),
                    "fill",
                    fill(t.names().modules(p.fill())),
                    "minutes",
                    minutes);
        }

        public String fill(SortedMap<String, String> fill) {
            return fill.isEmpty()
                    ? texts.get("trouble.empty")
                    : fill.entrySet().stream()
                            .map(e -> label(e.getKey()) + ": " + module(e.getValue()))
                            .collect(Collectors.joining("; "));
        }

        String label(String position) {
            return record.hasPosition(position) ? record.position(position).label() : position;
        }

        /** Several of one kind are told by their number; one of several by where it was first. */
        private String modules(java.util.Collection<String> keys) {
            Map<String, java.util.List<String>> alike = keys.stream()
                    .collect(Collectors.groupingBy(this::kind, java.util.TreeMap::new, Collectors.toList()));
            return alike.entrySet().stream()
                    .map(e -> e.getValue().size() > 1
                            ? e.getValue().size() + " × " + e.getKey()
                            : module(e.getValue().get(0)))
                    .collect(Collectors.joining(", "));
        }

        public String kind(String key) {
            return unit.modules().containsKey(key)
                    ? texts.show(unit.modules().get(key).spec().summary())
                    : label(key);
        }

        /** Its kind with what tells it from others like it: the tag, else where it was first. */
        public String module(String key) {
            if (!unit.modules().containsKey(key)) {
                return label(key);
            }
            var m = unit.modules().get(key);
            boolean twin = unit.modules().values().stream()
                    .anyMatch(o -> !o.key().equals(key) && o.spec().equals(m.spec()));
            return m.tag()
                    .map(tag -> kind(key) + " (" + tag + ")")
                    .or(() -> twin
                            ? first(key).map(at -> texts.say("trouble.first", "module", kind(key), "place", at))
                            : Optional.empty())
                    .orElse(kind(key));
        }

        private Optional<String> first(String key) {
            return java.util.stream.Stream.concat(
                            unit.log().starts().stream().map(Entry.Started::arrangement),
                            java.util.stream.Stream.of(unit.plannedModules()))
                    .flatMap(fill -> fill.entrySet().stream())
                    .filter(e -> e.getValue().equals(key))
                    .findFirst()
                    .map(e -> label(e.getKey()));
        }
    }
}
