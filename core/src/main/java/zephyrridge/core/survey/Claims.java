package zephyrridge.core.survey;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.module.Claim;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleField;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.SourceKind;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.reading.label.LabelReading;
import zephyrridge.core.reading.listing.ListedModule;
import zephyrridge.core.reading.smbios.MemoryDevice;
import zephyrridge.core.reading.smbios.SmbiosKey;
import zephyrridge.core.reading.smbios.SmbiosStructure;
import zephyrridge.core.reading.spd.SpdField;
import zephyrridge.core.reading.spd.SpdFinding;
import zephyrridge.core.reading.spd.SpdKey;
import zephyrridge.core.reading.spd.SpdReading;

/** From each kind of source to claims, field by field. All reliabilities are common practice, no source. */
final class Claims {
    private static final double COVERED = 0.99;
    private static final double UNCOVERED = 0.95;
    private static final double CHECKSUM_WRONG = 0.6;
    /** The size of a module whose stack may or may not double it: any other source decides. */
    private static final double STACK_UNSURE = 0.55;

    private static final double PRINTED = 0.97;
    private static final double FIRMWARE = 0.9;
    /** Ranks, widths and voltages of firmware tables are often constants. */
    private static final double FIRMWARE_CARELESS = 0.6;

    private static final double HAND = 0.999;
    /** A whole JEP106 id printed as hex text: "80CE000080CE". */
    private static final Pattern HEX_MAKER = Pattern.compile("(?:[0-9A-Fa-f]{4}){1,3}");

    private final SourceKind kind;
    private final String source;
    private final List<Claim> claims = new ArrayList<>();

    private Claims(SourceKind kind, String source) {
        this.kind = kind;
        this.source = source;
    }

    static List<Claim> of(SpdReading spd, String source) {
        Claims c = new Claims(SourceKind.CHIP, source);
        c.spd(spd, ModuleField.GENERATION, spd.generation().name(), SpdKey.DEVICE_TYPE);
        spd.spec().ifPresent(m -> {
            c.spd(spd, ModuleField.FORM_FACTOR, m.formFactor().name(), SpdKey.MODULE_TYPE);
            c.spd(spd, ModuleField.BUFFERING, m.buffering().name(), SpdKey.MODULE_TYPE);
            SpdKey density = spd.field(SpdKey.DENSITY).isPresent() ? SpdKey.DENSITY : SpdKey.RANK_SIZE;
            boolean stackUnsure = spd.findings().stream().anyMatch(f -> f.code() == SpdFinding.SPD_STACK_UNSURE);
            if (stackUnsure) {
                spd.field(density)
                        .ifPresent(f -> c.add(
                                ModuleField.CAPACITY,
                                m.capacity().toString(),
                                STACK_UNSURE,
                                new Evidence.ImageBytes("SPD", f.offsets().get(0), spd.hex(f))));
            } else {
                c.spd(spd, ModuleField.CAPACITY, m.capacity().toString(), density);
            }
            c.spd(spd, ModuleField.RANKS, String.valueOf(m.organisation().packageRanks()), SpdKey.PACKAGE_RANKS);
            c.spd(spd, ModuleField.DEVICE_WIDTH, "x" + m.organisation().deviceWidth(), SpdKey.DEVICE_WIDTH);
            c.spd(
                    spd,
                    ModuleField.ECC,
                    m.ecc() ? "yes" : "no",
                    spd.field(SpdKey.CHECK_BITS).isPresent() ? SpdKey.CHECK_BITS : SpdKey.BUS_WIDTH);
            c.spd(
                    spd,
                    ModuleField.RATE,
                    m.rate().toString(),
                    spd.field(SpdKey.TCK_MIN).isPresent() ? SpdKey.TCK_MIN : SpdKey.TCK_AT_CL_X);
            c.spd(
                    spd,
                    ModuleField.VOLTAGE,
                    volts(m.millivolts().get(0)),
                    spd.field(SpdKey.VOLTAGES).isPresent() ? SpdKey.VOLTAGES : SpdKey.DEVICE_TYPE);
        });
        c.spd(spd, ModuleField.MAKER_ID, spd.text(SpdKey.MODULE_MAKER), SpdKey.MODULE_MAKER);
        c.spd(spd, ModuleField.PART_NUMBER, spd.text(SpdKey.PART_NUMBER), SpdKey.PART_NUMBER);
        c.spd(spd, ModuleField.SERIAL, spd.text(SpdKey.SERIAL), SpdKey.SERIAL);
        spd.field(SpdKey.DATE)
                .filter(SpdField::known)
                .ifPresent(d -> c.spd(spd, ModuleField.DATE, d.value(), SpdKey.DATE));
        return c.claims;
    }

