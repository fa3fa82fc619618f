package zephyrridge.server.opening;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import zephyrridge.core.access.Connector;
import zephyrridge.core.access.Fastener;
import zephyrridge.core.access.Part;
import zephyrridge.core.change.PartsWanted;
import zephyrridge.core.log.Entry;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.now.Now;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.opening.Screws;
import zephyrridge.core.opening.WorkStep;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.OpeningView.ConnectorView;
import zephyrridge.server.view.OpeningView.FastenerView;
import zephyrridge.server.view.OpeningView.StepView;

/** Steps of opening and closing in words, with their fasteners, plugs and cautions. */
@Component
public class StepViews {
    private final Texts texts;

    StepViews(Texts texts) {
        this.texts = texts;
    }

    static String name(Bench bench, String part) {
        return bench.record().access().part(part).map(Part::name).orElse(part);
    }

    List<StepView> steps(List<WorkStep> steps, Bench bench, Unit unit, Now now, List<Screws.Lying> tray) {
        return steps.stream().map(s -> step(s, bench, unit, now, tray)).toList();
    }

    /** Empty slots of a server's carrier guide no air without their blanks, which is asked for where it goes back. */
    private String blanks(Optional<Part> part, Bench bench, Set<String> filled) {
        if (part.isEmpty() || bench.record().kind() != MachineKind.SERVER) {
            return "";
        }
        long empty = bench.record().positions().stream()
                .filter(p -> p.carrier().filter(part.get().id()::equals).isPresent())
                .filter(p -> !p.isSoldered() && !filled.contains(p.id()))
                .count();
        return empty == 0 ? "" : ". " + texts.say("step.blanks", "n", empty);
    }

    /**
     * A step in words.
     *
     * @param lying screws in the tray, as they are counted or as a blank for a pen; {@code filled} positions that hold a module by then
     */
    public String words(WorkStep step, String lying, Bench bench, Unit unit, Set<String> filled) {
        String turn = step.turnTo()
                .map(side -> texts.say("step.TURN", "side", side) + " ")
                .orElse("");
        String said = texts.get("step." + step.kind())
                .replace("{part}", step.part().map(Part::name).orElse(""))
                .replace("{count}", lying);
        return turn
                + switch (step.kind()) {
                    case PUT_BACK -> said + blanks(step.part(), bench, filled);
                    case AIR -> air(said, bench, unit, filled);
                    default -> said;
                };
    }

    private String air(String said, Bench bench, Unit unit, Set<String> filled) {
        int bays = unit.deviations().absent().size();
        return said.replace("{empty}", String.valueOf(PartsWanted.emptySlots(bench.record(), unit, filled)))
                .replace("{bays}", bays == 0 ? "" : texts.say("step.AIR.bays", "bays", bays));
    }

    private StepView step(WorkStep step, Bench bench, Unit unit, Now now, List<Screws.Lying> tray) {
        Optional<Part> part = step.part();
        boolean back = step.kind() == WorkStep.Kind.PUT_BACK;
        List<Warned> warned = part.map(p -> warned(p, back, tray, now)).orElse(List.of());
        Map<String, String> letters = part.map(p -> letters(p, warned)).orElse(Map.of());
        return new StepView(
                step.id(),
                step.kind(),
                part.map(Part::id).orElse(""),
                words(step, String.valueOf(tray.size()), bench, unit, now.inIt().keySet()),
                part.map(p -> back ? p.howOn() : p.how()).orElse(""),
                part.map(Part::source).orElse(""),
                step.turnTo(),
                part.map(Part::side),
                part.flatMap(p -> bench.record().access().outline(p.side())),
                part.map(p -> p.fasteners().stream()
                                .map(f -> fastener(p, f, letters.get(f.id()), bench, unit, now))
                                .toList())
                        .orElse(List.of()),
                part.map(Part::catches).orElse(List.of()),
                part.map(p -> p.connectors().stream()
                                .map(k -> connector(k, back))
                                .toList())
                        .orElse(List.of()),
                step.cautions().stream().map(k -> texts.get("caution." + k)).toList(),
                part.map(p -> warnings(p, back, warned, letters)).orElse(List.of()),
                step.seconds(),
                step.done());
    }

    /** Screws that the same is to be known of, and a letter for each: the drawing has it beside the hole. */
    private record Warned(String key, Map<String, String> of, List<Fastener> screws) {}

