package zephyrridge.core.access;

import java.util.Collection;
import java.util.Collections;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import zephyrridge.core.house.HouseRules;

/**
 * What to lay out before the first screw, computed from the parts that come off (R-6.10; common practice, no source).
 *
 * @param bits exactly as the record names them; screws turned by hand need none
 */
public record LayOut(Set<Tool> tools, SortedSet<String> bits) {
    public enum Tool {
        SOFT_MAT,
        STRAP,
        /** By hand; a powered one at low torque to loosen only. */
        HAND_DRIVER,
        POWERED_DRIVER,
        FRESH_BIT,
        TRAY,
        PLASTIC_PICK,
        SUCTION_CUP,
        BLUNT_PIN,
        TAPE,
        CLEAN_CLOTH,
        SOFT_SUPPORT,
        SECOND_PERSON
    }

    public LayOut {
        tools = Collections.unmodifiableSet(tools.isEmpty() ? EnumSet.noneOf(Tool.class) : EnumSet.copyOf(tools));
        bits = Collections.unmodifiableSortedSet(new TreeSet<>(bits));
    }

    public static LayOut of(Collection<Part> parts, HouseRules.Driver driver) {
        if (parts.isEmpty()) {
            return new LayOut(Set.of(), new TreeSet<>());
        }
        Set<Tool> tools = EnumSet.of(Tool.SOFT_MAT, Tool.STRAP);
        SortedSet<String> bits = new TreeSet<>();
        for (Part part : parts) {
            part.fasteners().stream()
                    .filter(f -> f.role() != Fastener.Role.LEAVE_ALONE)
                    .forEach(f -> {
                        if (f.role().comesOut()) {
                            tools.add(Tool.TRAY);
                        }
                        if (isTurnedByTool(f)) {
                            bits.add(f.bit());
                        }
                        if (f.threadLocked()) {
                            tools.add(Tool.FRESH_BIT);
                        }
                    });
            part.catches().forEach(c -> tool(c.tool(), tools));
            part.connectors().stream()
                    .filter(c -> c.kind() == Connector.Kind.RIBBON && !c.mayStay())
                    .forEach(c -> tools.add(Tool.BLUNT_PIN));
            if (part.kind() == Part.Kind.TAPE) {
                tools.add(Tool.TAPE);
            }
            if (part.kind() == Part.Kind.PLATE && part.cautions().contains(Caution.HEAT)) {
                tools.add(Tool.CLEAN_CLOTH);
            }
            if (part.cautions().contains(Caution.GLASS)) {
                tools.add(Tool.SOFT_SUPPORT);
            }
            if (part.cautions().contains(Caution.WEIGHT)) {
                tools.add(Tool.SECOND_PERSON);
            }
        }
        if (!bits.isEmpty()) {
            tools.add(
                    switch (driver) {
                        case BY_HAND -> Tool.HAND_DRIVER;
                        case POWERED -> Tool.POWERED_DRIVER;
                    });
        }
        return new LayOut(tools, bits);
    }

    private static boolean isTurnedByTool(Fastener f) {
        String bit = f.bit().toLowerCase(Locale.ROOT);
        return !bit.isBlank() && !bit.contains("hand") && !bit.contains("knurled");
    }

    private static void tool(String words, Set<Tool> tools) {
        String said = words.toLowerCase(Locale.ROOT);
        if (said.contains("suction")) {
            tools.add(Tool.SUCTION_CUP);
        } else if (said.isBlank() || said.contains("pick")) {
            tools.add(Tool.PLASTIC_PICK);
        }
    }
}
