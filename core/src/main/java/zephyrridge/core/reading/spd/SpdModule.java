package zephyrridge.core.reading.spd;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.CasLatencies;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.module.Rates;
import zephyrridge.core.module.Stacking;
import zephyrridge.core.module.Timings;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.DieDensity;
import zephyrridge.core.quantity.Picoseconds;
import zephyrridge.core.reading.Bytes;

/**
 * From the fields of one image to the module they describe; what stands in the way is named.
 *
 * <p>In one file: field by field, each needs those before it.
 */
final class SpdModule {
    private record Shape(FormFactor formFactor, Buffering buffering) {}

    /** Module types with 64 data bits whose form a layout knows; others (Mini, Micro, 16 and 32 bit) have no place in one. */
    private static final Map<String, Shape> SHAPES = Map.ofEntries(
            Map.entry("RDIMM", new Shape(FormFactor.DIMM, Buffering.REGISTERED)),
            Map.entry("UDIMM", new Shape(FormFactor.DIMM, Buffering.UNBUFFERED)),
            Map.entry("SO-DIMM", new Shape(FormFactor.SO_DIMM, Buffering.UNBUFFERED)),
            Map.entry("LRDIMM", new Shape(FormFactor.DIMM, Buffering.LOAD_REDUCED)),
            Map.entry("72b-SO-UDIMM", new Shape(FormFactor.SO_DIMM, Buffering.UNBUFFERED)),
            Map.entry("72b-SO-CDIMM", new Shape(FormFactor.SO_DIMM, Buffering.UNBUFFERED)),
            Map.entry("72b-SO-RDIMM", new Shape(FormFactor.SO_DIMM, Buffering.REGISTERED)),
            Map.entry("CUDIMM", new Shape(FormFactor.DIMM, Buffering.CLOCKED)),
            Map.entry("CSO-DIMM", new Shape(FormFactor.SO_DIMM, Buffering.CLOCKED)),
            Map.entry("CAMM2", new Shape(FormFactor.CAMM2, Buffering.UNBUFFERED)),
            Map.entry("solder-down", new Shape(FormFactor.SOLDERED, Buffering.UNBUFFERED)));

    private final MemoryGeneration generation;
    private final Bytes image;
    private final Map<SpdKey, SpdField> fields;
    private final List<Finding> findings;
    private final List<String> missing = new ArrayList<>();

    SpdModule(MemoryGeneration generation, Bytes image, Map<SpdKey, SpdField> fields, List<Finding> findings) {
        this.generation = generation;
        this.image = image;
        this.fields = fields;
        this.findings = findings;
    }

    Optional<ModuleSpec> spec() {
        Shape shape = SHAPES.get(value(SpdKey.MODULE_TYPE));
        Organisation organisation = organisation();
        DataRate rate = rate();
        boolean wide = dataBits() == Organisation.DATA_BITS;
        if (shape == null) {
            unknown(SpdKey.MODULE_TYPE);
        }
        if (!wide) {
            unknown(SpdKey.BUS_WIDTH);
        }
        if (isHybrid()) {
            findings.add(SpdFinding.at(
                    SpdFinding.SPD_HYBRID,
                    Severity.RISK,
                    new SpdFinding.Unknown(SpdKey.MODULE_TYPE.term(), image.hex(3, 1)),
                    image,
                    3,
                    1));
            unknown(SpdKey.MODULE_TYPE);
        }
        if (organisation != null && "asymmetrical".equals(value(SpdKey.RANK_MIX))) {
            SpdField mix = fields.get(SpdKey.RANK_MIX);
            findings.add(SpdFinding.at(
                    SpdFinding.SPD_RANKS_UNLIKE,
                    Severity.RISK,
                    new SpdFinding.Stack(organisation.capacity().toString(), unlikeCapacity(organisation)),
                    image,
                    mix.row().first(),
                    1));
            unknown(SpdKey.RANK_MIX);
        }
        if (missing.isEmpty() && organisation != null && rate != null) {
            return Optional.of(new ModuleSpec(
                    generation,
                    shape.formFactor,
                    shape.buffering,
                    ecc(),
                    checkBits(),
                    organisation,
                    rate,
                    timings(),
                    millivolts(),
                    height()));
        }
        findings.add(SpdFinding.at(
                SpdFinding.SPD_MODULE_UNDECIDED,
                Severity.RISK,
                new SpdFinding.Missing(List.copyOf(missing)),
                image,
                2,
                2));
        return Optional.empty();
    }

