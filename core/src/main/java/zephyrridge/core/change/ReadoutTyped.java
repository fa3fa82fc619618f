package zephyrridge.core.change;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.BiFunction;
import zephyrridge.core.proof.Comparison;
import zephyrridge.core.proof.Measured;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;

/** Readings as they are typed: sizes with their unit ("16 GB", "7,7 GB", "15872 MB"), the rate as the readout shows it. */
final class ReadoutTyped {
    private static final List<String> NAMES = List.of(
            "firmwareTotal",
            "systemTotal",
            "usable",
            "rate",
            "rateUnit",
            "casLatency",
            "positionsFilled",
            "ranks",
            "channels",
            "bandwidthMegabytes",
            "test",
            "threads",
            "peakInUse",
            "testPasses",
            "testErrors",
            "testMinutes",
            "cannotRead",
            "conditions");

    private static final int MOST_LETTERS = 500;

    private final Map<String, String> typed;

    private ReadoutTyped(Map<String, String> typed) {
        this.typed = typed;
    }

    /** The readings with those typed in their place; an empty text takes one back. */
    static Readout enter(Readout now, Map<String, String> typed) {
        typed.keySet().stream()
                .filter(name -> !NAMES.contains(name))
                .findFirst()
                .ifPresent(name -> {
                    throw new Refusal.Thrown(Refusal.READING_UNKNOWN.of("readings", name, String.join(", ", NAMES)));
                });
        ReadoutTyped t = new ReadoutTyped(typed);
        typed.forEach((name, text) -> {
            if (text.length() > MOST_LETTERS) {
                throw new Refusal.Thrown(Refusal.TOO_MANY.of("readings", "letters", String.valueOf(MOST_LETTERS)));
            }
        });
        return now.with()
                .firmwareTotal(t.or("firmwareTotal", now.firmwareTotal(), ReadoutTyped::size))
                .systemTotal(t.or("systemTotal", now.systemTotal(), ReadoutTyped::size))
                .usable(t.or("usable", now.usable(), ReadoutTyped::size))
                .rate(t.or(
                        "rate", now.rate(), (field, text) -> number(1, 20_000).apply(field, bare(text))))
                .rateUnit(t.or("rateUnit", now.rateUnit(), one(Readout.RateUnit.values())))
                .casLatency(t.or("casLatency", now.casLatency(), (field, text) -> number(2, 100)
                        .apply(field, text.replaceAll("(?i)^CL ?(\\d+)$", "$1"))))
                .positionsFilled(t.or("positionsFilled", now.positionsFilled(), number(0, 512)))
                .ranks(t.or("ranks", now.ranks(), (field, text) -> number(1, 64).apply(field, counted(text, "rank"))))
                .channels(t.or("channels", now.channels(), (field, text) -> number(1, 96)
                        .apply(field, counted(text, "channel"))))
                .bandwidth(
                        t.or("bandwidthMegabytes", now.bandwidth(), (field, text) -> number(1, 10_000_000)
                                .apply(field, text)
                                .map(Bandwidth::ofMegabytes)),
                        t.or("test", now.test(), one(Readout.Test.values())),
                        t.or("threads", now.threads(), one(Measured.Threads.values())))
                .peakInUse(t.or("peakInUse", now.peakInUse(), ReadoutTyped::size))
                .memoryTest(
                        t.or("testPasses", now.testPasses(), number(0, 10_000)),
                        t.or("testErrors", now.testErrors(), number(0, 1_000_000_000)),
                        t.or("testMinutes", now.testMinutes(), number(0, 100_000)))
                .cannotRead(t.or("cannotRead", now.cannotRead(), ReadoutTyped::fields))
                .conditions(t.or("conditions", now.conditions(), (field, text) -> text))
                .build();
    }

    private <T> T or(String name, T now, BiFunction<String, String, T> read) {
        return typed.containsKey(name) ? read.apply(name, typed.get(name).strip()) : now;
    }

    private static Optional<ByteSize> size(String field, String text) {
        if (text.isEmpty()) {
            return Optional.empty();
        }
        try {
            return Optional.of(ByteSize.parse(withUnit(text.replace(',', '.'))));
        } catch (IllegalArgumentException | ArithmeticException e) {
            throw new Refusal.Thrown(Refusal.NOT_A_SIZE.of(field, text));
        }
    }

    /**
     * A plain number where only one unit can be meant: no machine has less than half a gigabyte in gigabytes or that many of them, so up
     * to 999 are GB and from 4096 on MB; in between both can be, and the unit is asked for.
     */
    private static String withUnit(String text) {
        if (!text.matches("\\d{1,7}(?:\\.\\d{1,3})?")) {
            return text;
        }
        double n = Double.parseDouble(text);
        return n <= 999 ? text + " GB" : n >= 4096 && !text.contains(".") ? text + " MB" : text;
    }

    /** A rate as systems print it, with its unit or without. */
    private static String bare(String rate) {
        return rate.replaceAll("(?i)^(\\d{3,5}) ?(?:MHz|MT/s)$", "$1");
    }

    /** "Dual", "dual-channel", "2 x 64 bit" and the like as a number. */
    private static String counted(String text, String of) {
        String word = text.toLowerCase(java.util.Locale.ROOT)
                .replaceFirst("[ -]*" + of + "s?(?:[ -]mode)?$", "")
                .replaceFirst("^(\\d{1,2})\\s*(?:r|x\\s*(?:64|32|16)[ -]?bits?)$", "$1");
        int n = COUNTED.indexOf(word);
        return n < 0 || word.isEmpty() ? word : String.valueOf(n + 1);
    }

    /** As programs print how many. */
    private static final List<String> COUNTED = List.of("single", "dual", "triple", "quad", "", "hexa", "", "octa");

    private static BiFunction<String, String, Optional<Integer>> number(int least, int most) {
        return (field, text) -> {
            if (text.isEmpty()) {
                return Optional.empty();
            }
            // Ten digits at most, so that the number is one.
            if (text.matches("-?\\d{1,10}") && Long.parseLong(text) >= least && Long.parseLong(text) <= most) {
                return Optional.of(Integer.parseInt(text));
            }
            throw new Refusal.Thrown(Refusal.NOT_A_NUMBER.of(field, text, least + " - " + most));
        };
    }

    private static <E extends Enum<E>> BiFunction<String, String, Optional<E>> one(E[] all) {
        return (field, text) -> text.isEmpty()
                ? Optional.empty()
                : Optional.of(Arrays.stream(all)
                        .filter(e -> e.name().equals(text))
                        .findFirst()
                        .orElseThrow(
                                () -> new Refusal.Thrown(Refusal.NOT_ONE_OF.of(field, text, Arrays.toString(all)))));
    }

    private static SortedSet<Comparison.Field> fields(String field, String text) {
        SortedSet<Comparison.Field> fields = new TreeSet<>();
        for (String name : text.isEmpty() ? new String[0] : text.split(",")) {
            one(Comparison.Field.values()).apply(field, name.strip()).ifPresent(fields::add);
        }
        return fields;
    }
}
