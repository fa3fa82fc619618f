package zephyrridge.core.survey;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.module.Claim;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.module.ModuleIdentity;
import zephyrridge.core.module.SourceKind;

/**
 * Whether two sources speak of two different modules: they contradict each other in several fields at once, one of which a
 * misreading does not explain. Then the fields belong together, and none is mixed from both (R-1.3; common practice, no source).
 *
 * @param one sources of one module, {@code other} of the other; {@code fields} in which they differ
 * @param believed claims of the module that is taken to be there; empty where a hand's word fits neither
 */
record Rivals(
        Set<String> one,
        Set<String> other,
        Set<ModuleField> fields,
        Claim oneSays,
        Claim otherSays,
        List<Claim> believed) {
    private static final Set<ModuleField> TELLING = EnumSet.of(
            ModuleField.GENERATION,
            ModuleField.CAPACITY,
            ModuleField.PART_NUMBER,
            ModuleField.SERIAL,
            ModuleField.BUFFERING);
    private static final Set<ModuleField> COUNTED = EnumSet.of(
            ModuleField.GENERATION,
            ModuleField.CAPACITY,
            ModuleField.PART_NUMBER,
            ModuleField.SERIAL,
            ModuleField.BUFFERING,
            ModuleField.RANKS,
            ModuleField.DEVICE_WIDTH,
            ModuleField.RATE,
            ModuleField.ECC);
    private static final int FEWEST_FIELDS = 2;

    static Optional<Rivals> among(List<Claim> claims, ModuleIdentity identity) {
        Map<String, List<Claim>> bySource = new LinkedHashMap<>();
        List<Claim> hand = new ArrayList<>();
        for (Claim c : claims) {
            if (c.kind() == SourceKind.HAND) {
                hand.add(c);
            } else if (c.kind() != SourceKind.RECORD) {
                bySource.computeIfAbsent(c.source(), s -> new ArrayList<>()).add(c);
            }
        }
        List<List<Claim>> sources = List.copyOf(bySource.values());
        for (int a = 0; a < sources.size(); a++) {
            for (int b = a + 1; b < sources.size(); b++) {
                Set<ModuleField> differ = differ(sources.get(a), sources.get(b));
                if (differ.size() >= FEWEST_FIELDS && differ.stream().anyMatch(TELLING::contains)) {
                    return Optional.of(of(sources, a, b, differ, hand, identity));
                }
            }
        }
        return Optional.empty();
    }

    private static Rivals of(
            List<List<Claim>> sources,
            int a,
            int b,
            Set<ModuleField> differ,
            List<Claim> hand,
            ModuleIdentity identity) {
        List<Claim> first = side(sources, a, b);
        List<Claim> second = side(sources, b, a);
        boolean firstFits = fits(first, hand);
        boolean secondFits = fits(second, hand);
        ModuleField telling =
                differ.stream().filter(TELLING::contains).findFirst().orElseThrow();
        Claim firstSays = claim(first, telling);
        boolean firstHeld = Claim.same(telling, firstSays.value(), identity.value(telling));
        List<Claim> believed = new ArrayList<>(
                firstFits && secondFits
                        ? firstHeld ? first : second
                        : firstFits ? first : secondFits ? second : List.of());
        if (!believed.isEmpty()) {
            believed.addAll(hand);
        }
        return new Rivals(
                names(first), names(second), differ(first, second), firstSays, claim(second, telling), believed);
    }

    /** All claims of a source, and of the others that do not speak of its rival's module. */
    private static List<Claim> side(List<List<Claim>> sources, int own, int rival) {
        List<Claim> side = new ArrayList<>(sources.get(own));
        for (int s = 0; s < sources.size(); s++) {
            if (s != own
                    && s != rival
                    && differ(sources.get(s), sources.get(own)).size() < FEWEST_FIELDS
                    && differ(sources.get(s), sources.get(rival)).size() >= FEWEST_FIELDS) {
                side.addAll(sources.get(s));
            }
        }
        return side;
    }

    private static boolean fits(List<Claim> side, List<Claim> hand) {
        return hand.stream().allMatch(h -> side.stream()
                .filter(c -> c.field() == h.field())
                .allMatch(c -> Claim.same(h.field(), c.value(), h.value())));
    }

    private static Set<ModuleField> differ(List<Claim> a, List<Claim> b) {
        Set<ModuleField> fields = EnumSet.noneOf(ModuleField.class);
        for (Claim x : a) {
            for (Claim y : b) {
                if (x.field() == y.field()
                        && COUNTED.contains(x.field())
                        && !Claim.same(x.field(), x.value(), y.value())) {
                    fields.add(x.field());
                }
            }
        }
        return fields;
    }

    private static Claim claim(List<Claim> claims, ModuleField field) {
        return claims.stream().filter(c -> c.field() == field).findFirst().orElseThrow();
    }

    private static Set<String> names(List<Claim> claims) {
        Set<String> names = new LinkedHashSet<>();
        claims.forEach(c -> names.add(c.source()));
        return names;
    }
}
