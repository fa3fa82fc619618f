package zephyrridge.core.access;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** The parts of a machine and what lies over what; at most 64 parts, no circles. */
public record AccessGraph(Side restsOn, List<Part> parts) {
    public static final int MOST_PARTS = 64;

    public AccessGraph {
        parts = List.copyOf(parts);
    }

    public Optional<Part> part(String id) {
        return parts.stream().filter(p -> p.id().equals(id)).findFirst();
    }

    /**
     * These parts as bits, in the order of {@link #parts}.
     *
     * @throws IllegalArgumentException for a part that is not there
     */
    long mask(Collection<String> ids) {
        long mask = 0;
        for (String id : ids) {
            int at = indexOf(id);
            if (at < 0) {
                throw new IllegalArgumentException("unknown part: " + id);
            }
            mask |= 1L << at;
        }
        return mask;
    }

    private int indexOf(String id) {
        for (int i = 0; i < parts.size(); i++) {
            if (parts.get(i).id().equals(id)) {
                return i;
            }
        }
        return -1;
    }

    /**
     * For each part, itself and all that must be off before it, as bits.
     *
     * @throws IllegalArgumentException for more than 64 parts, or a need that is not there
     */
    long[] closures() {
        if (parts.size() > MOST_PARTS) {
            throw new IllegalArgumentException("more than " + MOST_PARTS + " parts");
        }
        long[] closures = new long[parts.size()];
        for (int i = 0; i < closures.length; i++) {
            closures[i] = 1L << i | mask(parts.get(i).needsOff());
        }
        boolean grew = true;
        while (grew) {
            grew = false;
            for (int i = 0; i < closures.length; i++) {
                long wider = closures[i];
                for (long rest = closures[i]; rest != 0; rest &= rest - 1) {
                    wider |= closures[Long.numberOfTrailingZeros(rest)];
                }
                grew |= wider != closures[i];
                closures[i] = wider;
            }
        }
        return closures;
    }

    /** Parts that need each other in a circle, or themselves: such a record cannot be opened. Unknown needs are ignored here. */
    public List<String> circles() {
        List<String> found = new ArrayList<>();
        for (Part part : parts) {
            Set<String> seen = new HashSet<>();
            List<String> open = new ArrayList<>(part.needsOff());
            while (!open.isEmpty()) {
                String id = open.remove(open.size() - 1);
                if (seen.add(id)) {
                    part(id).ifPresent(p -> open.addAll(p.needsOff()));
                }
            }
            if (seen.contains(part.id())) {
                found.add(part.id());
            }
        }
        return found;
    }
}
