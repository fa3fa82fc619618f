package zephyrridge.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import zephyrridge.core.fault.Arrangement;
import zephyrridge.core.fault.Attempt;
import zephyrridge.core.fault.Belief;
import zephyrridge.core.fault.Diagnosis;
import zephyrridge.core.fault.Seen;
import zephyrridge.core.fault.Setup.KindOf;
import zephyrridge.core.fault.Setup.Piece;
import zephyrridge.core.fault.Setup.Slot;
import zephyrridge.core.fault.Setup.Trust;

/** What a page waits for after each start: the belief brought up to date, and the next test chosen. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
public class FaultBenchmark {
    private Belief four;
    private Belief server;
    private Attempt fourFailed;
    private Attempt serverFailed;

    @Setup
    public void setUp() {
        four = Belief.before(machine(4, 4, false), fill(4, 4));
        fourFailed = new Attempt(fill(4, 4), inserted(4), Set.of(), false, false, 0, Seen.SILENT);
        server = Belief.before(machine(128, 80, true), fill(128, 80));
        serverFailed = new Attempt(fill(128, 80), inserted(80), Set.of(), false, false, 0, Seen.missing(16_384));
    }

    private static zephyrridge.core.fault.Setup machine(int sockets, int modules, boolean large) {
        List<Slot> slots = new ArrayList<>();
        for (int s = 0; s < sockets; s++) {
            slots.add(new Slot("S" + s, large ? s / 2 : s % 2, large ? s / 8 : -1, large ? s / 16 : 0, false));
        }
        List<Piece> pieces = new ArrayList<>();
        for (int m = 0; m < modules; m++) {
            pieces.add(new Piece("m" + m, m % 2, Trust.NEW, 16_384, true));
        }
        return new zephyrridge.core.fault.Setup(
                slots, pieces, List.of(new KindOf(.2, false), new KindOf(.1, false)), 1, true, Optional.empty(), true);
    }

    private static Arrangement fill(int sockets, int modules) {
        int[] at = new int[sockets];
        for (int s = 0; s < sockets; s++) {
            at[s] = s < modules ? s : -1;
        }
        return Arrangement.of(at);
    }

    private static TreeSet<Integer> inserted(int modules) {
        TreeSet<Integer> all = new TreeSet<>();
        for (int m = 0; m < modules; m++) {
            all.add(m);
        }
        return all;
    }

    @Benchmark
    public Diagnosis fourPositions() {
        return Diagnosis.of(
                four.after(fourFailed),
                fourFailed.fill(),
                fourFailed.fill(),
                (now, p) -> Optional.of(5 + p.pieces().size()));
    }

    @Benchmark
    public Diagnosis serverOf128() {
        return Diagnosis.of(
                server.after(serverFailed),
                serverFailed.fill(),
                serverFailed.fill(),
                (now, p) -> Optional.of(10 + p.pieces().size()));
    }
}
