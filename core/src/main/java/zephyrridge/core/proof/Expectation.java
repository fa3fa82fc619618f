package zephyrridge.core.proof;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import zephyrridge.core.layout.Layout;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.LayoutFinding;
import zephyrridge.core.layout.RateResult;
import zephyrridge.core.layout.WidthMap;
import zephyrridge.core.machine.Host;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.StartBehaviour;
import zephyrridge.core.quantity.Bandwidth;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;

/**
 * What the first start should show, written down before it.
 *
 * @param usableFrom usable after the default graphics share and 3 % for firmware and kernel
 * @param usableTo usable with nothing kept back
 * @param domains what each clock domain runs at: the machine, or each processor of a server
 * @param rateForms the numbers readouts print for the expected rates: name, rounded name, real clock
 * @param narrowest peak of the narrowest region of any processor, {@code widest} of all processors' widest together
 * @param regions most regions of different width that any processor has
 * @param ways most channels that any of the memory is spread over, of one processor; 0 where none is known
 * @param processors with memory of their own
 * @param rateAtMost whether no row of the record names the rate, so that it is what modules and controller could do at most
 * @param firstStartFrom seconds the first start may take with training, {@code firstStartTo} the most that is still usual
 */
public record Expectation(
        ByteSize firmwareTotal,
        ByteSize usableFrom,
        ByteSize usableTo,
        int positionsFilled,
        List<RateResult> domains,
        List<Integer> rateForms,
        boolean rateAtMost,
        Optional<Bandwidth> narrowest,
        Optional<Bandwidth> widest,
        int regions,
        int ways,
        int processors,
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
        List<RateResult> domains =
                evaluation.rates().stream().filter(r -> r.rate().isPresent()).toList();
        List<Integer> forms = List.copyOf(domains.stream()
                .flatMap(d -> d.rate().stream())
                .flatMap(r -> Stream.of(r.name(), r.nameRounded(), r.clockMegahertz(), Math.round(r.thirds() / 6f)))
                .collect(Collectors.toCollection(TreeSet::new)));
        int filled = (int) IntStream.range(0, planned.size())
                .filter(i -> planned.module(i).isPresent())
                .count();
        StartBehaviour.FirstStart start =
                record.start().firstStart(record.kind(), record.controller().generation(), filled);
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
        if (start.to() >= 60) {
            notices.add(Notice.TRAINS_LONG);
        }
        Optional<Bandwidth> narrowest = evaluation.widths().stream()
                .flatMap(w -> w.narrowest().flatMap(WidthMap.Region::peak).stream())
                .min(Comparator.naturalOrder());
        Optional<Bandwidth> widest = evaluation.widths().stream()
                .flatMap(w -> w.widest().flatMap(WidthMap.Region::peak).stream())
                .reduce((a, b) -> new Bandwidth(a.thirdsOfMegabytes() + b.thirdsOfMegabytes()));
        return new Expectation(
                installed,
                evaluation.usable().minusFloored(kernel),
                most,
                filled,
                domains,
                forms,
                evaluation.finding(LayoutFinding.RATE_NO_ROW).isPresent(),
                narrowest,
                widest,
                evaluation.widths().stream()
                        .mapToInt(w -> w.regions().size())
                        .max()
                        .orElse(0),
                evaluation.widths().stream()
                        .flatMap(w -> w.widest().stream())
                        .mapToInt(WidthMap.Region::ways)
                        .max()
                        .orElse(0),
                evaluation.widths().size(),
                start.from(),
                start.to(),
                notices);
    }

    /** Minutes of one full pass of a memory test: about three for each GiB, ten at least (R-7.7; common practice, no source). */
    public int testPassMinutes() {
        return (int) Math.max(10, Math.min(2880, firmwareTotal.mebibytes() * 3 / 1024));
    }

    /** The distinct rates of the clock domains, slowest first; empty where none is known. */
    public List<DataRate> rates() {
        return domains.stream()
                .flatMap(d -> d.rate().stream())
                .distinct()
                .sorted()
                .toList();
    }
}
