package zephyrridge.core.reading;

import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * One file in which a system tells all that it can of its memory (docs/formats/look.schema.json): parts, each of which is read as if it
 * had been handed in alone.
 *
 * @param system what told it, in its own words
 * @param facts what it says beside
 * @param unread what the system could not read, and why
 */
public record MachineLook(String system, List<Part> parts, SystemFacts facts, List<String> unread) {
    public static final String FORMAT = "zephyr-ridge/look";
    public static final int MOST_PARTS = 80;
    private static final int MOST_UNREAD = 40;
    private static final int LONGEST = 200;
    private static final int MOST_HEX = 2_000_000;

    /** @param name what the part is, in the system's own words */
    public record Part(String name, byte[] content) {}

    public MachineLook {
        parts = List.copyOf(parts);
        unread = List.copyOf(unread);
    }

    /**
     * Reads a parsed tree; empty where it is no such file.
     *
     * @throws IllegalArgumentException saying what is wrong with it, where it is one
     */
    public static Optional<MachineLook> of(Object tree) {
        if (!(tree instanceof Map<?, ?> map) || !FORMAT.equals(map.get("format"))) {
            return Optional.empty();
        }
        require(Integer.valueOf(1).equals(map.get("version")), "version is 1");
        List<Part> parts = new ArrayList<>();
        for (Object part : list(map, "parts", MOST_PARTS)) {
            require(part instanceof Map<?, ?>, "a part is an object");
            Map<?, ?> p = (Map<?, ?>) part;
            parts.add(new Part(text(p, "name"), content(p)));
        }
        require(!parts.isEmpty(), "there is a part at least");
        List<String> unread = new ArrayList<>();
        for (Object what : list(map, "unread", MOST_UNREAD)) {
            require(what instanceof String s && s.length() <= LONGEST, "what is unread is a short text");
            unread.add((String) what);
        }
        return Optional.of(new MachineLook(text(map, "system"), parts, SystemFacts.of(map.get("facts")), unread));
    }

    private static byte[] content(Map<?, ?> part) {
        require(
                part.get("hex") instanceof String hex && hex.length() <= MOST_HEX && hex.length() % 2 == 0,
                "the content of a part is hex of two digits a byte");
        try {
            return HexFormat.of().parseHex((String) part.get("hex"));
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException("the content of a part is hex of two digits a byte", e);
        }
    }

    private static List<?> list(Map<?, ?> map, String name, int most) {
        require(map.get(name) instanceof List<?> l && l.size() <= most, name + " is a list of " + most + " at most");
        return (List<?>) map.get(name);
    }

    private static String text(Map<?, ?> map, String name) {
        require(
                map.get(name) instanceof String s && !s.isBlank() && s.length() <= LONGEST,
                name + " is a text of " + LONGEST + " characters at most");
        return (String) map.get(name);
    }

    private static void require(boolean holds, String what) {
        if (!holds) {
            throw new IllegalArgumentException(what);
        }
    }
}
