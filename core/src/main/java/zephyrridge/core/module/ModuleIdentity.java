package zephyrridge.core.module;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a module is, by all that was claimed of it: per field the value held true, how sure that is, and every claim. A
 * contradiction is kept beside the value held; it never picks silently.
 */
public record ModuleIdentity(Map<ModuleField, Held> fields) {
    /**
     * @param certainty probability of the value among all that is claimed and "something else", 0 to 1
     * @param contradicted whether any source says otherwise
     * @param claims all claims on the field, in the order given
     */
    public record Held(String value, double certainty, boolean contradicted, List<Claim> claims) {
        /** The claims that say something else. */
        public List<Claim> against(ModuleField field) {
            return claims.stream()
                    .filter(c -> !Claim.same(field, c.value(), value))
                    .toList();
        }
    }

    /** Values less sure than this are not taken into a layout without somebody's word. */
    public static final double SURE = 0.8;

    public ModuleIdentity {
        fields = Collections.unmodifiableMap(fields);
    }

    /**
     * Odds by Bayes' rule with independent origins: each origin gives the likelihood ratio r / (1 - r) of its most reliable claim,
     * once however many echoes repeat it; "something else" has weight 1.
     */
    public static ModuleIdentity of(List<Claim> claims) {
        Map<ModuleField, List<Claim>> byField = new EnumMap<>(ModuleField.class);
        for (Claim claim : claims) {
            byField.computeIfAbsent(claim.field(), f -> new ArrayList<>()).add(claim);
        }
        Map<ModuleField, Held> held = new EnumMap<>(ModuleField.class);
        byField.forEach((field, all) -> held.put(field, hold(field, all)));
        return new ModuleIdentity(held);
    }

    private static Held hold(ModuleField field, List<Claim> claims) {
        List<String> values = new ArrayList<>();
        List<Double> weights = new ArrayList<>();
        for (Claim claim : claims) {
            if (values.stream().noneMatch(v -> Claim.same(field, v, claim.value()))) {
                values.add(claim.value());
                weights.add(weight(field, claim.value(), claims));
            }
        }
        int best = 0;
        double sum = 1;
        for (int i = 0; i < values.size(); i++) {
            sum += weights.get(i);
            best = weights.get(i) > weights.get(best) ? i : best;
        }
        return new Held(values.get(best), weights.get(best) / sum, values.size() > 1, List.copyOf(claims));
    }

    private static double weight(ModuleField field, String value, List<Claim> claims) {
        Map<SourceKind, Double> strongest = new EnumMap<>(SourceKind.class);
        for (Claim claim : claims) {
            if (Claim.same(field, claim.value(), value)) {
                strongest.merge(claim.kind().origin(), claim.reliability(), Math::max);
            }
        }
        return strongest.values().stream().mapToDouble(r -> r / (1 - r)).reduce(1, (a, b) -> a * b);
    }

    public Optional<Held> field(ModuleField field) {
        return Optional.ofNullable(fields.get(field));
    }

    /** The value held true; "" when nobody says. */
    public String value(ModuleField field) {
        return field(field).map(Held::value).orElse("");
    }

    public boolean isContradicted() {
        return fields.values().stream().anyMatch(Held::contradicted);
    }
}
