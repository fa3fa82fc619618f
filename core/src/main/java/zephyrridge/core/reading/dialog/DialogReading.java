package zephyrridge.core.reading.dialog;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.listing.ListedModule;

/**
 * What a system's windows and commands say, as far as it was typed or pasted.
 *
 * @param words each figure with what it speaks of and the line it stands in; the first of a meaning is held
 * @param modules devices that were told of one by one; all of it is an echo of the firmware's table
 * @param positions how many devices the firmware says there can be, {@code maximum} what it says they can hold together
 */
public record DialogReading(
        List<Word> words,
        List<ListedModule> modules,
        Optional<Integer> positions,
        Optional<ByteSize> maximum,
        List<Finding> findings) {
    /** How a system calls the module it looks at, which is the first of its table. */
    public enum Form {
        SO_DIMM,
        DIMM,
        ROW_OF_CHIPS
    }

    public sealed interface Value {}

    public record Size(Printed printed) implements Value {}

    /** @param of how many there are; empty where only the used ones are said */
    public record Slots(int used, Optional<Integer> of) implements Value {}

    /** @param megahertz whether "MHz" stands beside it, which systems print for transfers and for the clock alike */
    public record Rate(int number, boolean megahertz) implements Value {}

    public record Type(MemoryGeneration generation) implements Value {}

    public record Called(Form form) implements Value {}

    public record Bits(int bits) implements Value {}

    /** @param line from 1 on; {@code text} the line as it was */
    public record Word(Meaning meaning, Value value, int line, String text) {}

    public DialogReading {
        words = List.copyOf(words);
        modules = List.copyOf(modules);
        findings = List.copyOf(findings);
    }

    /** Whether anything at all was understood. */
    public boolean isEmpty() {
        return words.isEmpty() && modules.isEmpty() && positions.isEmpty() && maximum.isEmpty();
    }

    public DialogReading with(Finding more) {
        return new DialogReading(
                words,
                modules,
                positions,
                maximum,
                Stream.concat(findings.stream(), Stream.of(more)).toList());
    }

    /** Whether something was said that has to be asked about before it counts. */
    public boolean asks() {
        return !asked().isEmpty();
    }

    /** What has to be asked about before it counts. */
    public List<Finding> asked() {
        return findings.stream()
                .filter(f ->
                        f.code() == DialogFinding.DIALOG_FIGURE_ALONE || f.code() == DialogFinding.DIALOG_TWO_ANSWERS)
                .toList();
    }

    /** Whether it is the machine's or a module's has to be asked. */
    public List<Finding> whose() {
        return findings.stream()
                .filter(f -> f.code() == DialogFinding.DIALOG_MACHINE_OR_MODULE)
                .toList();
    }

    public Optional<Printed> size(Meaning meaning) {
        return of(meaning, Size.class).map(Size::printed);
    }

    public Optional<Slots> slots() {
        return of(Meaning.SLOTS, Slots.class);
    }

    public Optional<Rate> rate() {
        return of(Meaning.RATE, Rate.class);
    }

    public Optional<MemoryGeneration> generation() {
        return of(Meaning.TYPE, Type.class).map(Type::generation);
    }

    public Optional<Form> form() {
        return of(Meaning.FORM, Called.class).map(Called::form);
    }

    public Optional<Integer> wordBits() {
        return of(Meaning.WORD_BITS, Bits.class).map(Bits::bits);
    }

    private <V extends Value> Optional<V> of(Meaning meaning, Class<V> type) {
        return words.stream()
                .filter(w -> w.meaning() == meaning && type.isInstance(w.value()))
                .map(w -> type.cast(w.value()))
                .findFirst();
    }
}
