package zephyrridge.core.reading.label;

import java.util.Optional;
import zephyrridge.core.module.Buffering;
import zephyrridge.core.module.FormFactor;
import zephyrridge.core.module.ModuleSpec;

/** Writes what a module is as a line that {@link LabelParser} reads: for modules that are known by their chip and not by a sticker. */
public final class LabelLine {
    private static final int LOW_MILLIVOLTS = 1350;

    private LabelLine() {}

    /** Empty where such a line is read as another module than this one. */
    public static Optional<String> of(ModuleSpec m) {
        String low = m.millivolts().get(0) == LOW_MILLIVOLTS ? "L" : "";
        boolean said = m.buffering() == Buffering.REGISTERED || m.buffering() == Buffering.LOAD_REDUCED;
        String ecc = m.checkBits().map(b -> "EC" + b + " ").orElse(m.ecc() && !said ? "ECC " : "");
        String line = m.capacity().toString().replace(" GiB", "GB").replace(" MiB", "MB") + " "
                + m.organisation().label() + " " + m.generation() + low + "-"
                + m.rate().name() + " " + ecc
                + form(m.formFactor(), m.buffering());
        return LabelParser.parse(line).spec().filter(read -> isSame(read, m)).map(read -> line);
    }

    private static String form(FormFactor form, Buffering buffering) {
        boolean small = form == FormFactor.SO_DIMM;
        return form == FormFactor.CAMM2
                ? "CAMM2"
                : switch (buffering) {
                    case UNBUFFERED -> small ? "SO-DIMM" : "UDIMM";
                    case REGISTERED -> small ? "SO-RDIMM" : "RDIMM";
                    case LOAD_REDUCED -> "LRDIMM";
                    case CLOCKED -> small ? "CSO-DIMM" : "CUDIMM";
                };
    }

    /** What a layout asks, timings and height aside: no short line says those. */
    private static boolean isSame(ModuleSpec read, ModuleSpec m) {
        return read.generation() == m.generation()
                && read.formFactor() == m.formFactor()
                && read.buffering() == m.buffering()
                && read.ecc() == m.ecc()
                && (m.checkBits().isEmpty() || read.checkBits().equals(m.checkBits()))
                && read.organisation().equals(m.organisation())
                && read.rate().equals(m.rate())
                && read.millivolts().equals(m.millivolts());
    }
}
