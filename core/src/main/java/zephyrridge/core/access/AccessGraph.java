package zephyrridge.core.access;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The parts of a machine and what lies over what; no circles.
 *
 * @param restsOn the side that lies up when the work begins; its name is from when only laptops were opened
 * @param closing what closing has to mind beside what lies over what
 * @param outlines how sides are drawn; a side without one is drawn plain
 */
public record AccessGraph(
        Side restsOn,
        List<Part> parts,
        @JsonSetter(nulls = Nulls.AS_EMPTY) List<Precedence> closing,
        @JsonSetter(nulls = Nulls.AS_EMPTY) List<Outline> outlines) {
    /** One bit of a set of steps is the first start's. */
    public static final int MOST_PARTS = 63;

    public AccessGraph {
        parts = List.copyOf(parts);
        closing = List.copyOf(closing);
        outlines = List.copyOf(outlines);
    }

    public AccessGraph(Side restsOn, List<Part> parts) {
        this(restsOn, parts, List.of(), List.of());
    }

    public Optional<Outline> outline(Side side) {
        return outlines.stream().filter(o -> o.side() == side).findFirst();
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

    int indexOf(String id) {
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
        long[] direct = new long[parts.size()];
        for (int i = 0; i < direct.length; i++) {
            direct[i] = mask(parts.get(i).needsOff());
        }
        return transitive(direct);
    }

    /** For each step, itself and all that it waits for. */
    static long[] transitive(long[] direct) {
        long[] closures = new long[direct.length];
        for (int i = 0; i < closures.length; i++) {
            closures[i] = 1L << i | direct[i];
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

    /** What must be back on before each part goes back, directly, as bits: what lies beneath it, and what the record adds. */
    long[] backBefore() {
        long[] before = new long[parts.size()];
        for (int i = 0; i < before.length; i++) {
            for (String over : parts.get(i).needsOff()) {
                before[indexOf(over)] |= 1L << i;
            }
        }
        // What is raised for a part goes down after it, whatever lies over what.
        for (int i = 0; i < before.length; i++) {
            for (String raised : parts.get(i).raises()) {
                before[i] &= ~(1L << indexOf(raised));
                before[indexOf(raised)] |= 1L << i;
            }
        }
        for (Precedence p : closing) {
            if (!p.then().equals(Precedence.TEST_START)) {
                before[indexOf(p.then())] |= mask(Set.of(p.first()));
            }
        }
        return before;
    }

    /**
     * Parts that wait for each other in closing; such a record cannot be closed again. Unknown ids are ignored here.
     */
    public List<String> closingCircles() {
        List<String> found = new ArrayList<>();
        for (Part part : parts) {
            Set<String> seen = new HashSet<>();
            List<String> open = new ArrayList<>(waitsFor(part.id()));
            while (!open.isEmpty()) {
                String id = open.remove(open.size() - 1);
                if (seen.add(id)) {
                    open.addAll(waitsFor(id));
                }
            }
            if (seen.contains(part.id())) {
                found.add(part.id());
            }
        }
        return found;
    }

    private List<String> waitsFor(String id) {
        List<String> first = new ArrayList<>();
        Set<String> raised = part(id).map(Part::raises).orElse(Set.of());
        parts.stream()
                .filter(p -> p.raises().contains(id) || p.needsOff().contains(id) && !raised.contains(p.id()))
                .forEach(p -> first.add(p.id()));
        closing.stream().filter(p -> p.then().equals(id)).forEach(p -> first.add(p.first()));
        return first;
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
