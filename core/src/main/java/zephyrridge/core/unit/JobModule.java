package zephyrridge.core.unit;

import java.util.Locale;
import java.util.Optional;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.plan.Offer;

/**
 * A module that plays a part in a job.
 *
 * @param key its name within the job
 * @param labelLine the label as read or typed
 * @param tag the drawer's tag, when it comes from there; {@code theirTag} that of another shop's drawer, where the job came from
 * @param offer the supplier's line it is to be bought by
 * @param whence where it comes from, for one that was typed and was not in the machine
 */
public record JobModule(
        String key,
        Origin origin,
        String labelLine,
        Optional<String> tag,
        Optional<String> theirTag,
        Optional<String> offer,
        Optional<Whence> whence,
        ModuleSpec spec) {

    /**
     * Found in the machine by its label, accepted from what the sources say, taken from the drawer, typed in as something one might
     * buy, a supplier's, or taken to be there because a like machine of the room has it: nobody has read that one in this machine.
     */
    public enum Origin {
        FOUND,
        READ,
        ALIKE,
        DRAWER,
        TYPED,
        OFFER
    }

    /** One of a supplier's, as it is ordered. */
    public static JobModule of(Offer o, String key) {
        return new JobModule(
                key,
                Origin.OFFER,
                o.wording(),
                Optional.empty(),
                Optional.empty(),
                Optional.of(o.id()),
                Optional.empty(),
                o.spec());
    }

    /** One of the drawer's. */
    public static JobModule drawn(String key, String labelLine, String tag, ModuleSpec spec) {
        return new JobModule(
                key,
                Origin.DRAWER,
                labelLine,
                Optional.of(tag),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                spec);
    }

    /** By its label or by what sources say: found, read or typed. */
    public static JobModule named(String key, Origin origin, String labelLine, ModuleSpec spec) {
        return new JobModule(
                key,
                origin,
                labelLine,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                origin == Origin.TYPED ? Optional.of(Whence.NOT_SAID) : Optional.empty(),
                spec);
    }

    public JobModule with(Whence next) {
        return new JobModule(key, origin, labelLine, tag, theirTag, offer, Optional.of(next), spec);
    }

    /** As it was read since. */
    public JobModule with(String line, ModuleSpec read) {
        return new JobModule(key, origin, line, tag, theirTag, offer, whence, read);
    }

    /** As one that came with a job of another shop: neither its tag nor its offer is one of ours. */
    public JobModule ofAnotherShop() {
        return new JobModule(
                key,
                origin,
                labelLine,
                Optional.empty(),
                tag.or(() -> theirTag),
                offer.map(JobModule::theirs),
                whence,
                spec);
    }

    private static final String THEIRS = "theirs:";

    /** An offer's id as no sheet of this shop has it. */
    static String theirs(String offer) {
        return offer.startsWith(THEIRS) ? offer : THEIRS + offer;
    }

    /** Whether this text, scanned or typed, means this module: its tag or its label line, spelling aside. */
    public boolean answersTo(String read) {
        return tag.map(read::equalsIgnoreCase).orElse(false) || plain(read).equals(plain(labelLine));
    }

    private static String plain(String line) {
        return line.toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]", "");
    }
}
