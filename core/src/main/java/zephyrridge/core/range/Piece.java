package zephyrridge.core.range;

import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.reading.label.LabelParser;

/**
 * A module as it really is.
 *
 * @param id its own name, the same wherever it lies
 * @param label what is to be read on it: as it is, with a part worn away, or of another module
 * @param price what its owner pays for it; none for what is the machine's own
 */
public record Piece(String id, ModuleSpec spec, String label, Money price) {
    /** One that is what its label says. */
    public static Piece honest(String id, String label, Money price) {
        return new Piece(
                id,
                LabelParser.parse(label)
                        .spec()
                        .orElseThrow(() -> new IllegalArgumentException("no whole label: " + label)),
                label,
                price);
    }

    /** The same under another label. */
    public Piece labelled(String other) {
        return new Piece(id, spec, other, price);
    }

    /** Whether what is to be read on it is too little for a module. */
    public boolean isWorn() {
        return LabelParser.parse(label).spec().isEmpty();
    }

    /** Whether what is to be read on it makes another module of it. */
    public boolean lies() {
        return LabelParser.parse(label).spec().filter(s -> !s.equals(spec)).isPresent();
    }
}