    /** @param all its size, with that of the devices it stands for */
    static List<Claim> of(MemoryDevice d, Optional<ByteSize> all, String source) {
        Claims c = new Claims(SourceKind.FIRMWARE, source);
        SmbiosStructure s = d.structure();
        generation(d.memoryType())
                .ifPresent(g -> c.firmware(s, ModuleField.GENERATION, g.name(), FIRMWARE, SmbiosKey.DEVICE_TYPE));
        formFactor(d.formFactor())
                .ifPresent(f -> c.firmware(s, ModuleField.FORM_FACTOR, f, FIRMWARE, SmbiosKey.DEVICE_FORM_FACTOR));
        all.ifPresent(size -> c.firmware(
                s,
                ModuleField.CAPACITY,
                size.toString(),
                FIRMWARE,
                s.raw(SmbiosKey.DEVICE_SIZE) == 0x7FFF ? SmbiosKey.DEVICE_EXTENDED_SIZE : SmbiosKey.DEVICE_SIZE));
        if (d.rank() > 0) {
            c.firmware(s, ModuleField.RANKS, String.valueOf(d.rank()), FIRMWARE_CARELESS, SmbiosKey.DEVICE_RANK);
        }
        rate(d.speed()).ifPresent(r -> c.firmware(s, ModuleField.RATE, r.toString(), FIRMWARE, SmbiosKey.DEVICE_SPEED));
        boolean clock = d.speed() > 0 && Math.abs(d.configuredSpeed() * 2 - d.speed()) <= 2;
        rate(clock ? d.configuredSpeed() * 2 : d.configuredSpeed())
                .ifPresent(r ->
                        c.firmware(s, ModuleField.RUNNING, r.toString(), FIRMWARE, SmbiosKey.DEVICE_CONFIGURED_SPEED));
        if (d.dataWidth() > 0 && d.totalWidth() >= d.dataWidth()) {
            c.firmware(
                    s,
                    ModuleField.ECC,
                    d.totalWidth() > d.dataWidth() ? "yes" : "no",
                    FIRMWARE_CARELESS,
                    SmbiosKey.DEVICE_TOTAL_WIDTH);
        }
        long detail = s.raw(SmbiosKey.DEVICE_DETAIL);
        if (detail > 0 && (detail & 0xE000) != 0) {
            c.firmware(
                    s,
                    ModuleField.BUFFERING,
                    (detail & 0x8000) != 0 ? "LOAD_REDUCED" : (detail & 0x2000) != 0 ? "REGISTERED" : "UNBUFFERED",
                    FIRMWARE,
                    SmbiosKey.DEVICE_DETAIL);
        }
        if (s.raw(SmbiosKey.DEVICE_VOLTAGE) > 0) {
            c.firmware(
                    s,
                    ModuleField.VOLTAGE,
                    volts((int) s.raw(SmbiosKey.DEVICE_VOLTAGE)),
                    FIRMWARE_CARELESS,
                    SmbiosKey.DEVICE_VOLTAGE);
        }
        c.maker(s.text(SmbiosKey.DEVICE_MAKER), evidence(s, SmbiosKey.DEVICE_MAKER));
        c.firmware(s, ModuleField.MAKER_ID, s.text(SmbiosKey.DEVICE_MAKER_ID), FIRMWARE, SmbiosKey.DEVICE_MAKER_ID);
        c.firmware(s, ModuleField.PART_NUMBER, meant(d.partNumber()), FIRMWARE, SmbiosKey.DEVICE_PART);
        c.firmware(s, ModuleField.SERIAL, serial(s.text(SmbiosKey.DEVICE_SERIAL)), FIRMWARE, SmbiosKey.DEVICE_SERIAL);
        return c.claims;
    }

    static List<Claim> of(ListedModule m, String source) {
        Claims c = new Claims(SourceKind.LISTING, source);
        Evidence evidence = new Evidence.Word(m.path(), m.locator());
        generation(m.memoryType()).ifPresent(g -> c.add(ModuleField.GENERATION, g.name(), FIRMWARE, evidence));
        formFactor(m.formFactor()).ifPresent(f -> c.add(ModuleField.FORM_FACTOR, f, FIRMWARE, evidence));
        m.size().ifPresent(size -> c.add(ModuleField.CAPACITY, size.toString(), FIRMWARE, evidence));
        rate(m.speed()).ifPresent(r -> c.add(ModuleField.RATE, r.toString(), FIRMWARE, evidence));
        rate(m.configured()).ifPresent(r -> c.add(ModuleField.RUNNING, r.toString(), FIRMWARE, evidence));
        if (m.ranks() > 0) {
            c.add(ModuleField.RANKS, String.valueOf(m.ranks()), FIRMWARE_CARELESS, evidence);
        }
        if (m.dataWidth() > 0 && m.totalWidth() >= m.dataWidth()) {
            c.add(ModuleField.ECC, m.totalWidth() > m.dataWidth() ? "yes" : "no", FIRMWARE_CARELESS, evidence);
        }
        c.maker(m.maker(), evidence);
        c.add(ModuleField.PART_NUMBER, meant(m.part()), FIRMWARE, evidence);
        c.add(ModuleField.SERIAL, serial(m.serial()), FIRMWARE, evidence);
        return c.claims;
    }

    static List<Claim> of(LabelReading label, String source) {
        return label.spec()
                .map(m -> of(
                        m,
                        SourceKind.LABEL,
                        source,
                        PRINTED,
                        new Evidence.LabelSpan(0, label.line().length(), label.line())))
                .orElse(List.of());
    }

