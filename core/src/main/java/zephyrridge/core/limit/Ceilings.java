package zephyrridge.core.limit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.module.Organisation;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.DieDensity;

/**
 * What is claimed about a machine's ceilings, held against a layout. The claim that is broken is the one that is named.
 *
 * <p>In one file: which ceiling is named hangs on all of them.
 */
final class Ceilings {
    /**
     * @param hard bounds of the controller that are broken
     * @param official a maker's claim that is broken, the first; {@code officialKnown} whether a maker states a total or a slot
     * @param published the controller's published total, where that is broken
     * @param unspoken a die density larger than any that is spoken of
     * @param controllerSpeaks whether a controller's claim other than a rate is known
     * @param largest module in a socket
     * @param firmware the version from which a claim holds that the layout needs
     */
    record Broken(
            List<Finding> hard,
            Optional<Finding> official,
            boolean officialKnown,
            Optional<Finding> published,
            Optional<Finding> unspoken,
            List<Finding> hints,
            boolean controllerSpeaks,
            Optional<Position> position,
            ByteSize largest,
            Optional<String> firmware) {}

    private record Module(int position, ModuleSpec spec) {}

    /** DDR4 machines of this rate, or of claims from this year on, were made for 16 Gbit dies (common practice, no source). */
    private static final DataRate LATE_DDR4 = DataRate.ofName(2666);

    private static final int LATE_YEAR = 2018;

    private final MachineRecord record;
    private final List<LimitClaim> claims;

    Ceilings(MachineRecord record, List<LimitClaim> claims) {
        this.record = record;
        this.claims = List.copyOf(claims);
    }

    List<LimitClaim> claims() {
        return claims;
    }

    /**
     * @param processor the one that is fitted, "" where nobody looked
     * @param ran largest die that is known to run in it
     */
    Broken brokenBy(Layout layout, String processor, Optional<DieDensity> ran) {
        List<Module> fitted = new ArrayList<>();
        for (int p = 0; p < layout.size(); p++) {
            if (layout.isThere(record, p) && !record.positions().get(p).isSoldered()) {
                int at = p;
                layout.module(p).ifPresent(m -> fitted.add(new Module(at, m)));
            }
        }
        ByteSize planned = layout.installed(record);
        List<LimitClaim> applying =
                claims.stream().filter(c -> applies(c, fitted, processor)).toList();
        List<Finding> hard = new ArrayList<>();
        Optional<Finding> official = Optional.empty();
        Optional<Finding> published = Optional.empty();
        List<Finding> hints = new ArrayList<>();
        Optional<String> firmware = Optional.empty();
        for (LimitClaim.Source source : LimitClaim.Source.values()) {
            for (LimitClaim.Quantity quantity : LimitClaim.Quantity.values()) {
                List<LimitClaim> of = applying.stream()
                        .filter(c -> c.source() == source && c.quantity() == quantity)
                        .toList();
                Held held = hold(of, fitted, planned);
                firmware = later(firmware, held.firmware);
                if (held.broken.isEmpty()) {
                    continue;
                }
                if (source == LimitClaim.Source.CONTROLLER && of.get(0).isHard()) {
                    hard.addAll(held.broken);
                } else if (source == LimitClaim.Source.CONTROLLER) {
                    published = Optional.of(held.broken.get(0));
                } else if (source == LimitClaim.Source.MAKER) {
                    official = official.or(() -> Optional.of(held.broken.get(0)));
                } else if (quantity == LimitClaim.Quantity.TOTAL) {
                    hints.addAll(hint(of, planned));
                }
            }
        }
        Optional<Module> largest = fitted.stream()
                .max(Comparator.comparing((Module m) -> m.spec().capacity()).thenComparing(m -> -m.position()));
        return new Broken(
                hard,
                official,
                applying.stream().anyMatch(Ceilings::isOfficial),
                published,
                unspoken(applying, fitted, ran),
                hints,
                applying.stream()
                        .anyMatch(c -> c.source() == LimitClaim.Source.CONTROLLER
                                && c.quantity() != LimitClaim.Quantity.DATA_RATE),
                largest.map(this::at),
                largest.map(m -> m.spec().capacity()).orElse(ByteSize.ZERO),
                firmware);
    }

    private static boolean isOfficial(LimitClaim c) {
        return c.source() == LimitClaim.Source.MAKER && c.quantity().isSize();
    }

    private static boolean applies(LimitClaim c, List<Module> fitted, String processor) {
        boolean kind = c.buffering()
                .map(b -> fitted.stream().anyMatch(m -> m.spec().buffering() == b))
                .orElse(true);
        return kind
                && c.processor()
                        .map(p -> processor.isBlank() || p.equalsIgnoreCase(processor.trim()))
                        .orElse(true);
    }

    /** @param broken what is broken of one source's word about one thing; {@code firmware} from which it holds, where it is kept so */
    private record Held(List<Finding> broken, Optional<String> firmware) {}

