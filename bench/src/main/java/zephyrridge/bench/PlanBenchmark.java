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
import zephyrridge.core.layout.Figures;
import zephyrridge.core.layout.LayoutEvaluator;
import zephyrridge.core.layout.LayoutFigures;
import zephyrridge.core.plan.Outcome;
import zephyrridge.core.plan.PlanInstances;
import zephyrridge.core.plan.PlanTask;
import zephyrridge.core.plan.Planner;

/** Figures alone, whole searches in 256 MB, and the general solver beside the planner on one and the same small machine. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(value = 1, jvmArgsAppend = "-Xmx256m")
public class PlanBenchmark {
    private final RandomMachines.Case desktop = RandomMachines.desktop4();
    private final RandomMachines.Case server = RandomMachines.server128();
    private final LayoutFigures desktopFigures =
            new LayoutEvaluator(desktop.record(), HouseRules.DEFAULT).figures(desktop.asFound(), desktop.host());
    private final LayoutFigures serverFigures =
            new LayoutEvaluator(server.record(), HouseRules.DEFAULT).figures(server.asFound(), server.host());
    private final PlanTask twoSockets = PlanInstances.market(2, 1, 48, 60, 20_000, 11);
    private final PlanTask fourSockets = PlanInstances.market(2, 2, 48, 60, 2_000, 12);
    private final PlanTask large = PlanInstances.server(13);
    private final PlanTask small = PlanInstances.small(50_004);

    @Benchmark
    public Figures figuresOfFour() {
        return desktopFigures.figures(desktopFigures.summarise(desktop.layout()));
    }

    @Benchmark
    public Figures figuresOf128() {
        return serverFigures.figures(serverFigures.summarise(server.layout()));
    }

    @Benchmark
    public Outcome twoSocketsOf20000Offers() {
        return Planner.plan(twoSockets);
    }

    @Benchmark
    public Outcome fourSocketsOf48Kinds() {
        return Planner.plan(fourSockets);
    }

    @Benchmark
    public Outcome serverOf128Sockets() {
        return Planner.plan(large);
    }

    @Benchmark
    public Outcome smallByThePlanner() {
        return Planner.plan(small);
    }

    @Benchmark
    public Object smallByTheSolver() {
        return SolverModel.front(small);
    }
}