    /** Byte 3, bit 7: beside the plain memory there is another medium on the module (annexes K and L, JESD400-5, from memory). */
    private boolean isHybrid() {
        return generation.compareTo(MemoryGeneration.DDR3) >= 0
                && generation.compareTo(MemoryGeneration.DDR5) <= 0
                && image.has(3, 1)
                && (image.u8(3) & 0x80) != 0;
    }

    private Organisation organisation() {
        int width = width();
        int ranks = number(SpdKey.PACKAGE_RANKS);
        DieDensity density = density(width);
        if (width < 0 || ranks < 0 || density == null) {
            return null;
        }
        int dies = dies();
        if (ranks < 1 || ranks > 8 || dies < 1 || Integer.bitCount(dies) != 1) {
            unknown(dies < 1 || Integer.bitCount(dies) != 1 ? SpdKey.DIE_COUNT : SpdKey.PACKAGE_RANKS);
            return null;
        }
        Organisation organisation = new Organisation(
                ranks,
                width,
                density,
                dies,
                dies == 1 ? Stacking.SINGLE_DIE : singleLoad() ? Stacking.SINGLE_LOAD : Stacking.MULTI_LOAD);
        // whether DDR5's dual-die code doubles what the ranks already say is not sure; nor is
        // stacked DDR3.
        SpdField dieCount = fields.get(SpdKey.DIE_COUNT);
        if (dies > 1
                && (generation == MemoryGeneration.DDR5 && !singleLoad()
                        || generation == MemoryGeneration.DDR3 && "single-load (3DS)".equals(value(SpdKey.LOADING)))) {
            findings.add(SpdFinding.at(
                    SpdFinding.SPD_STACK_UNSURE,
                    Severity.RISK,
                    new SpdFinding.Stack(
                            organisation.capacity().toString(),
                            organisation.capacity().times(dies).toString()),
                    image,
                    dieCount.row().first(),
                    1));
        }
        return organisation;
    }

    /** Even ranks from the first device, odd ones from the second (medium confidence). */
    private String unlikeCapacity(Organisation first) {
        int mebibits = first.density().mebibits();
        if (generation == MemoryGeneration.DDR4) {
            mebibits >>= (int) raw(SpdKey.SECOND_DENSITY_RATIO);
        } else if (fields.get(SpdKey.SECOND_DENSITY) != null
                && value(SpdKey.SECOND_DENSITY).endsWith("bit")) {
            mebibits = DieDensity.parse(value(SpdKey.SECOND_DENSITY)).mebibits();
        }
        if (mebibits < 1) {
            return "?";
        }
        Organisation second = Organisation.of(first.packageRanks(), first.deviceWidth(), new DieDensity(mebibits));
        return ByteSize.ofMebibytes(
                        (first.capacity().mebibytes() + second.capacity().mebibytes()) / 2)
                .toString();
    }

    private int width() {
        if (generation == MemoryGeneration.DDR || generation == MemoryGeneration.DDR2) {
            int width = number(SpdKey.DEVICE_WIDTH);
            boolean real = width == 4 || width == 8 || width == 16 || width == 32;
            return real ? width : unknown(SpdKey.DEVICE_WIDTH);
        }
        String code = value(SpdKey.DEVICE_WIDTH);
        return code.startsWith("x") ? Integer.parseInt(code.substring(1)) : unknown(SpdKey.DEVICE_WIDTH);
    }