    /** A later firmware may allow more: of several claims the one counts that is kept with the least of it. */
    private Held hold(List<LimitClaim> of, List<Module> fitted, ByteSize planned) {
        List<LimitClaim> always =
                of.stream().filter(c -> c.firmware().isEmpty()).toList();
        List<Finding> broken = breaks(always, fitted, planned);
        if (broken.isEmpty() && !always.isEmpty()) {
            return new Held(List.of(), Optional.empty());
        }
        List<LimitClaim> later = of.stream()
                .filter(c -> c.firmware().isPresent())
                .sorted(Comparator.comparing(c -> c.firmware().get(), FirmwareVersion.ORDER))
                .toList();
        for (LimitClaim c : later) {
            List<Finding> now = breaks(List.of(c), fitted, planned);
            if (now.isEmpty()) {
                return new Held(List.of(), c.firmware());
            }
            broken = broken.isEmpty() ? now : broken;
        }
        return new Held(broken, Optional.empty());
    }

    private static Optional<String> later(Optional<String> one, Optional<String> other) {
        return one.filter(v -> other.isEmpty() || FirmwareVersion.ORDER.compare(v, other.get()) >= 0)
                .or(() -> other);
    }

    private static List<Finding> hint(List<LimitClaim> of, ByteSize planned) {
        return of.stream()
                .filter(c -> c.size().orElseThrow().compareTo(planned) < 0)
                .map(c -> Finding.of(
                        LimitFinding.LIMIT_HINT,
                        Severity.NOTE,
                        Subject.machine(),
                        new LimitFinding.Hint(c.source(), planned, c.size().get(), c.where()),
                        evidence(c)))
                .toList();
    }

    private List<Finding> breaks(List<LimitClaim> of, List<Module> fitted, ByteSize planned) {
        List<Finding> out = new ArrayList<>();
        for (LimitClaim c : of) {
            switch (c.quantity()) {
                case TOTAL -> compare(c, planned, Subject.machine(), out);
                case PER_SLOT -> {
                    for (Module m : fitted) {
                        if (speaksOf(c, m)) {
                            compare(c, m.spec().capacity(), Subject.position(at(m).id()), out);
                        }
                    }
                }
                case DIE_DENSITY -> density(c, fitted, out);
                case RANKS_PER_CHANNEL -> ranks(c, fitted, out);
                case DATA_RATE -> {
                    // Faster modules run at what the controller runs: no ceiling of a layout.
                }
            }
        }
        return out;
    }

    private static boolean speaksOf(LimitClaim c, Module m) {
        return c.buffering().map(b -> m.spec().buffering() == b).orElse(true);
    }

    private Position at(Module m) {
        return record.positions().get(m.position());
    }

    private static void compare(LimitClaim claim, ByteSize planned, Subject subject, List<Finding> out) {
        ByteSize limit = claim.size().orElseThrow();
        if (planned.compareTo(limit) > 0) {
            out.add(Finding.of(
                    claim.isHard()
                            ? LimitFinding.LIMIT_BEYOND_CONTROLLER
                            : claim.source() == LimitClaim.Source.CONTROLLER
                                    ? LimitFinding.LIMIT_ABOVE_PUBLISHED
                                    : LimitFinding.LIMIT_BEYOND_OFFICIAL,
                    claim.isHard() ? Severity.STOP : Severity.RISK,
                    subject,
                    new LimitFinding.Limit(planned, limit, claim.where()),
                    evidence(claim)));
        }
    }

    private void density(LimitClaim claim, List<Module> fitted, List<Finding> out) {
        for (Module m : fitted) {
            DieDensity die = m.spec().organisation().density();
            if (speaksOf(claim, m) && die.compareTo(claim.density().orElseThrow()) > 0) {
                out.add(Finding.of(
                        LimitFinding.LIMIT_DENSITY,
                        claim.isHard() ? Severity.STOP : Severity.RISK,
                        Subject.position(at(m).id()),
                        new LimitFinding.Density(
                                at(m).label(), die, claim.density().get(), claim.where()),
                        evidence(claim)));
            }
        }
    }

    private void ranks(LimitClaim claim, List<Module> fitted, List<Finding> out) {
        record.channels().forEach(channel -> {
            int ranks = 0;
            for (Module m : fitted) {
                if (at(m).channels().contains(channel.id()) && speaksOf(claim, m)) {
                    int own = m.spec().organisation().packageRanks();
                    int by = m.spec().buffering() == Buffering.LOAD_REDUCED
                            ? record.controller().rankMultiplication().orElse(4)
                            : 1;
                    ranks += (own + by - 1) / by;
                }
            }
            if (ranks > claim.number().orElseThrow()) {
                out.add(Finding.of(
                        LimitFinding.LIMIT_RANKS,
                        claim.isHard() ? Severity.STOP : Severity.RISK,
                        Subject.channel(channel.id()),
                        new LimitFinding.Ranks(
                                channel.id(), ranks, claim.number().get(), claim.where()),
                        evidence(claim)));
            }
        });
    }

