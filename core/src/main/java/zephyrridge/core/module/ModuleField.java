package zephyrridge.core.module;

import java.util.Locale;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/** What can be claimed of a module, field by field. Values are texts in one canonical form each. */
public enum ModuleField {
    /** "DDR4" */
    GENERATION,
    /** name of {@link FormFactor} */
    FORM_FACTOR,
    /** "16 GiB" */
    CAPACITY,
    /** package ranks: "2" */
    RANKS,
    /** "x8" */
    DEVICE_WIDTH,
    /** "yes", "no" */
    ECC,
    /** name of {@link Buffering} */
    BUFFERING,
    /** what it is made for: "3200 MT/s" */
    RATE,
    /** what it runs at */
    RUNNING,
    /** lowest supply: "1.2 V" */
    VOLTAGE,
    /** JEP106 */
    MAKER_ID,
    /** as a text somewhere */
    MAKER,
    PART_NUMBER,
    /** eight hex digits */
    SERIAL,
    /** "2031-W07" */
    DATE;

    /** Longest text of a field. */
    public static final int LONGEST = 60;

    /**
     * What somebody typed, in the field's canonical form.
     *
     * @throws IllegalArgumentException saying what the field takes
     */
    public String canonical(String typed) {
        String text = typed.strip();
        if (text.isEmpty() || text.length() > LONGEST) {
            throw new IllegalArgumentException("1 to " + LONGEST + " characters expected");
        }
        String upper = text.toUpperCase(Locale.ROOT);
        return switch (this) {
            case CAPACITY -> ByteSize.parse(text).toString();
            case RATE, RUNNING -> DataRate.parse(text).toString();
            case GENERATION -> named(MemoryGeneration.values(), upper);
            case FORM_FACTOR -> named(
                    FormFactor.values(), upper.replace("SODIMM", "SO_DIMM").replace('-', '_'));
            case BUFFERING -> named(Buffering.values(), upper.replace(' ', '_').replace('-', '_'));
            case RANKS -> matching(text, "[12348]", "ranks are 1, 2, 3, 4 or 8");
            case DEVICE_WIDTH -> "x"
                    + matching(
                            text.toLowerCase(Locale.ROOT).replace("x", ""),
                            "4|8|16|32",
                            "device widths are x4, x8, x16 and x32");
            case ECC -> matching(text.toLowerCase(Locale.ROOT), "yes|no", "ECC is yes or no");
            default -> text;
        };
    }

    private static String named(Enum<?>[] values, String name) {
        for (Enum<?> value : values) {
            if (value.name().equals(name)) {
                return name;
            }
        }
        throw new IllegalArgumentException("one of " + java.util.Arrays.toString(values) + " expected");
    }

    private static String matching(String text, String pattern, String what) {
        if (!text.matches(pattern)) {
            throw new IllegalArgumentException(what);
        }
        return text;
    }
}
