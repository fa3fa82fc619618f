package zephyrridge.core.reading.label;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.reading.label.LabelText.Part;

/**
 * Shop wording on bags, offers and invoices, read by whole words, never by parts of words: UNREGISTERED is not REGISTERED,
 * and a part number with EC8 in it says nothing about ECC.
 */
final class LabelWords {
    private record Kind(Pattern word, Buffering buffering, Optional<FormFactor> form) {}

    private static final List<Kind> KINDS = List.of(
            new Kind(word("CSO-DIMM|CSODIMM"), Buffering.CLOCKED, Optional.of(FormFactor.SO_DIMM)),
            new Kind(word("CUDIMM|CU-DIMM"), Buffering.CLOCKED, Optional.of(FormFactor.DIMM)),
            new Kind(word("LRDIMM|LR-DIMM"), Buffering.LOAD_REDUCED, Optional.of(FormFactor.DIMM)),
            new Kind(word("LOAD[ -]?REDUCED"), Buffering.LOAD_REDUCED, Optional.empty()),
            new Kind(word("RDIMM|R-DIMM"), Buffering.REGISTERED, Optional.of(FormFactor.DIMM)),
            new Kind(alone("REGISTERED|REG"), Buffering.REGISTERED, Optional.empty()),
            new Kind(word("UDIMM|U-DIMM"), Buffering.UNBUFFERED, Optional.of(FormFactor.DIMM)),
            new Kind(word("UNBUFFERED|UNREGISTERED|NON[ -]?REGISTERED"), Buffering.UNBUFFERED, Optional.empty()));
    private static final Pattern SO_DIMM = word("SODIMM|SO[ -]DIMM");
    private static final Pattern DIMM = word("DIMM");
    private static final Pattern CAMM2 = word("CAMM2");
    private static final Pattern ECC = alone("ECC");
    private static final Pattern NO_ECC = word("NON[ -]?ECC|NO ECC");
    private static final Pattern CHECK_BITS = alone("EC([48])");

    private static final Pattern VOLTS = Pattern.compile("(?<![A-Z0-9.,])([12])[.,]([0-9]{1,2})\\s?V(?![A-Z0-9])");
    private static final Pattern CL = Pattern.compile("(?<![A-Z0-9])CL[ -]?([0-9]{1,2}(?:[.,]5)?)(?![0-9.,])");
    private static final Pattern CLOCKS =
            Pattern.compile("(?<![A-Z0-9-])([0-9]{1,2})-([0-9]{1,2})-([0-9]{1,2})(?:-[0-9]{2,3})?(?![0-9A-Z-])");
    private static final Pattern PIECES_FIRST =
            Pattern.compile("(?<![A-Z0-9])([2-9])\\s?[X*]\\s?([0-9]{1,5})\\s?[GM]B(?![A-Z0-9])");
    /** Only 2: eight gigabytes "x4" and "x8" may be the width of a device. */
    private static final Pattern PIECES_LAST =
            Pattern.compile("(?<![A-Z0-9])([0-9]{1,4})\\s?GB\\s?[X*]\\s?(2)(?![A-Z0-9])");

    /** Where the width is printed beside it, any number is one of pieces. */
    private static final Pattern PIECES_LAST_BESIDE_WIDTH =
            Pattern.compile("(?<![A-Z0-9])([0-9]{1,5})\\s?[GM]B\\s?[X*]\\s?([2-9])(?![A-Z0-9])");

    private static final Pattern WIDTH =
            Pattern.compile("(?<![A-Z0-9])[1248][SDQ]?[248]?\\s?R\\s?[X*]\\s?(?:4|8|16|32)(?![0-9])");

    private static final Pattern KIT_OF = Pattern.compile("(?<![A-Z0-9])KIT OF ([2-9])(?![A-Z0-9])");
    private static final Pattern LONE_WIDTH = Pattern.compile("(?<![A-Z0-9])[X*]\\s?(4|8|16)(?![0-9A-Z])");

    private final String upper;

    LabelWords(String upper) {
        this.upper = upper;
    }

    private static Pattern word(String alternatives) {
        return Pattern.compile("(?<![A-Z0-9])(?:" + alternatives + ")(?![A-Z0-9])");
    }

