package zephyrridge.core.reading;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.quantity.ByteSize;

/**
 * What a system says of its machine beside the memory (docs/formats/look.schema.json, "facts"); what it does not say is empty.
 *
 * @param edition as the system calls itself
 * @param wordBits 32 or 64
 * @param driveEncrypted whether a drive of it is encrypted; nothing is known of its recovery key
 */
public record SystemFacts(
        Optional<String> edition,
        Optional<Integer> wordBits,
        Optional<Boolean> driveEncrypted,
        Optional<Battery> battery,
        List<Drive> drives) {
    public static final SystemFacts NONE =
            new SystemFacts(Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), List.of());
    private static final int MOST_DRIVES = 16;
    private static final int LONGEST = 200;

    /** What it holds now and was built for, both in mWh or both in mAh. */
    public record Battery(long full, long design) {
        /** @return percent of what it was built for; a new one may hold more than 100 */
        public int percent() {
            return (int) Math.round(100.0 * full / design);
        }
    }

    /** @param free on the file systems that are mounted of it */
    public record Drive(ByteSize size, Optional<ByteSize> free) {}

    public SystemFacts {
        drives = List.copyOf(drives);
    }

    /**
     * @param tree the "facts" of a parsed look; null where it has none
     * @throws IllegalArgumentException saying what is wrong with it
     */
    static SystemFacts of(Object tree) {
        if (tree == null) {
            return NONE;
        }
        require(tree instanceof Map<?, ?>, "facts is an object");
        Map<?, ?> map = (Map<?, ?>) tree;
        Object edition = map.get("edition");
        require(
                edition == null || edition instanceof String s && s.length() <= LONGEST,
                "edition is a text of " + LONGEST + " characters at most");
        Object encrypted = map.get("driveEncrypted");
        require(encrypted == null || encrypted instanceof Boolean, "driveEncrypted is true or false");
        Optional<Long> bits = number(map, "wordBits");
        require(bits.isEmpty() || bits.get() == 32 || bits.get() == 64, "wordBits is 32 or 64");
        return new SystemFacts(
                Optional.ofNullable((String) edition).map(String::strip).filter(s -> !s.isEmpty()),
                bits.map(Long::intValue),
                Optional.ofNullable((Boolean) encrypted),
                battery(map.get("battery")),
                drives(map.get("drives")));
    }

    private static Optional<Battery> battery(Object tree) {
        if (tree == null) {
            return Optional.empty();
        }
        require(tree instanceof Map<?, ?>, "battery is an object");
        Optional<Long> full = number((Map<?, ?>) tree, "full");
        Optional<Long> design = number((Map<?, ?>) tree, "design");
        require(full.isPresent() && design.isPresent(), "battery has full and design");
        // Some batteries do not know what they were built for and say nought.
        return full.get() > 0 && design.get() > 0
                ? Optional.of(new Battery(full.get(), design.get()))
                : Optional.empty();
    }

    private static List<Drive> drives(Object tree) {
        if (tree == null) {
            return List.of();
        }
        require(
                tree instanceof List<?> l && l.size() <= MOST_DRIVES,
                "drives is a list of " + MOST_DRIVES + " at most");
        List<Drive> drives = new ArrayList<>();
        for (Object drive : (List<?>) tree) {
            require(drive instanceof Map<?, ?>, "a drive is an object");
            Optional<Long> bytes = number((Map<?, ?>) drive, "bytes");
            require(bytes.isPresent(), "a drive has bytes");
            drives.add(new Drive(
                    new ByteSize(bytes.get()),
                    number((Map<?, ?>) drive, "freeBytes").map(ByteSize::new)));
        }
        return drives;
    }

    private static Optional<Long> number(Map<?, ?> map, String name) {
        Object value = map.get(name);
        if (value == null) {
            return Optional.empty();
        }
        require(value instanceof Number, name + " is a number");
        try {
            long number = new BigDecimal(value.toString()).longValueExact();
            require(number >= 0, name + " is not negative");
            return Optional.of(number);
        } catch (ArithmeticException | NumberFormatException e) {
            throw new IllegalArgumentException(name + " is a whole number", e);
        }
    }

    private static void require(boolean holds, String what) {
        if (!holds) {
            throw new IllegalArgumentException(what);
        }
    }
}
