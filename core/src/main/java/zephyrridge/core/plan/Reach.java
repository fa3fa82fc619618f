package zephyrridge.core.plan;

import zephyrridge.core.module.ModuleSpec;

/**
 * What the chance follows from where nothing was tried, apart from the sum.
 *
 * @param largestMib of its modules; {@code densestMibit} of their devices; {@code buffering} one bit for each kind
 */
record Reach(long largestMib, int densestMibit, int buffering) {
    static final Reach NONE = new Reach(0, 0, 0);

    Reach with(ModuleSpec m) {
        return with(new Reach(
                m.capacity().mebibytes(),
                m.organisation().density().mebibits(),
                1 << m.buffering().ordinal()));
    }

    Reach with(Reach o) {
        return new Reach(
                Math.max(largestMib, o.largestMib), Math.max(densestMibit, o.densestMibit), buffering | o.buffering);
    }
}
