package zephyrridge.core.survey;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import zephyrridge.core.machine.QuickRecord;
import zephyrridge.core.machine.QuickRecord.Spot;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Rates;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.listing.ListedModule;
import zephyrridge.core.reading.smbios.MemoryDevice;
import zephyrridge.core.reading.smbios.SmbiosKey;

/**
 * What a firmware table, or a listing that echoes one, says for a first record: a draft that somebody looks over, since firmware calls banks
 * modules and channels by its own names.
 *
 * @param maker and {@code model} "" where the source does not say
 * @param channels positions by processor and channel where locators have them, else spread over two
 * @param processors that locators name, where each of them has as many channels; else 1
 * @param topRate the highest rate a device is made for
 */
public record QuickDraft(
        String maker,
        String model,
        Optional<MemoryGeneration> generation,
        FormFactor formFactor,
        List<List<Spot>> channels,
        int processors,
        Optional<DataRate> topRate) {
    /** A letter or a number: {@code Channel A}, {@code ch_3}, {@code DIMMB2} (common practice, no source). */
    private static final Pattern CHANNEL = Pattern.compile(
            "(?i)(?:channel|chan|(?<![a-z])ch)[ _-]?(?<of>[A-P](?![a-z])|\\d{1,2})|dimm[ _-]?(?<dimm>[A-P])\\d?(?![a-z0-9])");
    /** {@code P1}, {@code CPU 2}, {@code PROC_1}, {@code Node0} (common practice, no source). */
    private static final Pattern PROCESSOR =
            Pattern.compile("(?i)(?<![a-z])(?:p|cpu|proc|processor|node)[ _-]?(\\d)(?!\\d)");

    private static final int NARROW_BITS = 32;

    private record Device(
            String names, int form, int type, Optional<ByteSize> size, boolean filled, int width, int speed) {
        boolean soldered() {
            return Claims.formFactor(form).filter("SOLDERED"::equals).isPresent()
                    || Claims.generation(type)
                            .filter(MemoryGeneration::isLowPower)
                            .isPresent();
        }
    }

    /** Empty where the source tells no device, or more than a quick record holds. */
    public static Optional<QuickDraft> of(Recognised read) {
        List<Device> devices = new ArrayList<>();
        String maker = "";
        String model = "";
        if (read instanceof Recognised.Firmware f) {
            maker = f.reading().text(SmbiosKey.SYSTEM_MAKER);
            model = f.reading().text(SmbiosKey.SYSTEM_PRODUCT);
            f.reading().devices().stream().filter(Totals::isMemory).forEach(d -> devices.add(device(d)));
        } else if (read instanceof Recognised.Listing l) {
            l.reading().modules().forEach(m -> devices.add(device(m)));
        } else if (read instanceof Recognised.Dialog d) {
            d.reading().modules().forEach(m -> devices.add(device(m)));
        }
        Map<Lane, List<Spot>> lanes = lanes(devices);
        List<List<Spot>> channels = List.copyOf(lanes.values());
        boolean fits = !devices.isEmpty()
                && channels.size() <= QuickRecord.MOST_CHANNELS
                && channels.stream().allMatch(c -> c.size() <= QuickRecord.MOST_POSITIONS);
        if (!fits) {
            return Optional.empty();
        }
        Optional<MemoryGeneration> generation = devices.stream()
                .flatMap(d -> Claims.generation(d.type).stream())
                .findFirst();
        return Optional.of(new QuickDraft(
                maker.strip(),
                model.strip(),
                generation,
                form(devices),
                channels,
                processors(lanes.keySet()),
                top(devices, generation)));
    }

    private static Device device(MemoryDevice d) {
        return new Device(
                d.locator() + " " + d.structure().text(SmbiosKey.DEVICE_BANK),
                d.formFactor(),
                d.memoryType(),
                d.size(),
                d.isFilled(),
                d.dataWidth(),
                d.speed());
    }

    private static Device device(ListedModule m) {
        return new Device(
                m.locator() + " " + m.bank(),
                m.formFactor(),
                m.memoryType(),
                m.size(),
                ListedModules.isFilled(m),
                m.dataWidth(),
                m.speed());
    }

    /** @param processor 0 where no name tells one */
    private record Lane(int processor, int channel) implements Comparable<Lane> {
        @Override
        public int compareTo(Lane o) {
            return processor != o.processor
                    ? Integer.compare(processor, o.processor)
                    : Integer.compare(channel, o.channel);
        }
    }

    private static int processors(Set<Lane> lanes) {
        Map<Integer, Long> channels =
                lanes.stream().collect(Collectors.groupingBy(Lane::processor, Collectors.counting()));
        boolean even = new TreeSet<>(channels.values()).size() == 1 && channels.size() <= QuickRecord.MOST_PROCESSORS;
        return even ? channels.size() : 1;
    }

    private static OptionalInt processor(String names) {
        Matcher m = PROCESSOR.matcher(names);
        return m.find() ? OptionalInt.of(Integer.parseInt(m.group(1))) : OptionalInt.empty();
    }

    private static OptionalInt channel(String names) {
        Matcher m = CHANNEL.matcher(names);
        if (!m.find()) {
            return OptionalInt.empty();
        }
        String name = Optional.ofNullable(m.group("of")).orElseGet(() -> m.group("dimm"));
        return OptionalInt.of(
                Character.isDigit(name.charAt(0))
                        ? Integer.parseInt(name)
                        : Character.toUpperCase(name.charAt(0)) - 'A');
    }

    private static Map<Lane, List<Spot>> lanes(List<Device> devices) {
        List<Device> narrow = devices.stream()
                .filter(d -> d.soldered() && d.filled && d.size.isPresent() && d.width > 0 && d.width <= NARROW_BITS)
                .toList();
        // Many narrow soldered devices are the parts of two banks.
        boolean fold = narrow.size() > 2 && narrow.size() % 2 == 0;
        Map<Lane, List<Spot>> by = new TreeMap<>();
        if (fold) {
            ByteSize half = new ByteSize(
                    narrow.stream().mapToLong(d -> d.size.orElseThrow().bytes()).sum() / 2);
            by.computeIfAbsent(new Lane(0, 0), k -> new ArrayList<>()).add(Spot.bank(half));
            by.computeIfAbsent(new Lane(0, 1), k -> new ArrayList<>()).add(Spot.bank(half));
        }
        // One name that tells none, and the others tell nothing of how many there are.
        boolean everyProcessor =
                devices.stream().allMatch(d -> processor(d.names).isPresent());
        int at = 0;
        for (Device d : devices) {
            if (fold && narrow.contains(d)) {
                continue;
            }
            Lane lane = new Lane(
                    everyProcessor ? processor(d.names).orElse(0) : 0,
                    channel(d.names).orElse(at % 2));
            at++;
            boolean bank = d.soldered() && d.filled && d.size.isPresent();
            by.computeIfAbsent(lane, k -> new ArrayList<>()).add(bank ? Spot.bank(d.size.get()) : Spot.socket());
        }
        return by;
    }

    private static FormFactor form(List<Device> devices) {
        return devices.stream()
                .filter(d -> !d.soldered())
                .flatMap(d -> Claims.formFactor(d.form).stream())
                .map(FormFactor::valueOf)
                .findFirst()
                .orElse(devices.stream().allMatch(Device::soldered) ? FormFactor.SOLDERED : FormFactor.SO_DIMM);
    }

    private static Optional<DataRate> top(List<Device> devices, Optional<MemoryGeneration> generation) {
        return generation.flatMap(g -> devices.stream()
                .filter(d -> d.filled && d.speed > 0)
                .flatMap(d -> Rates.byName(g, d.speed).stream())
                .map(Rates.Row::rate)
                .max(DataRate::compareTo));
    }
}
