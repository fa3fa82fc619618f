package zephyrridge.server.job;

import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.Problem;

/** Readings as they are typed: sizes with their unit ("16 GB", "7,7 GB", "15872 MB"), the rate as the readout shows it. */
record ReadoutForm(
        Optional<String> firmwareTotal,
        Optional<String> systemTotal,
        Optional<String> usable,
        Optional<Integer> rate,
        Optional<Integer> positionsFilled,
        Optional<Integer> bandwidthMegabytes,
        Readout.Test test,
        Readout.Threads threads,
        Optional<String> peakInUse,
        Optional<Integer> testPasses,
        Optional<Integer> testErrors,
        String conditions) {
    private static final List<String> NAMES = Arrays.stream(ReadoutForm.class.getRecordComponents())
            .map(RecordComponent::getName)
            .toList();

    static ReadoutForm of(Readout r) {
        return new ReadoutForm(
                r.firmwareTotal().map(Texts::size),
                r.systemTotal().map(Texts::size),
                r.usable().map(Texts::size),
                r.rate(),
                r.positionsFilled(),
                r.bandwidth().map(b -> (int) b.megabytes()),
                r.test(),
                r.threads(),
                r.peakInUse().map(Texts::size),
                r.testPasses(),
                r.testErrors(),
                r.conditions());
    }

    /** The readings with those typed in their place; an empty text takes one back. */
    static Readout enter(Readout now, Map<String, String> typed) {
        typed.keySet().stream()
                .filter(name -> !NAMES.contains(name))
                .findFirst()
                .ifPresent(name -> {
                    throw Problem.invalid(
                            "readings", "There is no reading \"" + name + "\". It is one of " + NAMES + ".");
                });
        Typed t = new Typed(typed);
        return new Readout(
                t.or("firmwareTotal", now.firmwareTotal(), ReadoutForm::size),
                t.or("systemTotal", now.systemTotal(), ReadoutForm::size),
                t.or("usable", now.usable(), ReadoutForm::size),
                t.or("rate", now.rate(), number(1, 20_000)),
                t.or("positionsFilled", now.positionsFilled(), number(0, 512)),
                t.or("bandwidthMegabytes", now.bandwidth(), (field, text) -> number(1, 10_000_000)
                        .apply(field, text)
                        .map(Bandwidth::ofMegabytes)),
                t.or("test", now.test(), one(Readout.Test.values())),
                t.or("threads", now.threads(), one(Readout.Threads.values())),
                t.or("peakInUse", now.peakInUse(), ReadoutForm::size),
                t.or("testPasses", now.testPasses(), number(0, 10_000)),
                t.or("testErrors", now.testErrors(), number(0, 1_000_000_000)),
                t.or("conditions", now.conditions(), (field, text) -> text));
    }

    private record Typed(Map<String, String> texts) {
        <T> T or(String name, T now, BiFunction<String, String, T> read) {
            return texts.containsKey(name) ? read.apply(name, texts.get(name).strip()) : now;
        }
    }

    private static Optional<ByteSize> size(String field, String text) {
        if (text.isEmpty()) {
            return Optional.empty();
        }
        try {
            return Optional.of(ByteSize.parse(text.replace(',', '.')));
        } catch (IllegalArgumentException | ArithmeticException e) {
            throw Problem.invalid(
                    field, "\"" + text + "\" is no memory size. Write it with its unit, like 16 GB or 15872 MB.");
        }
    }

    private static BiFunction<String, String, Optional<Integer>> number(int least, int most) {
        return (field, text) -> {
            if (text.isEmpty()) {
                return Optional.empty();
            }
            // Ten digits at most, so that the number is one.
            if (text.matches("-?\\d{1,10}") && Long.parseLong(text) >= least && Long.parseLong(text) <= most) {
                return Optional.of(Integer.parseInt(text));
            }
            throw Problem.invalid(
                    field,
                    "\"" + text + "\" is no whole number from " + least + " to " + most + ". Write the bare number.");
        };
    }

    private static <E extends Enum<E>> BiFunction<String, String, E> one(E[] all) {
        return (field, text) -> Arrays.stream(all)
                .filter(e -> e.name().equals(text))
                .findFirst()
                .orElseThrow(() -> Problem.invalid(
                        field, "\"" + text + "\" is none of " + Arrays.toString(all) + ". Choose one of them."));
    }
}
