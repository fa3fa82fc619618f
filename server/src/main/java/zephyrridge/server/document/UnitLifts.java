package zephyrridge.server.document;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Jobs from before, one step per schema number. Nothing is invented: what nobody said stays not said. */
final class UnitLifts {
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;

    private UnitLifts() {}

    /**
     * 1 to 2: ticks, fittings and readings after the work become entries "from before the log"; a proof of then is the grade "old
     * rule"; owner and wish stand in the order.
     */
    static ObjectNode fromTicksToLog(ObjectNode old) {
        ObjectNode unit = NODES.objectNode();
        ObjectNode intake = (ObjectNode) old.get("intake");
        intake.remove(List.of("owner", "wish"));
        // Questions that came later were not asked then.
        Map.of(
                        "encryption",
                        "NOT_ASKED",
                        "firmwareSettings",
                        "NOT_ASKED",
                        "wayIn",
                        "NOT_ASKED",
                        "firmwareVersion",
                        "",
                        "faultsBefore",
                        "")
                .forEach((name, value) -> {
                    if (!intake.has(name)) {
                        intake.put(name, value);
                    }
                });
        unit.set("intake", intake);
        unit.putObject("deviations")
                .set("absent", old.path("absent").isMissingNode() ? NODES.arrayNode() : old.get("absent"));
        ((ObjectNode) unit.get("deviations")).putArray("missing");
        unit.set("modules", old.get("modules"));
        unit.set("asFound", old.get("asFound"));
        ObjectNode alternative = unit.putArray("alternatives").addObject();
        alternative.put("id", "a").put("name", "");
        alternative.set("planned", old.get("planned"));
        // What was planned then was meant: its modules were taken from the drawer.
        if (!old.get("planned").isEmpty()) {
            unit.put("chosen", "a");
        }
        ObjectNode after = readout((ObjectNode) old.get("after"));
        unit.putObject("log").set("entries", new Lift(old, after).entries());
        unit.putArray("accepted");
        unit.set("before", readout((ObjectNode) old.get("before")));
        unit.set("photos", old.has("photos") ? old.get("photos") : NODES.arrayNode());
        unit.set("readings", readings(old.path("readings")));
        if (old.has("closing") && !old.get("closing").isNull()) {
            ObjectNode closing = unit.putObject("closing");
            closing.put("grade", old.get("closing").path("proven").asBoolean() ? "OLD_RULE" : "NONE");
            closing.put("wanted", "SEEN").set("note", old.get("closing").get("note"));
            closing.put("inParts", "").put("houseVersion", 1).put("ruleVersion", 1);
        }
        return unit;
    }

    /** Threads and kind of test had defaults then; only what differs from them was said by somebody. */
    private static ObjectNode readout(ObjectNode old) {
        if (!old.path("threads").asString("").equals("ONE")) {
            old.remove("threads");
        }
        if (!old.path("test").asString("").equals("COPY")) {
            old.remove("test");
        }
        old.putArray("cannotRead");
        return old;
    }

    private static boolean isEmpty(ObjectNode readout) {
        for (Map.Entry<String, JsonNode> e : readout.properties()) {
            boolean nothing = e.getValue().isNull()
                    || e.getValue().isArray()
                    || e.getKey().equals("test")
                    || e.getKey().equals("threads")
                    || e.getValue().asString("x").isEmpty();
            if (!nothing) {
                return false;
            }
        }
        return true;
    }

    private static ObjectNode readings(JsonNode old) {
        ObjectNode readings = NODES.objectNode();
        ArrayNode sources = readings.putArray("sources");
        for (JsonNode s : old.path("sources")) {
            sources.add(((ObjectNode) s.deepCopy()).put("taken", 0));
        }
        ObjectNode seen = readings.putObject("seen");
        old.path("seen").properties().forEach(e -> {
            ObjectNode then = seen.putObject(e.getKey());
            then.set("what", e.getValue());
            then.put("taken", 0);
        });
        ObjectNode byHand = readings.putObject("byHand");
        old.path("byHand").properties().forEach(position -> {
            ObjectNode fields = byHand.putObject(position.getKey());
            position.getValue().properties().forEach(f -> {
                ObjectNode word = fields.putObject(f.getKey());
                word.set("value", f.getValue());
                word.put("taken", 0);
            });
        });
        return readings;
    }

