package zephyrridge.bench;

import java.io.PrintStream;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;

/** What came of the hunts, as docs/performance.md has it. */
final class FaultFigures {
    private FaultFigures() {}

    static void print(FaultRange range, PrintStream out) {
        for (String group :
                range.results.stream().map(FaultRange.Result::group).distinct().toList()) {
            for (int causes = 1; causes <= 2; causes++) {
                int n = causes;
                for (FaultRange.Way way : FaultRange.Way.values()) {
                    List<FaultRange.Result> of = range.results.stream()
                            .filter(r -> r.group().equals(group) && r.causes() == n && r.way() == way)
                            .toList();
                    if (!of.isEmpty()) {
                        line(group, n, way, of, out);
                    }
                }
            }
        }
        out.printf(
                "least tests by entropy: mean %.2f%n",
                range.bounds.stream().mapToDouble(d -> d).average().orElse(0));
    }

    private static void line(
            String group, int causes, FaultRange.Way way, List<FaultRange.Result> of, PrintStream out) {
        long confirmed = of.stream().filter(FaultRange.Result::confirmed).count();
        long right = of.stream().filter(FaultRange.Result::right).count();
        int[] tests = of.stream().mapToInt(FaultRange.Result::tests).sorted().toArray();
        out.printf(
                "%-24s %d cause(s) %-9s n=%4d confirmed %5.1f %% of them right %5.1f %% right of all %5.1f %% untouched blamed %4.1f %% minutes %6.1f tests mean %4.1f median %d 90 %% %d most %d%n",
                group,
                causes,
                way,
                of.size(),
                100.0 * confirmed / of.size(),
                100.0 * right / Math.max(1, confirmed),
                100.0 * right / of.size(),
                100.0 * of.stream().filter(FaultRange.Result::untouched).count() / of.size(),
                of.stream().mapToInt(FaultRange.Result::minutes).average().orElse(0),
                of.stream().mapToInt(FaultRange.Result::tests).average().orElse(0),
                tests[tests.length / 2],
                tests[tests.length * 9 / 10],
                tests[tests.length - 1]);
    }

    /** The bins of what was said, how often it was so, with an interval of 95 % by drawing hunts again. */
    static void calibration(List<FaultRange.Statement> statements, PrintStream out, long seed) {
        double[] edges = {.5, .7, .9, .95, 1.0000001};
        SplittableRandom r = new SplittableRandom(seed);
        int hunts =
                statements.stream().mapToInt(FaultRange.Statement::hunt).max().orElse(0) + 1;
        List<List<FaultRange.Statement>> by = new ArrayList<>();
        for (int i = 0; i < hunts; i++) {
            by.add(new ArrayList<>());
        }
        statements.forEach(s -> by.get(s.hunt()).add(s));
        for (int b = 0; b + 1 < edges.length; b++) {
            double low = edges[b];
            double high = edges[b + 1];
            List<Double> again = new ArrayList<>();
            for (int k = 0; k < 400; k++) {
                int n = 0;
                int so = 0;
                for (int i = 0; i < hunts; i++) {
                    for (FaultRange.Statement s : by.get(r.nextInt(hunts))) {
                        if (s.said() >= low && s.said() < high) {
                            n++;
                            so += s.so() ? 1 : 0;
                        }
                    }
                }
                if (n > 0) {
                    again.add((double) so / n);
                }
            }
            again.sort(Double::compare);
            List<FaultRange.Statement> in = statements.stream()
                    .filter(s -> s.said() >= low && s.said() < high)
                    .toList();
            out.printf(
                    "said %.2f to %.2f: n=%d mean said %.3f was so %.3f (%.3f to %.3f)%n",
                    low,
                    Math.min(1, high),
                    in.size(),
                    in.stream()
                            .mapToDouble(FaultRange.Statement::said)
                            .average()
                            .orElse(0),
                    in.stream().mapToInt(s -> s.so() ? 1 : 0).average().orElse(0),
                    again.isEmpty() ? 0 : again.get((int) (.025 * again.size())),
                    again.isEmpty() ? 0 : again.get((int) (.975 * again.size())));
        }
    }
}
