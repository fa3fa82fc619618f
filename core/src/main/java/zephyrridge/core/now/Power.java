package zephyrridge.core.now;

import java.util.Collections;
import java.util.HashSet;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import zephyrridge.core.log.Entry;

/**
 * What stands between hands and current, and what is seen to before covers and current come back; a start takes all of it back.
 *
 * @param done what holds: each until something undoes it
 * @param backSinceDrain parts put back since it was drained: a battery among them makes it live again
 */
public record Power(Set<Entry.Did> done, SortedSet<String> backSinceDrain) {
    static final Power ON = new Power(Set.of(), new TreeSet<>());

    public Power {
        done = Set.copyOf(done);
        backSinceDrain = Collections.unmodifiableSortedSet(new TreeSet<>(backSinceDrain));
    }

    /** Switched off in the firmware. */
    public boolean batteryOff() {
        return done.contains(Entry.Did.BATTERY_OFF);
    }

    public boolean down() {
        return done.contains(Entry.Did.POWER_DOWN);
    }

    /** Every cord is out. */
    public boolean unplugged() {
        return done.contains(Entry.Did.UNPLUG);
    }

    public boolean grounded() {
        return done.contains(Entry.Did.GROUND);
    }

    /** The button was held. */
    public boolean drained() {
        return done.contains(Entry.Did.DRAIN);
    }

    /** The strap is off for a start. */
    public boolean strapOff() {
        return done.contains(Entry.Did.STRAP_OFF);
    }

    /** The tray was counted since a part came off. */
    public boolean counted() {
        return done.contains(Entry.Did.COUNTED);
    }

    /** Blanks and ducts were seen to since a part came off. */
    public boolean airSeen() {
        return done.contains(Entry.Did.AIR);
    }

    Power after(Entry.Stepped s) {
        SortedSet<String> back = new TreeSet<>(backSinceDrain);
        Set<Entry.Did> next = new HashSet<>(done);
        switch (s.did()) {
            case TAKE_OFF -> next.removeAll(Set.of(Entry.Did.COUNTED, Entry.Did.AIR));
            case PUT_BACK -> back.add(s.part());
            default -> next.add(s.did());
        }
        switch (s.did()) {
            case GROUND -> next.remove(Entry.Did.STRAP_OFF);
            case STRAP_OFF -> next.remove(Entry.Did.GROUND);
            case DRAIN -> back.clear();
            default -> {}
        }
        return new Power(next, back);
    }
}
