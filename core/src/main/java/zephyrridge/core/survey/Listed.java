package zephyrridge.core.survey;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.machine.Position;
import zephyrridge.core.machine.SlotModel;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.smbios.MemoryDevice;
import zephyrridge.core.reading.smbios.SmbiosKey;
import zephyrridge.core.reading.smbios.SmbiosReading;

/**
 * A memory device of a firmware table, or several that together are one bank: firmware often lists one per 16- or 32-bit
 * channel of soldered chips.
 *
 * @param device the first of them
 * @param size of all of them; empty where one is not known
 */
record Listed(MemoryDevice device, Optional<ByteSize> size) {
    private static final int NARROW_BITS = 32;

    String locator() {
        return device.locator();
    }

    String serial() {
        return device.structure().text(SmbiosKey.DEVICE_SERIAL).strip();
    }

    boolean filled() {
        return device.isFilled();
    }

    boolean soldered() {
        return Claims.formFactor(device.formFactor()).filter("SOLDERED"::equals).isPresent();
    }

    SlotModel.Entry entry() {
        SlotModel.Form form = soldered()
                ? SlotModel.Form.ROW_OF_CHIPS
                : Claims.formFactor(device.formFactor()).isPresent() ? SlotModel.Form.SOCKETED : SlotModel.Form.UNKNOWN;
        String part = device.partNumber();
        boolean blank = part.isBlank() || part.equalsIgnoreCase("Undefined") || part.equalsIgnoreCase("Unknown");
        return new SlotModel.Entry(
                form,
                filled(),
                blank ? SlotModel.Part.BLANK : SlotModel.Part.PRINTED,
                PositionName.of(device.locator()));
    }

    /** The devices of a table as positions have them: narrow soldered ones folded evenly into the record's banks, in order. */
    static List<Listed> of(SmbiosReading table, List<Position> positions) {
        List<MemoryDevice> memory =
                table.devices().stream().filter(Totals::isMemory).toList();
        List<MemoryDevice> narrow = memory.stream()
                .filter(d -> new Listed(d, d.size()).soldered()
                        && d.isFilled()
                        && d.dataWidth() > 0
                        && d.dataWidth() <= NARROW_BITS)
                .toList();
        int banks = (int) positions.stream().filter(Position::isSoldered).count();
        int each = banks > 0 && narrow.size() > banks && narrow.size() % banks == 0 ? narrow.size() / banks : 1;
        List<Listed> all = new ArrayList<>();
        for (MemoryDevice d : memory) {
            int at = narrow.indexOf(d);
            if (at < 0 || each == 1) {
                all.add(new Listed(d, d.size()));
            } else if (at % each == 0) {
                all.add(new Listed(d, sum(narrow.subList(at, at + each))));
            }
        }
        return all;
    }

    private static Optional<ByteSize> sum(List<MemoryDevice> devices) {
        return devices.stream().allMatch(d -> d.size().isPresent())
                ? Optional.of(devices.stream().map(d -> d.size().orElseThrow()).reduce(ByteSize.ZERO, ByteSize::plus))
                : Optional.empty();
    }
}
