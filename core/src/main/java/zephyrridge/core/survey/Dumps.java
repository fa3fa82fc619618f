package zephyrridge.core.survey;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.reading.smbios.SmbiosContents;
import zephyrridge.core.reading.spd.SpdContents;
import zephyrridge.core.reading.spd.SpdEncoder;

/** Firmware tables and SPD images of machines and modules we know, in the real formats: to try reading with. */
public final class Dumps {
    /** What is printed on and stored in one piece; empty where nobody knows. */
    public record Marking(String maker, Optional<Jep106> makerId, String part, String serial) {
        public static final Marking NONE = new Marking("", Optional.empty(), "", "");
    }

    /** @param banksAsModules whether soldered banks are listed as modules, as much firmware does */
    public record Habits(boolean banksAsModules, boolean clockForRate) {
        public static final Habits CLEAN = new Habits(false, false);
    }

    private static final int DIMM = 0x09;
    private static final int SO_DIMM = 0x0D;
    private static final int ROW_OF_CHIPS = 0x0B;
    private static final int CAMM = 0x11;

    private Dumps() {}

    /**
     * @throws IllegalArgumentException when such a module has no SPD image here
     */
    public static byte[] spd(ModuleSpec module, Marking marking) {
        int serial = marking.serial().matches("[0-9A-Fa-f]{8}") ? (int) Long.parseLong(marking.serial(), 16) : 0;
        return SpdEncoder.encode(
                new SpdContents(module, marking.makerId(), Optional.empty(), marking.part(), serial, 0, 0));
    }

    /** @param modules by socket; sockets without one are listed empty */
    public static SmbiosContents firmware(
            MachineRecord record,
            Map<String, ModuleSpec> modules,
            Map<String, Marking> markings,
            Optional<DataRate> running,
            Habits habits) {
        List<SmbiosContents.Device> devices = new ArrayList<>();
        for (Position p : record.positions()) {
            ModuleSpec module = p.soldered().orElse(modules.get(p.id()));
            int form = p.isSoldered() && !habits.banksAsModules()
                    ? ROW_OF_CHIPS
                    : form(p.isSoldered() ? FormFactor.SO_DIMM : p.formFactor());
            if (module == null) {
                devices.add(SmbiosContents.Device.empty(
                        p.label(), bank(p), form, type(record.controller().generation())));
                continue;
            }
            Marking marking = markings.getOrDefault(p.id(), Marking.NONE);
            DataRate run = running.orElse(module.rate()).min(module.rate());
            int configured = habits.clockForRate() ? run.clockMegahertz() : run.nameRounded();
            int detail = 0x80
                    | (module.buffering() == Buffering.LOAD_REDUCED
                            ? 0x8000
                            : module.buffering() == Buffering.REGISTERED ? 0x2000 : 0x4000);
            devices.add(new SmbiosContents.Device(
                    p.label(),
                    bank(p),
                    Optional.of(module.capacity()),
                    form,
                    type(module.generation()),
                    detail,
                    module.ecc() ? 72 : 64,
                    64,
                    module.organisation().packageRanks(),
                    module.rate().nameRounded(),
                    configured,
                    module.millivolts().get(0),
                    marking.maker(),
                    marking.serial(),
                    "",
                    marking.part(),
                    marking.makerId()));
        }
        ByteSize maximum = record.limits().stream()
                .filter(l -> l.quantity() == LimitClaim.Quantity.TOTAL)
                .flatMap(l -> l.size().stream())
                .findFirst()
                .orElse(ByteSize.ofGibibytes(64));
        SmbiosContents.Array array =
                new SmbiosContents.Array(record.controller().ecc() ? 6 : 3, maximum, devices.size(), devices);
        return new SmbiosContents(
                33,
                new SmbiosContents.Bios("Zephyr Ridge range (simulated)", "1.0", "01/02/2031"),
                new SmbiosContents.SystemInfo(record.maker(), record.model(), record.variant(), ""),
                new SmbiosContents.Board(record.maker(), record.model() + " board", ""),
                List.of(array));
    }

    private static String bank(Position p) {
        return "Channel " + String.join("+", p.channels());
    }

    private static int form(FormFactor form) {
        return switch (form) {
            case DIMM -> DIMM;
            case SO_DIMM -> SO_DIMM;
            case CAMM2 -> CAMM;
            case SOLDERED -> ROW_OF_CHIPS;
        };
    }

    private static int type(MemoryGeneration generation) {
        return switch (generation) {
            case DDR -> 0x12;
            case DDR2 -> 0x13;
            case DDR3 -> 0x18;
            case DDR4 -> 0x1A;
            case DDR5 -> 0x22;
            case LPDDR4 -> 0x1E;
            case LPDDR5 -> 0x23;
        };
    }
}