    /** A short word that is also a piece of part numbers and of its own opposite: nothing may be joined to it by a hyphen. */
    private static Pattern alone(String alternatives) {
        return Pattern.compile("(?<![A-Z0-9-])(?:" + alternatives + ")(?![A-Z0-9-])");
    }

    /** What a word says of the buffering; "NON REGISTERED" is asked before "REGISTERED" is believed. */
    Optional<Buffering> buffering() {
        if (KINDS.get(KINDS.size() - 1).word.matcher(upper).find()) {
            return Optional.of(Buffering.UNBUFFERED);
        }
        return KINDS.stream()
                .filter(k -> k.word.matcher(upper).find())
                .map(Kind::buffering)
                .findFirst();
    }

    Optional<FormFactor> formFactor() {
        if (CAMM2.matcher(upper).find()) {
            return Optional.of(FormFactor.CAMM2);
        }
        Optional<FormFactor> said = KINDS.stream()
                .filter(k -> k.form.isPresent() && k.word.matcher(upper).find())
                .flatMap(k -> k.form.stream())
                .findFirst();
        if (said.isPresent()) {
            return said;
        }
        return SO_DIMM.matcher(upper).find()
                ? Optional.of(FormFactor.SO_DIMM)
                : DIMM.matcher(upper).find() ? Optional.of(FormFactor.DIMM) : Optional.empty();
    }

    /** Empty where no word speaks of it. */
    Optional<Boolean> ecc() {
        if (NO_ECC.matcher(upper).find()) {
            return Optional.of(false);
        }
        return ECC.matcher(upper).find() || checkBits().isPresent() ? Optional.of(true) : Optional.empty();
    }

    /** Check bits of each 32-bit half, as a DDR5 label prints them: 4 or 8. */
    Optional<Integer> checkBits() {
        Matcher m = CHECK_BITS.matcher(upper);
        return m.find() ? Optional.of(Integer.valueOf(m.group(1))) : Optional.empty();
    }

    /** A supply voltage in mV. */
    Optional<Part> voltage() {
        return find(VOLTS);
    }

    static int millivolts(Part part) {
        Matcher m = VOLTS.matcher(part.text());
        if (!m.find()) {
            throw new IllegalArgumentException("no voltage: " + part.text());
        }
        String fraction = (m.group(2) + "00").substring(0, 3);
        return Integer.parseInt(m.group(1)) * 1000 + Integer.parseInt(fraction);
    }

    /** CAS latency in clocks: "CL16", or the first of "16-18-18". */
    Optional<Part> cl() {
        Matcher m = CL.matcher(upper);
        if (!m.find()) {
            m = CLOCKS.matcher(upper);
            if (!m.find()) {
                return Optional.empty();
            }
        }
        return Optional.of(new Part(m.group(1), m.start(1), m.end(1)));
    }

    /**
     * A pack of like modules.
     *
     * @param one the capacity of one of them, where the words say it; else only how many there are
     */
    record Kit(int pieces, Optional<Part> one, Part whole) {}

    Optional<Kit> kit() {
        Matcher m = PIECES_FIRST.matcher(upper);
        if (m.find()) {
            return Optional.of(new Kit(Integer.parseInt(m.group(1)), Optional.of(gigabytes(m, 2)), whole(m)));
        }
        m = (WIDTH.matcher(upper).find() ? PIECES_LAST_BESIDE_WIDTH : PIECES_LAST).matcher(upper);
        if (m.find()) {
            return Optional.of(new Kit(Integer.parseInt(m.group(2)), Optional.of(gigabytes(m, 1)), whole(m)));
        }
        m = KIT_OF.matcher(upper);
        return m.find()
                ? Optional.of(new Kit(Integer.parseInt(m.group(1)), Optional.empty(), whole(m)))
                : Optional.empty();
    }

    /** "x8" standing alone: a device's width or a number of pieces, nobody can tell. */
    Optional<Part> loneWidth() {
        return find(LONE_WIDTH);
    }

    private Part gigabytes(Matcher m, int number) {
        int end = upper.indexOf('B', m.end(number)) + 1;
        return new Part(upper.substring(m.start(number), end), m.start(number), end);
    }

    private static Part whole(Matcher m) {
        return new Part(m.group(), m.start(), m.end());
    }

    private Optional<Part> find(Pattern pattern) {
        Matcher m = pattern.matcher(upper);
        return m.find() ? Optional.of(whole(m)) : Optional.empty();
    }
}