    /** The log of a job that kept none: in the only order these things can have happened. */
    private static final class Lift {
        private final ObjectNode old;
        private final ObjectNode after;
        private final ArrayNode entries = NODES.arrayNode();
        private final ObjectNode inIt;

        Lift(ObjectNode old, ObjectNode after) {
            this.old = old;
            this.after = after;
            this.inIt = (ObjectNode) old.get("asFound").deepCopy();
        }

        ArrayNode entries() {
            List<String> off = new ArrayList<>();
            List<String> on = new ArrayList<>();
            List<String> ticked = new ArrayList<>();
            old.path("stepsDone").forEach(s -> ticked.add(s.asString()));
            ticked.stream().filter(s -> s.startsWith("off:")).forEach(s -> off.add(s.substring(4)));
            ticked.stream().filter(s -> s.startsWith("on:")).forEach(s -> on.add(s.substring(3)));
            Map<String, String> fixed = Map.of("power-down", "POWER_DOWN", "unplug", "UNPLUG", "ground", "GROUND");
            for (String step : List.of("power-down", "unplug", "ground")) {
                if (ticked.contains(step)) {
                    step(fixed.get(step), "");
                }
            }
            off.forEach(part -> step("TAKE_OFF", part));
            if (ticked.contains("drain")) {
                step("DRAIN", "");
            }
            moves();
            if (ticked.contains("clear-settings")) {
                ObjectNode acted = entry("Acted");
                acted.put("action", "SETTINGS_CLEARED").put("note", "");
            }
            on.stream().filter(off::contains).forEach(part -> step("PUT_BACK", part));
            if (!isEmpty(after)) {
                ObjectNode started = entry("Started");
                started.set("arrangement", inIt.deepCopy());
                started.put("outcome", "NOT_SAID").put("note", "");
                started.set("readout", after);
            }
            return entries;
        }

        /** All that came out first, then all that went in. */
        private void moves() {
            List<String> fitted = new ArrayList<>();
            old.path("fitted").forEach(p -> fitted.add(p.asString()));
            JsonNode planned = old.get("planned");
            for (String position : fitted) {
                String there = inIt.path(position).asString("");
                if (!there.isEmpty() && planned.has(position)) {
                    move(there, "POSITION", position, "TRAY", "");
                    inIt.remove(position);
                }
            }
            for (String position : fitted) {
                String key = planned.path(position).asString("");
                if (key.isEmpty() || inIt.has(position)) {
                    continue;
                }
                JsonNode module = old.get("modules").get(key);
                String elsewhere = at(key);
                if (!elsewhere.isEmpty()) {
                    move(key, "POSITION", elsewhere, "POSITION", position);
                    inIt.remove(elsewhere);
                } else if (wasTakenOut(key)) {
                    move(key, "TRAY", "", "POSITION", position);
                } else if (module.hasNonNull("tag")) {
                    move(key, "BIN", module.get("tag").asString(), "POSITION", position);
                } else if (module.path("origin").asString("").equals("TYPED")) {
                    move(key, "SUPPLIER", "", "POSITION", position);
                } else {
                    move(key, "TRAY", "", "POSITION", position);
                }
                inIt.put(position, key);
            }
        }

        private String at(String key) {
            for (Map.Entry<String, JsonNode> e : inIt.properties()) {
                if (e.getValue().asString().equals(key)) {
                    return e.getKey();
                }
            }
            return "";
        }

        private boolean wasTakenOut(String key) {
            for (JsonNode e : entries) {
                if (e.path("module").asString("").equals(key)) {
                    return true;
                }
            }
            return false;
        }

        private void move(String key, String fromKind, String from, String toKind, String to) {
            ObjectNode moved = entry("Moved");
            moved.put("module", key);
            moved.putObject("from").put("kind", fromKind).put("id", from);
            moved.putObject("to").put("kind", toKind).put("id", to);
            moved.put("seen", "");
        }