    /** A soldered bank as the machine's record has it. */
    static List<Claim> of(ModuleSpec bank, String path, String source) {
        return of(bank, SourceKind.RECORD, source, UNCOVERED, new Evidence.RecordEntry(path, bank.summary(), ""));
    }

    private static List<Claim> of(ModuleSpec m, SourceKind kind, String source, double reliability, Evidence evidence) {
        Claims c = new Claims(kind, source);
        c.add(ModuleField.GENERATION, m.generation().name(), reliability, evidence);
        c.add(ModuleField.FORM_FACTOR, m.formFactor().name(), reliability, evidence);
        c.add(ModuleField.BUFFERING, m.buffering().name(), reliability, evidence);
        c.add(ModuleField.CAPACITY, m.capacity().toString(), reliability, evidence);
        c.add(ModuleField.RANKS, String.valueOf(m.organisation().packageRanks()), reliability, evidence);
        c.add(ModuleField.DEVICE_WIDTH, "x" + m.organisation().deviceWidth(), reliability, evidence);
        c.add(ModuleField.ECC, m.ecc() ? "yes" : "no", reliability, evidence);
        c.add(ModuleField.RATE, m.rate().toString(), reliability, evidence);
        c.add(ModuleField.VOLTAGE, volts(m.millivolts().get(0)), reliability, evidence);
        return c.claims;
    }

    static Claim byHand(ModuleField field, String value) {
        return new Claim(field, value, SourceKind.HAND, "hand", HAND, new Evidence.Word(field.name(), value));
    }

    private void spd(SpdReading spd, ModuleField field, String value, SpdKey key) {
        spd.field(key)
                .ifPresent(f -> add(
                        field,
                        value,
                        spd.isCovered(f) ? COVERED : spd.checksumsHold() ? UNCOVERED : CHECKSUM_WRONG,
                        new Evidence.ImageBytes("SPD", f.offsets().get(0), spd.hex(f))));
    }

    private void firmware(SmbiosStructure s, ModuleField field, String value, double reliability, SmbiosKey key) {
        add(field, value, reliability, evidence(s, key));
    }

    private static Evidence evidence(SmbiosStructure s, SmbiosKey key) {
        return new Evidence.ImageBytes("SMBIOS", s.offsetOf(key), s.hex(key));
    }

    private void maker(String text, Evidence evidence) {
        String name = meant(text);
        if (HEX_MAKER.matcher(name).matches()) {
            int id = Integer.parseInt(name.substring(0, 4), 16);
            Jep106.ofStored(id >> 8, id & 0xFF)
                    .ifPresent(j -> add(ModuleField.MAKER_ID, j.toString(), FIRMWARE, evidence));
        } else {
            add(ModuleField.MAKER, name, FIRMWARE, evidence);
        }
    }

    private void add(ModuleField field, String value, double reliability, Evidence evidence) {
        if (!value.isBlank()) {
            claims.add(new Claim(field, value, kind, source, reliability, evidence));
        }
    }

    /** What firmware prints when it means nothing. */
    private static String meant(String text) {
        String t = text.strip();
        return switch (t.toLowerCase(Locale.ROOT)) {
            case "undefined",
                    "unknown",
                    "not specified",
                    "no dimm",
                    "not fitted",
                    "none",
                    "n/a",
                    "0000",
                    "to be filled by o.e.m.",
                    "[empty]",
                    "empty" -> "";
            default -> t;
        };
    }

    private static String serial(String text) {
        String t = meant(text);
        return t.matches("[0]*") || t.matches("[Ff]{8}") ? "" : t;
    }

    private static String volts(int millivolts) {
        return millivolts % 100 == 0
                ? millivolts / 1000 + "." + millivolts % 1000 / 100 + " V"
                : millivolts / 1000 + "."
                        + String.valueOf(1000 + millivolts % 1000).substring(1) + " V";
    }

    private static Optional<DataRate> rate(int printed) {
        return printed < 100 || printed > 20_000 ? Optional.empty() : Optional.of(DataRate.ofName(printed));
    }

    static Optional<MemoryGeneration> generation(int code) {
        return Optional.ofNullable(
                switch (code) {
                    case 0x12 -> MemoryGeneration.DDR;
                    case 0x13 -> MemoryGeneration.DDR2;
                    case 0x18 -> MemoryGeneration.DDR3;
                    case 0x1A -> MemoryGeneration.DDR4;
                    case 0x1E -> MemoryGeneration.LPDDR4;
                    case 0x22 -> MemoryGeneration.DDR5;
                    case 0x23 -> MemoryGeneration.LPDDR5;
                    default -> null;
                });
    }

    /** Chips in a row, or as a die, are soldered; DIMM and SO-DIMM are what they say, or a soldered bank under a wrong name. */
    static Optional<String> formFactor(int code) {
        return Optional.ofNullable(
                switch (code) {
                    case 0x05, 0x0B, 0x10 -> "SOLDERED";
                    case 0x09 -> "DIMM";
                    case 0x0D -> "SO_DIMM";
                    case 0x11 -> "CAMM2";
                    default -> null;
                });
    }
}