    /** A die larger than any that is spoken of: up to the largest of these everything is. */
    private Optional<Finding> unspoken(List<LimitClaim> applying, List<Module> fitted, Optional<DieDensity> ran) {
        boolean registered = fitted.stream().anyMatch(m -> m.spec().buffering() == Buffering.REGISTERED);
        int spoken = Math.max(usual(applying), ran.map(DieDensity::mebibits).orElse(0));
        for (LimitClaim c : applying) {
            spoken = Math.max(spoken, c.density().map(DieDensity::mebibits).orElse(0));
        }
        for (long mib : slotSizes(applying)) {
            spoken = Math.max(spoken, dieOf(mib, registered));
        }
        DieDensity most = new DieDensity(spoken);
        return fitted.stream()
                .filter(m -> m.spec().organisation().density().compareTo(most) > 0)
                .max(Comparator.comparing((Module m) -> m.spec().organisation().density())
                        .thenComparing(m -> -m.position()))
                .map(m -> Finding.of(
                        LimitFinding.LIMIT_DENSITY_UNSPOKEN,
                        Severity.RISK,
                        Subject.position(at(m).id()),
                        new LimitFinding.Density(
                                at(m).label(), m.spec().organisation().density(), most, ""),
                        Evidence.Formula.of("largest die that anybody speaks of, Mbit", most.mebibits())));
    }

    /** The generation's usual top. */
    private int usual(List<LimitClaim> applying) {
        MemoryGeneration g = record.controller().generation();
        boolean fast = record.controller().steps().stream().anyMatch(r -> r.compareTo(LATE_DDR4) >= 0);
        List<LimitClaim> words = applying.stream()
                .filter(c -> c.source() != LimitClaim.Source.FIRMWARE && c.source() != LimitClaim.Source.SELLER)
                .toList();
        boolean recent = words.stream().anyMatch(c -> c.documentYear().orElse(0) >= LATE_YEAR);
        return ItsYears.topDie(g, fast || recent || words.isEmpty()).mebibits();
    }

    /** Sizes at a socket that maker or controller speak of, in MiB; of its years where neither does. */
    private List<Long> slotSizes(List<LimitClaim> applying) {
        long sockets = record.positions().stream().filter(p -> !p.isSoldered()).count();
        List<Long> sizes = new ArrayList<>();
        boolean spoken = false;
        for (LimitClaim c : applying) {
            boolean maker = c.source() == LimitClaim.Source.MAKER;
            if (!c.quantity().isSize() || !maker && c.source() != LimitClaim.Source.CONTROLLER) {
                continue;
            }
            spoken = true;
            long mib = c.size().orElseThrow().mebibytes();
            if (c.quantity() == LimitClaim.Quantity.PER_SLOT) {
                sizes.add(mib);
            } else if (maker && sockets > 0) {
                sizes.add(usualSize((Math.max(0, mib - soldered()) + sockets - 1) / sockets));
            }
        }
        if (!spoken) {
            sizes.add(ItsYears.worthATry(record.controller().generation()).mebibytes());
        }
        return sizes;
    }

    private long soldered() {
        return record.positions().stream()
                .flatMap(p -> p.soldered().stream())
                .mapToLong(m -> m.capacity().mebibytes())
                .sum();
    }

    /** The next size that modules are sold in: powers of two, and one and a half of them from DDR5 on. */
    private long usualSize(long mib) {
        long size = 1;
        while (size < mib) {
            size <<= 1;
        }
        long between = size / 4 * 3;
        boolean halves = record.controller().generation().compareTo(MemoryGeneration.DDR5) >= 0
                && record.controller().generation() != MemoryGeneration.LPDDR4;
        return halves && between >= mib && between >= 12 << 10 ? between : size;
    }

    /** The die that a 2Rx8 module of this size is made of, registered a 2Rx4; the next one made where there is none. */
    private int dieOf(long mib, boolean registered) {
        int needed = Organisation.densityMebibitsFor(ByteSize.ofMebibytes(mib), 2, registered ? 4 : 8);
        return record.controller().generation().made().stream()
                .mapToInt(DieDensity::mebibits)
                .filter(made -> made >= needed)
                .min()
                .orElse(0);
    }

    private static Evidence evidence(LimitClaim claim) {
        return new Evidence.RecordEntry(
                "limits." + claim.source() + "." + claim.quantity(),
                claim.size()
                        .map(ByteSize::toString)
                        .or(() -> claim.density().map(Object::toString))
                        .or(() -> claim.number().map(String::valueOf))
                        .orElse(""),
                claim.where());
    }
}
