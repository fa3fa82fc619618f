package zephyrridge.core.fault;

/**
 * One thing that may be wrong.
 *
 * @param subject number of the piece, slot, kind, channel, carrier, processor or other work it is about; -1 where it is about none
 * @param other the second kind of {@link Kind#TOGETHER}, the slot of {@link Kind#ORDER}; -1 for the rest
 */
public record Cause(Kind kind, int subject, int other) {
    /**
     * What a start shows while the cause is active: rows sum to 1 (R-10.1; common practice, no source).
     */
    public enum Kind {
        DEAD(.62, .33, .03, .02, true),
        WEAK(.05, .02, .75, .18, true),
        SOCKET(.45, .42, .08, .05, true),
        SEATING(.55, .38, .04, .03, true),
        KIND_ABOVE_LIMIT(.72, .20, .04, .04, true),
        /** More than what ran, of a kind that ran: the sum is what this machine may not take. Its row is that of the kind. */
        TOTAL_ABOVE_LIMIT(.72, .20, .04, .04, true),
        TOGETHER(.50, .05, .35, .10, true),
        ORDER(.85, .08, .03, .04, true),
        CHANNEL(.45, .50, .03, .02, true),
        FIRMWARE(.85, .08, .03, .04, false),
        SETTINGS(.80, .03, .12, .05, false),
        POWER(.98, 0, 0, .02, false),
        TRAINING(.97, 0, 0, .03, false),
        COMPANION(.60, 0, .05, .35, false),
        /** A carrier of a server; its row is the socket's. */
        CARRIER(.45, .42, .08, .05, true),
        /** A processor's side of a server; its row is the channel's. */
        PROCESSOR(.45, .50, .03, .02, true),
        NOTHING(0, 0, 0, 1, false);

        final double noStart;
        final double missing;
        final double errors;
        final double good;
        /** Whether a memory code is likely when it does not start. */
        final boolean signals;

        Kind(double noStart, double missing, double errors, double good, boolean signals) {
            this.noStart = noStart;
            this.missing = missing;
            this.errors = errors;
            this.good = good;
            this.signals = signals;
        }

        /** Chance that the cause stays after what should cure it; 1 for what no action cures (R-10.2; common practice, no source). */
        double staysAfter() {
            return switch (this) {
                case SEATING, COMPANION -> .1;
                case SETTINGS -> .02;
                case FIRMWARE -> .05;
                default -> 1;
            };
        }

        boolean curable() {
            return staysAfter() < 1;
        }

        /** Conditions of a start, not faults of a part: they act where the start did not meet them. */
        boolean condition() {
            return this == POWER || this == TRAINING;
        }

        public double[] row() {
            return new double[] {noStart, missing, errors, good};
        }
    }

    public static Cause of(Kind kind) {
        return new Cause(kind, -1, -1);
    }

    public static Cause of(Kind kind, int subject) {
        return new Cause(kind, subject, -1);
    }

    /** What to do about it. A channel of a single socket is done without by leaving that socket empty: one thing to do, not two. */
    public Remedy remedy(Setup setup) {
        return switch (kind) {
            case DEAD, WEAK -> new Remedy(Remedy.Kind.REPLACE, subject, -1);
            case SOCKET -> new Remedy(Remedy.Kind.AVOID_SLOT, subject, -1);
            case CHANNEL -> setup.onlySlotOf(subject) >= 0
                    ? new Remedy(Remedy.Kind.AVOID_SLOT, setup.onlySlotOf(subject), -1)
                    : new Remedy(Remedy.Kind.AVOID_CHANNEL, subject, -1);
            case CARRIER -> new Remedy(Remedy.Kind.AVOID_CARRIER, subject, -1);
            case PROCESSOR -> new Remedy(Remedy.Kind.AVOID_PROCESSOR, subject, -1);
            case SEATING -> new Remedy(Remedy.Kind.RESEAT, -1, -1);
            case KIND_ABOVE_LIMIT, TOTAL_ABOVE_LIMIT -> new Remedy(Remedy.Kind.SMALLER_KIT, subject, -1);
            case TOGETHER -> new Remedy(Remedy.Kind.KEEP_APART, subject, other);
                // Where there is one kind only, keeping it out of a socket is doing without that socket.
            case ORDER -> setup.kinds().size() == 1
                    ? new Remedy(Remedy.Kind.AVOID_SLOT, other, -1)
                    : new Remedy(Remedy.Kind.OTHER_ORDER, subject, other);
            case FIRMWARE -> new Remedy(Remedy.Kind.FIRMWARE, -1, -1);
            case SETTINGS -> new Remedy(Remedy.Kind.SETTINGS, -1, -1);
            case POWER -> new Remedy(Remedy.Kind.POWER, -1, -1);
            case TRAINING -> new Remedy(Remedy.Kind.WAIT, -1, -1);
            case COMPANION -> new Remedy(Remedy.Kind.COMPANION, subject, -1);
            case NOTHING -> Remedy.NONE;
        };
    }

    /** What to do about it once the newest firmware is in: where that did not help, there is none that knows the kind. */
    Remedy remedyUpdated(Setup setup) {
        return kind == Kind.FIRMWARE ? new Remedy(Remedy.Kind.SMALLER_KIT, subject, -1) : remedy(setup);
    }

    /** Whether it acts on this arrangement, curing and conditions of the start aside. */
    boolean touches(Setup setup, Arrangement fill) {
        return switch (kind) {
            case DEAD, WEAK, SEATING -> fill.has(subject);
            case SOCKET -> fill.at(subject) >= 0;
            case CHANNEL, CARRIER, PROCESSOR, KIND_ABOVE_LIMIT, FIRMWARE, ORDER -> !part(setup, fill)
                    .isEmpty();
            case TOGETHER -> !setup.ofKind(fill, subject).isEmpty()
                    && !setup.ofKind(fill, other).isEmpty();
            case TOTAL_ABOVE_LIMIT -> setup.mebibytes(setup.all(fill)) > setup.ranMebibytes();
            case SETTINGS, POWER, TRAINING, COMPANION -> true;
            case NOTHING -> false;
        };
    }

    /** The pieces that are missing where exactly its part is. */
    java.util.BitSet part(Setup setup, Arrangement fill) {
        return switch (kind) {
            case DEAD, WEAK, SEATING -> Setup.only(subject);
                // Some of it is not counted, nobody says which: what was added, as far as anybody can tell.
            case TOTAL_ABOVE_LIMIT -> setup.added(fill);
            case SOCKET -> setup.inSlots(fill, s -> s == subject);
            case CHANNEL -> setup.inSlots(fill, s -> setup.slots().get(s).channel() == subject);
            case CARRIER -> setup.inSlots(fill, s -> setup.slots().get(s).carrier() == subject);
            case PROCESSOR -> setup.inSlots(fill, s -> setup.slots().get(s).processor() == subject);
            case KIND_ABOVE_LIMIT, FIRMWARE -> setup.ofKind(fill, subject);
            case TOGETHER -> {
                java.util.BitSet both = setup.ofKind(fill, subject);
                both.or(setup.ofKind(fill, other));
                yield both;
            }
            case ORDER -> setup.inSlots(fill, s -> s == other && setup.kindOf(fill.at(s)) == subject);
            default -> new java.util.BitSet();
        };
    }
}