    private static List<Warned> warned(Part part, boolean back, List<Screws.Lying> tray, Now now) {
        Map<List<Object>, Warned> alike = new LinkedHashMap<>();
        if (back) {
            Screws.shortHoles(part, tray)
                    .forEach(h -> alike(
                            alike,
                            "screw.short",
                            Map.of("takes", millimetres(h.takes()), "longest", millimetres(h.longest())),
                            h.fastener()));
        }
        part.fasteners().forEach(f -> {
            if (!back && f.threadLocked()) {
                alike(alike, "screw.locked", Map.of(), f);
            }
            if (f.role() == Fastener.Role.LEAVE_ALONE) {
                alike(alike, "screw.leave", Map.of(), f);
            }
            Screws.said(now, part, f)
                    .filter(s -> s != Entry.Screw.OUT && s != Entry.Screw.BACK)
                    .ifPresent(s -> alike(alike, "screw." + s, Map.of(), f));
        });
        return List.copyOf(alike.values());
    }

    private static void alike(Map<List<Object>, Warned> by, String key, Map<String, String> of, Fastener screw) {
        by.computeIfAbsent(List.of(key, of), k -> new Warned(key, of, new ArrayList<>()))
                .screws()
                .add(screw);
    }

    /** By the id of each screw that something is to be known of: a, b, c in the order of the drawing's list. */
    private static Map<String, String> letters(Part part, List<Warned> warned) {
        Map<String, String> letters = new HashMap<>();
        part.fasteners().stream()
                .filter(f -> warned.stream().anyMatch(w -> w.screws().contains(f)))
                .forEach(f -> letters.put(f.id(), letter(letters.size())));
        return letters;
    }

    private static String letter(int n) {
        String first = n < 26 ? "" : String.valueOf((char) ('a' + n / 26 - 1));
        return first + (char) ('a' + n % 26);
    }

    /** What this very part asks for beside its cautions; what is the same of several screws is said once. */
    private List<String> warnings(Part part, boolean back, List<Warned> warned, Map<String, String> letters) {
        List<String> said = new ArrayList<>();
        List<String> lengths = part.fasteners().stream()
                .filter(f -> f.role().comesOut() && f.lengthTenths() > 0)
                .map(Fastener::lengthTenths)
                .distinct()
                .sorted()
                .map(StepViews::millimetres)
                .toList();
        if (!back && lengths.size() > 1) {
            said.add(texts.say("screw.mixed", "lengths", String.join(", ", lengths)));
        }
        for (Warned w : warned) {
            String screws = w.screws().stream().map(f -> letters.get(f.id())).collect(Collectors.joining(", "));
            said.add(texts.say(
                    w.key() + (w.screws().size() > 1 ? ".several" : ""),
                    "id",
                    screws,
                    "takes",
                    w.of().getOrDefault("takes", ""),
                    "longest",
                    w.of().getOrDefault("longest", "")));
        }
        return said;
    }

    private ConnectorView connector(Connector k, boolean back) {
        return new ConnectorView(k.id(), cable(k, back));
    }

    /** A cable in words: its lock, and going back the mark it goes in to. */
    public String cable(Connector k, boolean back) {
        List<String> words = new ArrayList<>();
        words.add(k.name());
        if (!k.lock().isBlank()) {
            words.add(texts.say("cable.lock", "lock", k.lock()));
        }
        if (back && !k.mark().isBlank()) {
            words.add(texts.say("cable.mark", "mark", k.mark()));
        }
        if (!k.route().isBlank()) {
            words.add(texts.say("cable.route", "route", k.route()));
        }
        if (k.mayStay()) {
            words.add(texts.get("cable.stays"));
        } else if (back) {
            words.add(texts.get("cable.locked"));
        }
        return String.join("; ", words);
    }

    private static FastenerView fastener(Part part, Fastener f, String letter, Bench bench, Unit unit, Now now) {
        Optional<Entry.Screw> said = Screws.said(now, part, f);
        return new FastenerView(
                f.id(),
                Optional.ofNullable(letter),
                f.x(),
                f.y(),
                f.bit(),
                f.lengthTenths() == 0 ? "" : millimetres(f.lengthTenths()),
                f.role(),
                f.hiddenUnder().map(u -> name(bench, u)).orElse(""),
                f.threadLocked(),
                f.magnetNear(),
                unit.deviations().screws().getOrDefault(part.id(), List.of()).contains(f),
                said.or(() -> now.off().contains(part.id()) && f.role().comesOut()
                        ? Optional.of(Entry.Screw.OUT)
                        : Optional.empty()));
    }

    public static String millimetres(int tenths) {
        return String.format(Locale.ROOT, "%.1f mm", tenths / 10.0);
    }
}
