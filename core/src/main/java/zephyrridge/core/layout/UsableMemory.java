package zephyrridge.core.layout;

import java.util.List;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.machine.Controller;
import zephyrridge.core.machine.Host;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;

/**
 * What of the installed memory the operating system can use: min(installed after mirroring or sparing,
 * addressable) - graphics carve-out - firmware reserve, then at most the edition's ceiling. Address arithmetic; 32-bit systems
 * address 4 GiB less the device hole.
 */
final class UsableMemory {
    private static final ByteSize FOUR_GIB = ByteSize.ofGibibytes(4);

    private UsableMemory() {}

    static ByteSize of(Facts f, List<Finding> out) {
        Controller c = f.controller();
        Host host = f.host;
        ByteSize installed = ByteSize.ofMebibytes(f.installedMib);
        ByteSize kept = afterMode(host, installed, host.mode() == Host.MemoryMode.SPARED ? spareMib(f) : 0);
        ByteSize addressable = addressable(host, c, kept);
        ByteSize reserved = kept(c, host);
        ByteSize usable = addressable.minusFloored(reserved);
        ByteSize capped = usable.min(host.ceiling().orElse(usable));
        if (!kept.equals(installed)) {
            say(
                    out,
                    LayoutFinding.USABLE_MODE,
                    Severity.NOTE,
                    installed,
                    installed.minusFloored(kept),
                    kept,
                    new Evidence.Word("memory mode", host.mode().name()));
        }
        if (addressable.compareTo(kept) < 0) {
            say(
                    out,
                    LayoutFinding.USABLE_WORD_SIZE,
                    Severity.COST,
                    installed,
                    kept.minusFloored(addressable),
                    capped,
                    Evidence.Formula.of(
                            "4096 MiB - device hole MiB", c.deviceHole().mebibytes()));
        }
        if (capped.compareTo(usable) < 0) {
            say(
                    out,
                    LayoutFinding.USABLE_CEILING,
                    Severity.COST,
                    installed,
                    usable.minusFloored(capped),
                    capped,
                    new Evidence.Word(
                            "operating system",
                            host.ceiling().map(ByteSize::toString).orElse("")));
        }
        if (!reserved.isZero() && !installed.isZero()) {
            say(
                    out,
                    LayoutFinding.USABLE_RESERVED,
                    Severity.NOTE,
                    installed,
                    reserved,
                    capped,
                    host.kept().isPresent()
                            ? new Evidence.Word("read before anything was changed", reserved.toString())
                            : new Evidence.RecordEntry("controller.carveOut + reserve", reserved.toString(), c.name()));
        }
        return capped;
    }

    private static ByteSize addressable(Host host, Controller c, ByteSize kept) {
        return host.wordBits() == 64 ? kept : kept.min(FOUR_GIB.minusFloored(c.deviceHole()));
    }

    /** What is usable of so much, nothing said of it. */
    static long mebibytes(Controller c, Host host, long installedMib, long spareMib) {
        ByteSize kept = afterMode(host, ByteSize.ofMebibytes(installedMib), spareMib);
        ByteSize usable = addressable(host, c, kept).minusFloored(kept(c, host));
        return usable.min(host.ceiling().orElse(usable)).mebibytes();
    }

    /** What graphics and firmware keep: as it was read in this machine, else as the record has it. */
    private static ByteSize kept(Controller c, Host host) {
        return host.kept().orElse(c.carveOut().plus(c.reserve()));
    }

    /** Mirroring halves; sparing holds back the largest rank of each channel. */
    private static ByteSize afterMode(Host host, ByteSize installed, long spareMib) {
        return switch (host.mode()) {
            case INDEPENDENT -> installed;
            case MIRRORED -> new ByteSize(installed.bytes() / 2);
            case SPARED -> installed.minusFloored(ByteSize.ofMebibytes(spareMib));
        };
    }

    private static long spareMib(Facts f) {
        long spare = 0;
        for (int[] positions : f.machine.positionsOf) {
            long largest = 0;
            for (int p : positions) {
                if (f.counts(p)) {
                    largest = Math.max(largest, rankMib(f.modules[p]));
                }
            }
            spare += largest;
        }
        return spare;
    }

    static long rankMib(ModuleSpec m) {
        return m.capacity().mebibytes() / m.organisation().logicalRanks();
    }

    private static void say(
            List<Finding> out,
            LayoutFinding code,
            Severity severity,
            ByteSize installed,
            ByteSize lost,
            ByteSize usable,
            Evidence evidence) {
        out.add(Finding.of(
                code, severity, Subject.machine(), new LayoutFinding.Usable(installed, lost, usable), evidence));
    }
}
