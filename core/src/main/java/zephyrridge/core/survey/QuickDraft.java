package zephyrridge.core.survey;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
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
 * @param channels positions by the letter of a channel where locators have one, else spread over two
 * @param topRate the highest rate a device is made for
 */
public record QuickDraft(
        String maker,
        String model,
        Optional<MemoryGeneration> generation,
        FormFactor formFactor,
        List<List<Spot>> channels,
        Optional<DataRate> topRate) {
    private static final Pattern CHANNEL = Pattern.compile("(?i)(?:channel|chan|\\bch)[ _-]?([A-L])(?![a-z])");
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
        List<List<Spot>> channels = channels(devices);
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
                maker.strip(), model.strip(), generation, form(devices), channels, top(devices, generation)));
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

    private static List<List<Spot>> channels(List<Device> devices) {
        List<Device> narrow = devices.stream()
                .filter(d -> d.soldered() && d.filled && d.size.isPresent() && d.width > 0 && d.width <= NARROW_BITS)
                .toList();
        // Many narrow soldered devices are the parts of two banks.
        boolean fold = narrow.size() > 2 && narrow.size() % 2 == 0;
        Map<String, List<Spot>> by = new TreeMap<>();
        if (fold) {
            ByteSize half = new ByteSize(
                    narrow.stream().mapToLong(d -> d.size.orElseThrow().bytes()).sum() / 2);
            by.computeIfAbsent("A", k -> new ArrayList<>()).add(Spot.bank(half));
            by.computeIfAbsent("B", k -> new ArrayList<>()).add(Spot.bank(half));
        }
        int at = 0;
        for (Device d : devices) {
            if (fold && narrow.contains(d)) {
                continue;
            }
            Matcher m = CHANNEL.matcher(d.names);
            String channel = m.find() ? m.group(1).toUpperCase(java.util.Locale.ROOT) : at % 2 == 0 ? "A" : "B";
            at++;
            boolean bank = d.soldered() && d.filled && d.size.isPresent();
            by.computeIfAbsent(channel, k -> new ArrayList<>()).add(bank ? Spot.bank(d.size.get()) : Spot.socket());
        }
        return List.copyOf(by.values());
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
