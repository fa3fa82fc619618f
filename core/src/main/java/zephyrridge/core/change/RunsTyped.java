package zephyrridge.core.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zephyrridge.core.proof.Measured;

/** Runs as they are typed: "38.1 37,9 38.4", "38.1, 37.9", "38100; 37900 MB/s", "82.4 ns", "41 s", "12,345 points", "61 fps". */
public final class RunsTyped {
    private static final Pattern RUN = Pattern.compile(
            "(\\d{1,3}(?:,\\d{3})+|\\d{1,7}(?:[.,]\\d{1,3})?) ?(gb/s|mb/s|ns|s|min|points?|pts|fps|frames)?");
    /** No machine moves less than a gigabyte in a second, and none a thousand: below it a bare figure is in GB/s. */
    private static final double BARE_GIGABYTES = 1000;

    private RunsTyped() {}

    public static List<Integer> of(Measured.What what, String typed) {
        List<Integer> runs = new ArrayList<>();
        for (String run : typed.toLowerCase(Locale.ROOT)
                .strip()
                .replaceAll("(?<=\\d) +(?=gb/s|mb/s|ns|s\\b|min|points?|pts|fps|frames)", "")
                .split("[;\\s]+|,\\s+|,$")) {
            if (run.isEmpty()) {
                continue;
            }
            Matcher m = RUN.matcher(run);
            int value = m.matches() ? value(what, figure(what, m.group(1)), m.group(2)) : 0;
            if (value <= 0 || runs.size() == Measured.MOST) {
                throw new Refusal.Thrown(Refusal.NOT_RUNS.of("runs", run));
            }
            runs.add(value);
        }
        if (runs.isEmpty()) {
            throw new Refusal.Thrown(Refusal.NOT_RUNS.of("runs", typed));
        }
        return runs;
    }

    /** A comma with three digits after it parts thousands of points and of MB/s; else it is a decimal one. */
    private static double figure(Measured.What what, String typed) {
        boolean grouped = typed.matches("\\d{1,3}(?:,\\d{3})+");
        boolean thousands = grouped
                && (typed.indexOf(',') != typed.lastIndexOf(',')
                        || what == Measured.What.SCORE
                        || what == Measured.What.DRIVE);
        return Double.parseDouble(thousands ? typed.replace(",", "") : typed.replace(',', '.'));
    }

    /** 0 for a unit that does not belong to it. */
    private static int value(Measured.What what, double figure, String unit) {
        return (int) Math.round(
                switch (what) {
                    case READ, WRITE, COPY -> "gb/s".equals(unit) || unit == null && figure < BARE_GIGABYTES
                            ? figure * 1000
                            : unit == null || "mb/s".equals(unit) ? figure : 0;
                    case LATENCY -> unit == null || "ns".equals(unit) ? figure * 10 : 0;
                    case TASK -> "min".equals(unit) ? figure * 600 : unit == null || "s".equals(unit) ? figure * 10 : 0;
                    case SCORE -> unit == null || unit.startsWith("p") ? figure * 10 : 0;
                    case FRAMES -> unit == null || "fps".equals(unit) || "frames".equals(unit) ? figure * 10 : 0;
                    case DRIVE -> "gb/s".equals(unit)
                            ? figure * 1000
                            : unit == null || "mb/s".equals(unit) ? figure : 0;
                });
    }
}
