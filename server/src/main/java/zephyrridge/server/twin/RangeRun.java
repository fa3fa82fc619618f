package zephyrridge.server.twin;

import java.io.PrintStream;
import java.util.Arrays;
import java.util.Iterator;
import java.util.stream.LongStream;
import zephyrridge.core.range.Drawn;
import zephyrridge.core.range.Lesson;
import zephyrridge.core.range.Secret;
import zephyrridge.core.rehearsal.Rehearsal;
import zephyrridge.core.rehearsal.Run;
import zephyrridge.server.reading.TextTrees;
import zephyrridge.server.text.Texts;

/** The tool itself over all lessons and many drawn machines, each of its sentences held to the truth. */
final class RangeRun {
    /** A lesson is tried with so many chances of its starts. */
    private static final long CHANCES = 2;

    private final PrintStream out;
    private final Texts texts;

    RangeRun(PrintStream out, Texts texts) {
        this.out = out;
        this.texts = texts;
    }

    /** @return whether nothing false was said, and nothing asked for that could not be done */
    boolean run(int machines, long seed) {
        boolean holds = true;
        for (Lesson lesson : Lesson.values()) {
            holds &= tell(
                    texts.get("lesson." + lesson),
                    Run.of(
                            () -> LongStream.range(seed, seed + CHANCES)
                                    .mapToObj(lesson::secret)
                                    .iterator(),
                            new TextTrees()));
        }
        for (Drawn.Difficulty difficulty : Drawn.Difficulty.values()) {
            holds &= tell(
                    texts.get("difficulty." + difficulty),
                    Run.of(() -> drawn(difficulty, machines, seed), new TextTrees()));
        }
        out.println(texts.get(holds ? "range.holds" : "range.fails"));
        return holds;
    }

    /** A share of the machines for each difficulty. */
    private static Iterator<Secret> drawn(Drawn.Difficulty difficulty, int machines, long seed) {
        int kinds = Drawn.Difficulty.values().length;
        int share = machines / kinds + (difficulty.ordinal() < machines % kinds ? 1 : 0);
        return LongStream.range(seed, seed + share)
                .mapToObj(s -> Drawn.machine(s, difficulty))
                .iterator();
    }

    private boolean tell(String name, Run run) {
        out.println(texts.say(
                "range.run",
                "name",
                name,
                "machines",
                run.machines(),
                "minutes",
                run.medianMinutes(),
                "hunts",
                run.hunts(),
                "found",
                run.found(),
                "right",
                run.right(),
                "lies",
                run.lies().size(),
                "stuck",
                run.stuck().size()));
        Arrays.stream(Rehearsal.End.values())
                .filter(run.ends()::containsKey)
                .forEach(end -> out.println("    " + run.ends().get(end) + " " + texts.get("end." + end)));
        Run.Promised p = run.promised();
        out.println("    "
                + texts.say(
                        "range.promised",
                        "layouts",
                        p.layouts(),
                        "foretold",
                        Math.round(p.foretold()),
                        "ran",
                        p.ran(),
                        "minutes",
                        p.minutes(),
                        "took",
                        p.took()));
        run.lies().forEach(l -> out.println("    " + l));
        run.stuck().forEach(s -> out.println("    " + s));
        return run.isTrue();
    }
}
