package zephyrridge.core.range;

import java.util.Optional;
import zephyrridge.core.module.MemoryGeneration;
import zephyrridge.core.unit.Intake;

/** The lessons of the range, in the order of the work: each has one thing to learn, and the machine that teaches it. All of it is invented. */
public enum Lesson {
    /** Windows and firmware say what is in it; the empty socket takes a second module. */
    FIRST_LOOK,
    /** Firmware lists a soldered bank as if it were a module, and counts it twice. */
    PHANTOM_BANK,
    /** The end of a label is gone: the chip says what it was. */
    WORN_LABEL,
    /** A label that says more than the chip. */
    WRONG_LABEL,
    /** A warranty seal whose owner says no. */
    SEALED,
    /** A pack that swells: nothing is opened. */
    SWOLLEN_PACK,
    /** The second socket lies under the keyboard. */
    TWO_SIDES,
    /** The first start with more memory takes its time. */
    PATIENCE,
    /** Dark, and nothing is broken. */
    NOT_SEATED,
    /** One of two new modules is dead. */
    DEAD_ON_ARRIVAL,
    /** A kit that this machine does not take. */
    REFUSED_KIT,
    /** A module that only one of the sockets takes. */
    ORDER;

    private static final String OLD = "4GB 1Rx8 PC4-2400T-SA1-11";
    private static final String FRESH = "8GB 1Rx8 PC4-2666V-SA1-11";
    private static final String OLD_5 = "8GB 1Rx16 PC5-4800B-SC0-1010-XT";
    private static final String FRESH_5 = "16GB 1Rx8 PC5-5600B-SA0-1010-XT";

    /** The machine of the lesson, the same each time but for what a start leaves to chance. */
    public Secret secret(long seed) {
        Making m = new Making(
                seed, this == TWO_SIDES ? "two-sides" : this == PHANTOM_BANK ? "bank-and-socket" : "two-sockets");
        if (this == PATIENCE) {
            m.generation(MemoryGeneration.DDR5, 4800).fitted(OLD_5).ready(FRESH_5, 2);
        } else if (this == PHANTOM_BANK) {
            m.ready(OLD, 1);
        } else {
            m.fitted(OLD).ready(FRESH, 2);
        }
        switch (this) {
            case FIRST_LOOK -> m.wants(16, Optional.empty()).trap(Trap.TURNED);
            case PHANTOM_BANK -> m.banksAsModules().doubled();
            case WORN_LABEL -> m.labelled("4GB 1Rx8 PC4-2").noWayIn().trap(Trap.STANDBY);
            case WRONG_LABEL -> m.labelled("16GB 2Rx8 PC4-2666V-SE1-11").noWayIn();
            case SEALED -> m.seal(Intake.Seal.OWNER_REFUSES);
            case SWOLLEN_PACK -> m.battery(Intake.Battery.SWOLLEN);
            case TWO_SIDES -> m.trap(Trap.LONG_SCREW);
            case PATIENCE -> m.wrong(surely(Hidden.Kind.LONG_TRAINING, "", ""));
            case NOT_SEATED -> m.wrong(surely(Hidden.Kind.POOR_SEATING, "R-1", ""));
            case DEAD_ON_ARRIVAL -> m.wrong(surely(Hidden.Kind.DEAD_MODULE, "R-1", ""));
            case REFUSED_KIT -> m.trap(Trap.BLADE).wrong(surely(Hidden.Kind.KIND_TOO_LARGE, m.kind(), ""));
            case ORDER -> m.wrong(
                    surely(Hidden.Kind.ORDER_QUIRK, m.kind(), m.sockets().get(1)));
            default -> {}
        }
        return m.made();
    }

    /** At every start alike. */
    private static Hidden surely(Hidden.Kind kind, String subject, String other) {
        return new Hidden(kind, subject, other, 1, 0, 0, 0, true);
    }
}
