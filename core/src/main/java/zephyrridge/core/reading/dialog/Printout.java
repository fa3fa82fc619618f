package zephyrridge.core.reading.dialog;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a memory test or a measurement of bandwidth prints, as far as it is said by its words: passes that are done, errors, time, and the
 * figure of one kind of access. Forms are invented, the words are common practice, no source. What is said in two ways that cannot both be
 * is not said here.
 *
 * @param minutes that the test ran, rounded down
 * @param megabytesPerSecond the mean of the lines of that kind, in MB/s of a million bytes
 * @param kind of access that was measured: of several the first of read, copy, write
 * @param oneThread whether it was measured with one thread only, or with all; empty where neither is said
 */
public record Printout(
        Optional<Integer> passes,
        Optional<Integer> errors,
        Optional<Integer> minutes,
        Optional<Long> megabytesPerSecond,
        Optional<Kind> kind,
        Optional<Boolean> oneThread) {
    public enum Kind {
        READ,
        COPY,
        WRITE
    }

    public static final Printout NONE = new Printout(
            Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty());

    private record Measured(Kind kind, double megabytes, Optional<Boolean> oneThread) {}

    private static final String DONE = "(?:completed?|done|finished)";
    private static final Pattern PASSES =
            pattern("\\bpasses(?: " + DONE + ")?\\s{0,8}[:=]\\s{0,8}(\\d{1,4})\\b|\\bpass(?:es)? " + DONE
                    + "\\s{0,8}[:=]?\\s{0,8}(\\d{1,4})\\b|\\b(\\d{1,4}) pass(?:es)? " + DONE + "\\b");
    private static final Pattern ERRORS =
            pattern("\\berrors?(?: found| in all)?\\s{0,8}[:=]\\s{0,8}(\\d{1,9})\\b|\\b(\\d{1,9}|no) errors?\\b");
    private static final Pattern FAILED_AT =
            pattern("\\b0x[0-9a-f]{4,16}\\b.{0,80}\\b(?:expected|got|wrote|wanted)\\b");
    private static final Pattern TIME =
            pattern("\\b(?:time|elapsed|duration|ran)\\b\\D{0,12}(\\d{1,3}):(\\d{2}):(\\d{2})\\b");
    private static final Pattern BANDWIDTH =
            pattern("\\b(read|write|copy)\\b[^\\n]{0,40}?(?<![\\d.,])(\\d{1,7}(?:[.,]\\d{1,3})?) ?([GM])(i?)B/s");
    private static final Pattern THREADS =
            pattern("\\b(\\d{1,3}|all|one) threads?\\b|\\bthreads?\\s{0,4}[:=]\\s{0,4}(\\d{1,3}|all|one)\\b");

    private static Pattern pattern(String regex) {
        return Pattern.compile(regex, Pattern.CASE_INSENSITIVE);
    }

    /** Never throws on any text; as much of it is looked at as of a dialog. */
    public static Printout of(String text) {
        int passes = -1;
        int errors = -1;
        boolean failed = false;
        Optional<Integer> minutes = Optional.empty();
        Optional<Boolean> threads = Optional.empty();
        List<Measured> measured = new ArrayList<>();
        for (String line : DialogReader.lines(text)) {
            String l = line.length() > 400 ? line.substring(0, 400) : line;
            // A test counts on: the last figure is the largest.
            passes = Math.max(passes, first(PASSES, l));
            errors = Math.max(errors, first(ERRORS, l));
            failed |= FAILED_AT.matcher(l).find();
            Matcher time = TIME.matcher(l);
            if (time.find()) {
                minutes = Optional.of(60 * Integer.parseInt(time.group(1)) + Integer.parseInt(time.group(2)));
            }
            Optional<Boolean> said = threads(l);
            Matcher m = BANDWIDTH.matcher(l);
            if (m.find()) {
                measured.add(new Measured(Kind.valueOf(m.group(1).toUpperCase(Locale.ROOT)), megabytes(m), said));
            } else if (said.isPresent()) {
                threads = said;
            }
        }
        boolean contradicts = failed && errors == 0;
        Printout test = new Printout(
                passes < 0 || contradicts ? Optional.empty() : Optional.of(passes),
                errors < 0 || contradicts ? Optional.empty() : Optional.of(errors),
                passes < 0 && errors < 0 ? Optional.empty() : minutes,
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
        return measured.isEmpty() ? test : test.with(measured, threads);
    }

    private Printout with(List<Measured> all, Optional<Boolean> threads) {
        Kind kind = all.stream().map(Measured::kind).sorted().findFirst().orElseThrow();
        List<Measured> same = all.stream().filter(m -> m.kind == kind).toList();
        // With all threads, where that was measured too.
        boolean one = same.stream().allMatch(m -> m.oneThread.or(() -> threads).orElse(false));
        List<Measured> taken = one
                ? same
                : same.stream()
                        .filter(m -> !m.oneThread.or(() -> threads).orElse(false))
                        .toList();
        boolean said =
                taken.stream().allMatch(m -> m.oneThread.or(() -> threads).isPresent());
        return new Printout(
                passes,
                errors,
                minutes,
                Optional.of(Math.round(taken.stream()
                        .mapToDouble(Measured::megabytes)
                        .average()
                        .orElseThrow())),
                Optional.of(kind),
                said ? Optional.of(one) : Optional.empty());
    }

    private static double megabytes(Matcher m) {
        double figure = Double.parseDouble(m.group(2).replace(',', '.'));
        boolean giga = m.group(3).equalsIgnoreCase("G");
        double unit = m.group(4).isEmpty() ? (giga ? 1e9 : 1e6) : (giga ? 1L << 30 : 1L << 20);
        return figure * unit / 1e6;
    }

    /** Empty where a number of threads is said that may or may not be all. */
    private static Optional<Boolean> threads(String line) {
        Matcher m = THREADS.matcher(line);
        if (!m.find()) {
            return Optional.empty();
        }
        String said = (m.group(1) == null ? m.group(2) : m.group(1)).toLowerCase(Locale.ROOT);
        return said.equals("all")
                ? Optional.of(false)
                : said.equals("1") || said.equals("one") ? Optional.of(true) : Optional.empty();
    }

    private static int first(Pattern pattern, String line) {
        Matcher m = pattern.matcher(line);
        if (!m.find()) {
            return -1;
        }
        for (int g = 1; g <= m.groupCount(); g++) {
            if (m.group(g) != null) {
                return m.group(g).equalsIgnoreCase("no") ? 0 : Integer.parseInt(m.group(g));
            }
        }
        return -1;
    }
}