    private DieDensity density(int width) {
        if (generation == MemoryGeneration.DDR || generation == MemoryGeneration.DDR2) {
            String rank = value(SpdKey.RANK_SIZE);
            if (!rank.endsWith("iB")) {
                unknown(SpdKey.RANK_SIZE);
                return null;
            }
            long mebibytes = ByteSize.parse(rank).mebibytes();
            long addressed = 1L << Math.min(40, number(SpdKey.ROW_BITS) + number(SpdKey.COLUMN_BITS));
            compareAddress(
                    rank,
                    addressed * Math.max(1, number(SpdKey.BANKS)) * Organisation.DATA_BITS / 8 >> 20,
                    mebibytes,
                    SpdKey.RANK_SIZE,
                    false);
            long mebibits = width < 0 ? 0 : mebibytes * 8 * width / Organisation.DATA_BITS;
            if (mebibits < 1) {
                return null;
            }
            return new DieDensity((int) mebibits);
        }
        String code = value(SpdKey.DENSITY);
        if (!code.endsWith("bit")) {
            unknown(SpdKey.DENSITY);
            return null;
        }
        DieDensity density = DieDensity.parse(code);
        if (width > 0) {
            int banks = generation == MemoryGeneration.DDR5 ? (int) raw(SpdKey.BANK_BITS) : number(SpdKey.BANK_BITS);
            int groups = fields.containsKey(SpdKey.BANK_GROUP_BITS) ? (int) raw(SpdKey.BANK_GROUP_BITS) : 0;
            int bits = number(SpdKey.ROW_BITS) + number(SpdKey.COLUMN_BITS) + banks + groups;
            compareAddress(
                    density.toString(),
                    (1L << Math.min(bits, 50)) * width >> 20,
                    density.mebibits(),
                    SpdKey.DENSITY,
                    true);
        }
        return density;
    }

    /** Dies of 3 x 2^n bits leave a quarter of their addresses unused. */
    private void compareAddress(String stated, long addressed, long expected, SpdKey key, boolean die) {
        boolean agrees = addressed == expected || expected % 3 == 0 && addressed == expected / 3 * 4;
        if (!agrees) {
            String text = die
                    ? (addressed % 1024 == 0 ? addressed / 1024 + " Gbit" : addressed + " Mbit")
                    : ByteSize.ofMebibytes(addressed).toString();
            findings.add(SpdFinding.at(
                    SpdFinding.SPD_DENSITY_AGAINST_ADDRESS,
                    Severity.RISK,
                    new SpdFinding.Density(stated, text),
                    image,
                    fields.get(key).row().first(),
                    2));
        }
    }

    private int dies() {
        SpdField count = fields.get(SpdKey.DIE_COUNT);
        if (count == null) {
            return 1;
        }
        return switch (generation) {
                // "unspecified" is what single-die modules carry.
            case DDR3 -> count.raw() == 0 ? 1 : count.raw() <= 4 ? 1 << (int) count.raw() - 1 : 0;
            case DDR4 -> raw(SpdKey.NON_MONOLITHIC) == 0 ? 1 : count.amount();
            default -> count.raw() == 0 ? 1 : count.raw() == 1 ? 2 : count.raw() <= 5 ? 1 << (int) count.raw() - 1 : 0;
        };
    }

    private boolean singleLoad() {
        return switch (generation) {
            case DDR4 -> raw(SpdKey.LOADING) == 2;
            case DDR5 -> raw(SpdKey.DIE_COUNT) >= 2;
            default -> false;
        };
    }

    private int dataBits() {
        if (generation == MemoryGeneration.DDR || generation == MemoryGeneration.DDR2) {
            int bits = number(SpdKey.BUS_WIDTH);
            return bits == 72 ? 64 : bits;
        }
        SpdField width = fields.get(SpdKey.BUS_WIDTH);
        if (width == null || !width.known()) {
            return 0;
        }
        SpdField halves = fields.get(SpdKey.SUB_CHANNELS);
        return (8 << (int) width.raw()) * (halves == null ? 1 : halves.known() ? 1 << (int) halves.raw() : 0);
    }

    private boolean ecc() {
        if (generation == MemoryGeneration.DDR || generation == MemoryGeneration.DDR2) {
            return number(SpdKey.BUS_WIDTH) == 72
                    || fields.containsKey(SpdKey.CHECKING) && (raw(SpdKey.CHECKING) & 2) != 0;
        }
        return raw(SpdKey.CHECK_BITS) != 0;
    }

    /** Of each half of a DDR5 module: code 1 is 4 bits, 2 is 8. */
    private Optional<Integer> checkBits() {
        int code = generation == MemoryGeneration.DDR5 ? (int) raw(SpdKey.CHECK_BITS) : 0;
        return code == 1 || code == 2 ? Optional.of(4 * code) : Optional.empty();
    }

