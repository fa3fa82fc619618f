package zephyrridge.bench;

import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import zephyrridge.core.RandomMachines;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.layout.LayoutEvaluation;
import zephyrridge.core.layout.LayoutEvaluator;

/** One layout judged, with findings, evidence and minutes: a four-position desktop and an eight-processor server of 128 sockets. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(3)
public class LayoutBenchmark {
    private final RandomMachines.Case desktop = RandomMachines.desktop4();
    private final RandomMachines.Case server = RandomMachines.server128();
    private final LayoutEvaluator desktopEvaluator = new LayoutEvaluator(desktop.record(), HouseRules.DEFAULT);
    private final LayoutEvaluator serverEvaluator = new LayoutEvaluator(server.record(), HouseRules.DEFAULT);

    @Benchmark
    public LayoutEvaluation fourPositions() {
        return desktopEvaluator.evaluate(desktop.layout(), desktop.asFound(), desktop.host());
    }

    @Benchmark
    public LayoutEvaluation hundredTwentyEightSlots() {
        return serverEvaluator.evaluate(server.layout(), server.asFound(), server.host());
    }
}
