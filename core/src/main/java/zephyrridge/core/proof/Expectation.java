package zephyrridge.core.proof;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.IntStream;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.RateResult;
import zephyrridge.core.layout.WidthMap;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineKind;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/**
 * What the first start should show, written down before it (handbook 3.7).
 *
 * @param usableFrom usable after the default graphics share and 3 % for firmware and kernel
 * @param usableTo usable with nothing kept back
 * @param rateForms the numbers readouts print for the expected rate: its name, its rounded name, its real clock
 * @param narrowest peak of the narrowest region, {@code widest} of the widest
 * @param firstStartFrom seconds the first start may take with training, {@code firstStartTo} the most that is still usual
 */
public record Expectation(
        ByteSize firmwareTotal,
        ByteSize usableFrom,
        ByteSize usableTo,
        int positionsFilled,
        Optional<DataRate> rate,
        List<Integer> rateForms,
        Optional<RateResult.Clocks> clocks,
        Optional<Bandwidth> narrowest,
        Optional<Bandwidth> widest,
        int firstStartFrom,
        int firstStartTo,
        List<Notice> notices) {
    /** What the technician should be ready for. */
    public enum Notice {
        NEEDS_MAINS,
        ASKS_FOR_KEY,
        LOSES_CLOCK,
        TRAINS_LONG
    }

    public static Expectation of(MachineRecord record, Layout planned, LayoutEvaluation evaluation, Host host) {
        ByteSize installed = evaluation.installed();
        ByteSize kernel = new ByteSize(installed.bytes() * 3 / 100);
        ByteSize most = evaluation
                .usable()
                .plus(record.controller().carveOut())
                .plus(record.controller().reserve());
        most = most.min(host.ceiling().orElse(most));
        Optional<DataRate> rate = evaluation.rate().rate();
        List<Integer> forms = rate.map(r -> List.copyOf(new TreeSet<>(
                        List.of(r.name(), r.nameRounded(), r.clockMegahertz(), Math.round(r.thirds() / 6f)))))
                .orElse(List.of());
        int filled = (int) IntStream.range(0, planned.size())
                .filter(i -> planned.module(i).isPresent())
                .count();
        int[] start = firstStart(record, filled);
        List<Notice> notices = new ArrayList<>();
        if (record.start().needsMains()) {
            notices.add(Notice.NEEDS_MAINS);
        }
        if (record.start().asksForKey()) {
            notices.add(Notice.ASKS_FOR_KEY);
        }
        if (record.start().losesClock()) {
            notices.add(Notice.LOSES_CLOCK);
        }
        if (start[1] >= 60) {
            notices.add(Notice.TRAINS_LONG);
        }
        WidthMap width = evaluation.widths().get(0);
        return new Expectation(
                installed,
                evaluation.usable().minusFloored(kernel),
                most,
                filled,
                rate,
                forms,
                evaluation.rate().clocks(),
                width.narrowest().flatMap(WidthMap.Region::peak),
                width.widest().flatMap(WidthMap.Region::peak),
                start[0],
                start[1],
                notices);
    }

    /** Seconds with memory training: handbook 2.H, common practice, no source. */
    private static int[] firstStart(MachineRecord record, int modules) {
        if (record.kind() == MachineKind.SERVER) {
            return new int[] {60, 300};
        }
        MemoryGeneration generation = record.controller().generation();
        return switch (generation) {
            case DDR, DDR2, DDR3 -> new int[] {1, 5};
            case DDR4, LPDDR4 -> new int[] {5, 40};
            case DDR5, LPDDR5 -> modules >= 4 ? new int[] {30, 900} : new int[] {30, 300};
        };
    }
}
