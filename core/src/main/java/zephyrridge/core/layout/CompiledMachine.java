package zephyrridge.core.layout;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import zephyrridge.core.access.OpeningPlanner;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.machine.Bay;
import zephyrridge.core.machine.Channel;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.core.machine.Position;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.module.Rates;
import zephyrridge.core.quantity.DataRate;

/** A record with its ids turned into numbers, once, so that a layout is judged in microseconds. */
final class CompiledMachine {
    final MachineRecord record;
    final Position[] positions;
    /** Channel numbers that each position feeds. */
    final int[][] channelsOf;

    final String[] channelIds;
    /** Positions that feed each channel, the one to fill first first. */
    final int[][] positionsOf;

    /** Channels that share positions, and the positions of each such group in ascending order. */
    final int[][] groupChannels;

    final int[][] groupPositions;
    final int[] processorOf;
    final int[] domainOf;
    final String[] domains;
    /** Channel numbers of each processor. */
    final int[][] channelsOfProcessor;
    /** Rates the controller runs, fastest first, with their clock periods in ps. */
    final DataRate[] steps;

    final int[] tckPs;
    final int[] largestWay;
    /** Of positions, then of bays: as the planners of the way in number them. */
    final String[] placeIds;

    final OpeningPlanner opening;
    /** For the very machine that has no battery fitted. */
    final OpeningPlanner withoutBattery;

    CompiledMachine(MachineRecord record, HouseRules.Battery battery) {
        this.record = record;
        positions = record.positions().toArray(Position[]::new);
        channelIds = record.channels().stream().map(Channel::id).toArray(String[]::new);
        Map<String, Integer> channels = numbers(List.of(channelIds));
        Map<String, Integer> processors = numbers(record.processors());
        channelsOf = record.positions().stream()
                .map(p -> p.channels().stream().mapToInt(channels::get).toArray())
                .toArray(int[][]::new);
        positionsOf = IntStream.range(0, channelIds.length)
                .mapToObj(c -> IntStream.range(0, positions.length)
                        .filter(p -> contains(channelsOf[p], c))
                        .boxed()
                        .sorted((a, b) -> Integer.compare(positions[a].fillOrder(), positions[b].fillOrder()))
                        .mapToInt(Integer::intValue)
                        .toArray())
                .toArray(int[][]::new);
        int[] group = IntStream.range(0, channelIds.length).toArray();
        for (int[] shared : channelsOf) {
            for (int c : shared) {
                int from = group[c];
                int to = group[shared[0]];
                group = IntStream.of(group).map(g -> g == from ? to : g).toArray();
            }
        }
        int[] groupOf = group;
        groupChannels = IntStream.of(group)
                .distinct()
                .mapToObj(g -> IntStream.range(0, groupOf.length)
                        .filter(c -> groupOf[c] == g)
                        .toArray())
                .toArray(int[][]::new);
        groupPositions = java.util.Arrays.stream(groupChannels)
                .map(cs -> IntStream.range(0, positions.length)
                        .filter(p -> contains(cs, channelsOf[p][0]))
                        .toArray())
                .toArray(int[][]::new);
        processorOf = record.channels().stream()
                .mapToInt(c -> processors.get(c.processor()))
                .toArray();
        boolean perProcessor = record.controller().clockPerProcessor();
        domains = perProcessor ? record.processors().toArray(String[]::new) : new String[] {""};
        domainOf = IntStream.of(processorOf).map(p -> perProcessor ? p : 0).toArray();
        channelsOfProcessor = IntStream.range(0, record.processors().size())
                .mapToObj(p -> IntStream.range(0, channelIds.length)
                        .filter(c -> processorOf[c] == p)
                        .toArray())
                .toArray(int[][]::new);
        steps = record.controller().steps().toArray(DataRate[]::new);
        MemoryGeneration generation = record.controller().generation();
        tckPs = IntStream.range(0, steps.length)
                .map(i -> Rates.clockPeriodPs(generation, steps[i]).orElseThrow())
                .toArray();
        largestWay = new int[channelIds.length + 1];
        for (int n = 1; n < largestWay.length; n++) {
            largestWay[n] = record.controller().ways().contains(n) ? n : largestWay[n - 1];
        }
        // Bays are reached like positions, and stand behind them.
        List<List<Set<String>>> ways = Stream.concat(
                        record.positions().stream().map(Position::access),
                        record.bays().stream().map(Bay::access))
                .toList();
        placeIds = Stream.concat(
                        record.positions().stream().map(Position::id),
                        record.bays().stream().map(Bay::id))
                .toArray(String[]::new);
        opening = new OpeningPlanner(record.access(), ways, battery);
        withoutBattery = new OpeningPlanner(record.access(), ways, HouseRules.Battery.POWER_DOWN_ONLY);
    }

    private static Map<String, Integer> numbers(List<String> ids) {
        Map<String, Integer> numbers = new HashMap<>();
        for (String id : ids) {
            numbers.put(id, numbers.size());
        }
        return numbers;
    }

    private static boolean contains(int[] list, int value) {
        return IntStream.of(list).anyMatch(v -> v == value);
    }

    /**
     * What a change costs in bench time.
     *
     * @param changedClasses access classes of the positions that change
     * @param handled modules that come out or go in; {@code filled} modules it starts with
     */
    Effort effort(long changedClasses, int handled, int filled) {
        int off = opening.secondsOff(changedClasses);
        return new Effort(
                off,
                handled * Effort.HAND_SECONDS,
                opening.secondsFor(changedClasses) - off,
                record.start()
                        .firstStart(record.kind(), record.controller().generation(), filled)
                        .to());
    }
}
