package zephyrridge.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import zephyrridge.core.change.Walk;
import zephyrridge.core.hunt.Trouble;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Log;
import zephyrridge.core.log.Stamp;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.proof.Readout;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.Lead;
import zephyrridge.core.unit.Work;

/** A job whose log is as long as one may be, assessed anew after a change. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(3)
public class LongJobBenchmark {
    /** ROUNDS: opened, reseated, closed and started without a sign, again and again. STARTS: nothing but such starts. */
    public enum Kind {
        ROUNDS,
        STARTS
    }

    @Param
    private Kind kind;

    private Bench bench;
    private Work work;
    private Assessment assessment;

    @Setup
    public void prepare() {
        Walk w = new Walk().planned().opened().does(Walk.fit("B1")).closed();
        bench = w.bench();
        List<Entry> log = new ArrayList<>(w.unit().log().entries());
        while (log.size() + 13 <= Log.MOST) {
            if (kind == Kind.ROUNDS) {
                for (Entry.Did did :
                        List.of(Entry.Did.POWER_DOWN, Entry.Did.UNPLUG, Entry.Did.GROUND, Entry.Did.DRAIN)) {
                    log.add(new Entry.Stepped(next(log), did, ""));
                }
                for (String part : List.of("base", "plug", "plate")) {
                    log.add(new Entry.Stepped(next(log), Entry.Did.TAKE_OFF, part));
                }
                log.add(new Entry.Reseated(next(log), "m2", "B1"));
                for (String part : List.of("plate", "plug", "base")) {
                    log.add(new Entry.Stepped(next(log), Entry.Did.PUT_BACK, part));
                }
                log.add(new Entry.Acted(next(log), Entry.Action.MAINS, ""));
            }
            log.add(new Entry.Started(
                    next(log), w.assess().now().inIt(), Entry.Outcome.SILENT, "", Readout.NOTHING, Optional.empty()));
        }
        work = new Work(w.work.order(), w.unit().withLog(new Log(log)));
        assessment = assessed();
    }

    private static Stamp next(List<Entry> log) {
        return new Stamp(log.size() + 1, log.size(), Optional.empty(), "", false);
    }

    @Benchmark
    public Assessment assessed() {
        return Assessment.of(bench, work);
    }

    @Benchmark
    public List<Lead> led() {
        return Lead.of(work, bench, assessment);
    }

    @Benchmark
    public Trouble hunted() {
        return Trouble.of(bench, work, assessment, Set.of());
    }
}
