package zephyrridge.core.reading.label;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Finds the parts of a label line by pattern. Patterns have no nested repetition, so matching time is linear in the line,
 * which is at most {@link #LONGEST} characters. Digits may be photographed as letters: O is read as 0, I as 1.
 */
final class LabelText {
    static final int LONGEST = 200;
    private static final String D = "[0-9OI]";
    private static final String GAP = "[\\s\\-_]{0,3}";

    private static final Pattern CAPACITY = Pattern.compile("(?<![A-Z0-9.])(" + D
            + "{1,5})\\s{0,2}([GM])I?B?(?![A-Z0-9])|(?<![A-Z0-9.])(" + D + "{1,5})\\s{0,2}([GM])I?B");
    private static final Pattern ORGANISATION =
            Pattern.compile("(?<![A-Z0-9])([1248I])(?:(S)([248])|([DQ]))?\\s?R\\s?[X*]\\s?(4|8|16|I6|32)(?![0-9])");
    /** A full line: generation, voltage letter, number, then everything up to the next long gap. */
    private static final Pattern PC = Pattern.compile("PC\\s?([2345]?)\\s?([LU])?" + GAP + "(" + D + "{4,5})");
    /** S-25330: module letter, CL in tenths, tRCD, tRP, SPD revision. */
    private static final Pattern DDR_TAIL = Pattern.compile("([USRM])(?![A-Z])(?:" + GAP + "(" + D + "{4})" + GAP + "("
            + D + "))?(?:" + GAP + "([A-Z])(" + D + ")(?![A-Z0-9]))?");

    /** A group of digits that ends here and is no capacity: "PC4-21300 16GB" has no SPD revision 1.6. */
    private static final String ENDS = "(?![0-9OI]|\\s?[GM]I?B|\\s?[X*]|\\s?[1248I]?R\\s?[X*])";

    private static final Pattern DDR2_TAIL = Pattern.compile("([UESRPFMN])(?![A-Z])(?:" + GAP + "(" + D + "{3})" + ENDS
            + ")?(?:" + GAP + "(" + D + "{2})" + ENDS + ")?(?:" + GAP + "([A-Z]{1,2})(" + D + "))?");
    private static final Pattern DDR3_TAIL = Pattern.compile(GAP + "([UESRLTMNP])(?![A-Z])(?:" + GAP + "(" + D
            + "{1,2})" + ENDS + ")?(?:" + GAP + "(" + D + "{2})" + ENDS + ")?(?:" + GAP + "([A-Z]{1,2})(" + D + "))?");
    /** A letter that is no bin, where one belongs: it casts doubt on itself and not on what follows. */
    private static final String STRAY = "|[A-Z](?=[\\s\\-_]{1,3}[A-Z]{2,3}" + D + ")";

    /** Letter of the module and its raw card, as a word of their own: "CL19" and "SODIMM" begin like one. */
    private static final String CARD = "(?!CL\\s?[0-9])([A-Z])([A-Z]{1,2})(" + D + ")(?![A-Z0-9])";

    private static final Pattern DDR4_TAIL = Pattern.compile("(AA|AB|AC|[JKLMNPRTUVWYZ](?![A-Z]{3})" + STRAY + ")?(?:"
            + GAP + CARD + ")?(?:" + GAP + "(" + D + "{2})" + ENDS + ")?");
    private static final Pattern DDR5_TAIL = Pattern.compile("([ABC]N?" + STRAY + ")?(?:" + GAP + CARD + ")?(?:" + GAP
            + "(" + D + "{4})" + ENDS + ")?(?:" + GAP + "(XT|NT|IT|ET|ST|RT))?");
    /** Something written where an organisation belongs that is none: "1Px8". */
    private static final Pattern BROKEN_ORGANISATION =
            Pattern.compile("(?<![A-Z0-9-])[0-9A-Z]{1,3}[X*][0-9A-Z]{1,2}(?![A-Z0-9-])");
    /** Something written where a capacity belongs that is none: "B GB". */
    private static final Pattern BROKEN_CAPACITY =
            Pattern.compile("(?<![A-Z0-9-])[0-9A-Z]{1,4}\\s?[GM](?:I?B|8)(?![A-Z0-9])");

    private static final Pattern NAMED =
            Pattern.compile("(LP)?DDR\\s?([2345]?)(L)?[\\s\\-]{0,2}(" + D + "{3,4})(?![0-9A-Z]|\\s?[GM]I?B)");
    /** "8GB DDR4 SODIMM 2666MHz": the generation and the rate stand apart. */
    private static final Pattern GENERATION_WORD = Pattern.compile("(LP)?DDR\\s?([2345]?)(L)?(?![0-9])");

    private static final Pattern RATE_WORD = Pattern.compile("(?<![0-9A-Z])(" + D + "{3,4})\\s?(?:MHZ|MT/S|MTPS|MTS)");

    record Part(String text, int from, int to) {
        /** The digits with O and I read as 0 and 1. */
        String digits() {
            return text.replace('O', '0').replace('I', '1');
        }

        int number() {
            return Integer.parseInt(digits());
        }

        boolean hasConfusedDigits() {
            return !digits().equals(text);
        }
    }

    /**
     * @param named written as "DDR4-2666": the number is MT/s whatever the generation
     * @param cl the CAS latency or the three clocks, where the generation prints digits: DDR "2533", DDR2 "666", DDR3 "11"
     */
    record PcPart(
            int generation,
            boolean named,
            Optional<Part> voltageLetter,
            Part number,
            Part whole,
            Optional<Part> bin,
            Optional<Part> letter,
            Optional<Part> rawCard,
            Optional<Part> cl,
            Optional<Part> revision,
            Optional<Part> grade) {}

    record OrganisationPart(
            int ranks, Optional<Integer> stackHeight, Optional<Character> package_, int width, Part whole) {}

    private final String upper;

    LabelText(String line) {
        // One character stays one character, so that spans hold: full upper-casing may lengthen some letters.
        StringBuilder out = new StringBuilder(line.length());
        for (int i = 0; i < line.length(); i++) {
            char c = line.charAt(i);
            out.append(c == '×' ? 'X' : c < 128 ? Character.toUpperCase(c) : Character.isWhitespace(c) ? ' ' : c);
        }
        upper = out.toString();
    }

    String upper() {
        return upper;
    }

    Optional<Part> capacityPart() {
        Matcher m = CAPACITY.matcher(upper);
        return m.find() ? Optional.of(new Part(m.group(), m.start(), m.end())) : Optional.empty();
    }

    /** The capacity in MiB. */
    static int capacityMebibytes(Part part) {
        Matcher m = CAPACITY.matcher(part.text);
        if (!m.find()) {
            return 0;
        }
        boolean first = m.group(1) != null;
        int number = new Part(first ? m.group(1) : m.group(3), 0, 0).number();
        return (first ? m.group(2) : m.group(4)).equals("G") ? Math.multiplyExact(number, 1024) : number;
    }

    Optional<OrganisationPart> organisation() {
        Matcher m = ORGANISATION.matcher(upper);
        if (!m.find()) {
            return Optional.empty();
        }
        return Optional.of(new OrganisationPart(
                m.group(1).equals("I") ? 1 : Integer.parseInt(m.group(1)),
                Optional.ofNullable(m.group(3)).map(Integer::valueOf),
                Optional.ofNullable(m.group(4)).map(s -> s.charAt(0)),
                Integer.parseInt(m.group(5).replace('I', '1')),
                new Part(m.group(), m.start(), m.end())));
    }

    Optional<PcPart> pc() {
        Matcher m = PC.matcher(upper);
        if (!m.find()) {
            return named();
        }
        int generation = m.group(1).isEmpty() ? 1 : Integer.parseInt(m.group(1));
        Part number = part(m, 3);
        Matcher tail =
                switch (generation) {
                    case 1 -> DDR_TAIL.matcher(upper);
                    case 2 -> DDR2_TAIL.matcher(upper);
                    case 3 -> DDR3_TAIL.matcher(upper);
                    case 4 -> DDR4_TAIL.matcher(upper);
                    case 5 -> DDR5_TAIL.matcher(upper);
                    default -> throw new IllegalStateException("generation " + generation);
                };
        Optional<Part> none = Optional.empty();
        if (!tail.region(m.end(), upper.length()).lookingAt()) {
            return Optional.of(new PcPart(
                    generation, false, optional(m, 2), number, part(m, 0), none, none, none, none, none, none));
        }
        Part whole = new Part(upper.substring(m.start(), tail.end()), m.start(), tail.end());
        if (generation <= 3) {
            return Optional.of(new PcPart(
                    generation,
                    false,
                    optional(m, 2),
                    number,
                    whole,
                    none,
                    optional(tail, 1),
                    card(tail, 4, 5),
                    optional(tail, 2),
                    optional(tail, 3),
                    none));
        }
        return Optional.of(new PcPart(
                generation,
                false,
                optional(m, 2),
                number,
                whole,
                optional(tail, 1),
                optional(tail, 2),
                card(tail, 3, 4),
                none,
                optional(tail, 5),
                generation == 5 ? optional(tail, 6) : none));
    }

    /** "DDR4-2666", "DDR3L 1600", "DDR4 ... 2666 MHz": always MT/s, whatever unit people write. */
    private Optional<PcPart> named() {
        Matcher m = NAMED.matcher(upper);
        if (m.find()) {
            return m.group(1) != null ? Optional.empty() : Optional.of(named(m, part(m, 4), part(m, 0)));
        }
        Matcher word = GENERATION_WORD.matcher(upper);
        Matcher rate = RATE_WORD.matcher(upper);
        if (!word.find() || word.group(1) != null || !rate.find()) {
            return Optional.empty();
        }
        return Optional.of(named(word, part(rate, 1), part(word, 0)));
    }

    private PcPart named(Matcher generation, Part number, Part whole) {
        Optional<Part> none = Optional.empty();
        return new PcPart(
                generation.group(2).isEmpty() ? 1 : Integer.parseInt(generation.group(2)),
                true,
                optional(generation, 3),
                number,
                whole,
                none,
                none,
                none,
                none,
                none,
                none);
    }

    private static Part part(Matcher m, int group) {
        return new Part(m.group(group), m.start(group), m.end(group));
    }

    private static Optional<Part> optional(Matcher m, int group) {
        return m.group(group) == null || m.group(group).isEmpty() ? Optional.empty() : Optional.of(part(m, group));
    }

    private static Optional<Part> card(Matcher m, int letters, int revision) {
        return m.group(letters) == null
                ? Optional.empty()
                : Optional.of(new Part(m.group(letters) + m.group(revision), m.start(letters), m.end(revision)));
    }

    /** What stands there instead of an organisation, to be mended. */
    Optional<Part> brokenOrganisation() {
        return first(BROKEN_ORGANISATION);
    }

    Optional<Part> brokenCapacity() {
        return first(BROKEN_CAPACITY);
    }

    private Optional<Part> first(Pattern pattern) {
        Matcher m = pattern.matcher(upper);
        return m.find() ? Optional.of(new Part(m.group(), m.start(), m.end())) : Optional.empty();
    }
}