        private void step(String did, String part) {
            entry("Stepped").put("did", did).put("part", part);
        }

        private ObjectNode entry(String kind) {
            ObjectNode entry = entries.addObject();
            entry.put("entry", kind);
            ObjectNode stamp = entry.putObject("stamp");
            stamp.put("no", entries.size()).put("after", entries.size() - 1);
            // Nobody knows any more when, or who.
            stamp.put("by", "").put("beforeLog", true);
            return entry;
        }
    }

    /** Before sources could be set aside, all of them counted. */
    static ObjectNode withNothingSetAside(ObjectNode unit) {
        if (unit.get("readings") instanceof ObjectNode readings && !readings.has("setAside")) {
            readings.putObject("setAside");
        }
        return unit;
    }

    /** Before seals on the way were kept none was; what the owner forbids stood in words only. */
    static ObjectNode withNoSealFound(ObjectNode unit) {
        if (!unit.has("seals")) {
            unit.putArray("seals");
        }
        if (unit.get("counter") instanceof ObjectNode counter && !counter.has("bans")) {
            counter.putArray("bans");
        }
        return unit;
    }

    /** Before layouts could stand beside each other nothing was bought for one, and nobody asked what was needed. */
    static ObjectNode withNothingWanted(ObjectNode unit) {
        if (unit.get("intake") instanceof ObjectNode intake && !intake.has("processor")) {
            intake.put("processor", "");
        }
        unit.path("alternatives").forEach(a -> {
            if (!a.has("buys")) {
                ((ObjectNode) a).putArray("buys");
            }
        });
        if (!unit.has("need")) {
            ObjectNode need = unit.putObject("need");
            need.putObject("target").put("atLeast", "0 GiB");
            need.putObject("measured").put("drive", "NOT_KNOWN").putObject("work");
        }
        if (!unit.has("counter")) {
            ObjectNode counter = unit.putObject("counter");
            counter.put("forbids", "").putObject("extras");
            counter.putObject("worth").put("source", "");
        }
        if (!unit.has("otherSchools")) {
            unit.putObject("otherSchools");
        }
        return unit;
    }

    /** From 5: readings say what was measured run after run; of old ones nothing was. */
    static ObjectNode withNothingMeasured(ObjectNode unit) {
        measured(unit.path("before"));
        for (JsonNode entry : unit.path("log").path("entries")) {
            measured(entry.path("readout"));
        }
        return unit;
    }

    /** From 6: a layout lists what else it wants; of old ones nobody said. */
    static ObjectNode withNoParts(ObjectNode unit) {
        unit.path("alternatives").forEach(a -> {
            if (!a.has("parts")) {
                ((ObjectNode) a).putArray("parts");
            }
        });
        return unit;
    }

    /** From 7: screws that the record does not have are drawn in a job; in old ones none was. */
    static ObjectNode withNoScrewDrawn(ObjectNode unit) {
        if (unit.get("deviations") instanceof ObjectNode deviations && !deviations.has("screws")) {
            deviations.putObject("screws");
        }
        return unit;
    }

    /** From 8: a module that was typed says where it comes from; of old ones nobody said. */
    static ObjectNode withNoWhence(ObjectNode unit) {
        for (JsonNode module : unit.path("modules")) {
            ObjectNode m = (ObjectNode) module;
            if (!m.has("whence") && "TYPED".equals(m.path("origin").asString())) {
                m.putObject("whence").put("way", "BOUGHT").put("supplier", "");
            }
        }
        return unit;
    }

    /** From 9: what came over the counter is listed, and how the owner said yes is noted; of old ones nobody did. */
    static ObjectNode withNothingBrought(ObjectNode unit) {
        if (unit.get("counter") instanceof ObjectNode counter && !counter.has("brought")) {
            counter.putObject("brought").put("serial", "").putArray("things");
        }
        if (unit.get("consent") instanceof ObjectNode consent && !consent.has("how")) {
            consent.put("how", "NOT_SAID");
        }
        return unit;
    }

    private static void measured(JsonNode readout) {
        if (readout instanceof ObjectNode o && !o.has("measured")) {
            o.putArray("measured");
        }
    }
}