    /** The rate whose stored clock period is nearest, within half a per cent: periods are stored truncated. */
    private DataRate rate() {
        SpdKey key = fields.containsKey(SpdKey.TCK_MIN) ? SpdKey.TCK_MIN : SpdKey.TCK_AT_CL_X;
        SpdField tck = fields.get(key);
        if (tck == null || tck.amount() <= 0) {
            unknown(key);
            return null;
        }
        Rates.Row nearest = Rates.all().stream()
                .filter(r -> r.generation() == generation)
                .min(Comparator.comparingInt(r -> Math.abs(r.tckPs() - tck.amount())))
                .orElseThrow();
        if (Math.abs(nearest.tckPs() - tck.amount()) * 200L > nearest.tckPs()) {
            findings.add(SpdFinding.at(
                    SpdFinding.SPD_RATE_UNUSUAL,
                    Severity.RISK,
                    new SpdFinding.Clock(tck.amount(), nearest.rate().toString()),
                    image,
                    tck.row().first(),
                    2));
            unknown(key);
            return null;
        }
        return nearest.rate();
    }

    private Optional<Timings> timings() {
        SpdField map = fields.get(SpdKey.CL_MAP);
        if (map == null) {
            return Optional.empty();
        }
        CasLatencies cls = SpdForm.casLatencies(map.row().cell(), map.raw());
        int tAA;
        if (generation == MemoryGeneration.DDR2) {
            // No tAA is stored: the highest latency with its own clock period stands for it.
            List<Integer> all = cls.toList();
            tAA = all.isEmpty() ? -1 : all.get(all.size() - 1) * time(SpdKey.TCK_AT_CL_X);
        } else {
            tAA = fields.containsKey(SpdKey.TAA) ? fields.get(SpdKey.TAA).amount() : -1;
        }
        int tRCD = time(SpdKey.TRCD);
        int tRP = time(SpdKey.TRP);
        int tRAS = time(SpdKey.TRAS);
        if (tAA <= 0 || tRCD <= 0 || tRP <= 0 || tRAS <= 0 || cls.equals(CasLatencies.NONE)) {
            return Optional.empty();
        }
        return Optional.of(
                new Timings(Picoseconds.of(tAA), Picoseconds.of(tRCD), Picoseconds.of(tRP), Picoseconds.of(tRAS), cls));
    }

    private List<Integer> millivolts() {
        if (generation != MemoryGeneration.DDR3) {
            return List.of(generation.nominalMillivolts());
        }
        long bits = raw(SpdKey.VOLTAGES);
        List<Integer> volts = new ArrayList<>();
        if ((bits & 4) != 0) {
            volts.add(1250);
        }
        if ((bits & 2) != 0) {
            volts.add(1350);
        }
        if ((bits & 1) == 0 || volts.isEmpty()) {
            volts.add(1500);
        }
        return volts;
    }

    private Optional<Integer> height() {
        SpdField height = fields.get(SpdKey.HEIGHT);
        if (height == null || generation == MemoryGeneration.DDR2 && height.raw() != 3 || height.raw() == 0) {
            return generation == MemoryGeneration.DDR2 && height != null && height.raw() == 4
                    ? Optional.of(31)
                    : Optional.empty();
        }
        return Optional.of(generation == MemoryGeneration.DDR2 ? 30 : height.amount());
    }

    /** The bits of a field; 0, and named as missing, where the image does not reach it. */
    private long raw(SpdKey key) {
        SpdField field = fields.get(key);
        return field == null ? unknown(key) + 1L : field.raw();
    }

    private int time(SpdKey key) {
        SpdField field = fields.get(key);
        return field == null ? -1 : field.amount();
    }

    private String value(SpdKey key) {
        SpdField field = fields.get(key);
        return field == null || !field.known() ? "" : field.value();
    }

    private int number(SpdKey key) {
        SpdField field = fields.get(key);
        if (field == null || !field.known()) {
            return unknown(key);
        }
        return field.row().form() == SpdForm.CODE ? Integer.parseInt(field.value()) : field.amount();
    }

    private int unknown(SpdKey key) {
        if (!missing.contains(key.term())) {
            missing.add(key.term());
        }
        return -1;
    }
}
