package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;
import static zephyrridge.server.JobSteps.ANSWERS;
import static zephyrridge.server.JobSteps.chosen;
import static zephyrridge.server.JobSteps.codes;
import static zephyrridge.server.JobSteps.readout;
import static zephyrridge.server.JobSteps.takeIn;
import static zephyrridge.server.JobSteps.tickAll;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A job from take-in to hand-back, over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
class JobsHttpTest {
    @Test
    void walksFromTakeInToHandBack(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "quarrow-fell-13");
        ok(client.change(id, "AnswerIntake", ANSWERS));
        JsonNode job = ok(client.change(
                id,
                "AddModule",
                Map.of("origin", "FOUND", "label", "4GB 1Rx16 PC4-2400T-SC0-11", "position", "socket-b")));
        assertThat(job.at("/found/installed").asString()).isEqualTo("12 GB");
        ok(client.change(id, "EnterReadout", readout("BEFORE", Map.of("firmwareTotal", "12 GB", "rate", 2400))));
        job = ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", "32GB 2Rx8 PC4-2933Y-SE1-11")));
        String key = job.at("/modules/1/key").asString();
        job = ok(client.change(id, "PlanModule", Map.of("position", "socket-b", "key", key)));
        assertThat(job.at("/planned/installed").asString()).isEqualTo("40 GB");
        assertThat(job.at("/planned/regions/0/mebibytes").asLong()).isEqualTo(16_384);
        assertThat(job.at("/planned/clocks/0/rate").asString()).isEqualTo("2933 MT/s");
        assertThat(codes(job.get("findings")))
                .contains("WIDTH_UNEVEN", "LIMIT_PROVEN", "LIMIT_SHEET_CONTRADICTED")
                .doesNotContain("NO_MEMORY", "LIMIT_BEYOND_OFFICIAL");
        chosen(client, id);
        assertThat(job.at("/opening/steps").size()).isGreaterThan(5);
        // Typed totals prove nothing before there was a start.
        assertThat(client.change(id, "EnterReadout", readout("AFTER", Map.of("firmwareTotal", "40 GB")))
                        .status())
                .isEqualTo(404);
        tickAll(client, id, "/opening/steps");
        job = ok(client.change(id, "ConfirmFit", Map.of("position", "socket-b", "done", true)));
        assertThat(job.at("/expectation/firmwareTotal").asString()).isEqualTo("40 GB");
        assertThat(job.at("/now/off").size()).isPositive();
        assertThat(client.change(id, "CloseJob", Map.of("note", ""))
                        .json()
                        .at("/finding/code")
                        .asString())
                .isEqualTo("CLOSE_PARTS_OFF");
        tickAll(client, id, "/opening/closing");
        ok(client.change(id, "LogStart", Map.of("outcome", "STARTED", "note", "")));
        job = ok(client.change(
                id,
                "EnterReadout",
                readout(
                        "AFTER",
                        Map.of(
                                "firmwareTotal",
                                "40 GB",
                                "usable",
                                "39.4 GB",
                                "rate",
                                1466,
                                "positionsFilled",
                                2,
                                "testPasses",
                                1))));
        // Beyond the maker's figure a pass is wanted, and its errors have to be said.
        assertThat(job.at("/proof/proven").asBoolean()).isFalse();
        assertThat(codes(job.at("/proof/missing"))).containsExactly("PROOF_PASS_WANTED");
        job = ok(client.change(id, "EnterReadout", readout("AFTER", Map.of("testErrors", 0))));
        assertThat(job.at("/proof/proven").asBoolean()).isTrue();
        assertThat(job.at("/proof/grade").asString()).isEqualTo("TESTED");
        assertThat(job.at("/comparison/3/findings/0/code").asString()).isEqualTo("PROOF_HALF_CLOCK");
        job = ok(client.change(id, "CloseJob", Map.of("note", "40 GB now")));
        assertThat(job.get("closed").asBoolean()).isTrue();
        assertThat(job.at("/handedBack/proven").asBoolean()).isTrue();
        assertThat(job.at("/handedBack/said/proof").toString()).contains("Tested");
        assertThat(job.get("current").asString()).isEqualTo("HAND_BACK");
        assertThat(client.change(id, "ResetPlan", Map.of()).status()).isEqualTo(422);
        assertThat(ok(client.change(id, "ReopenJob", Map.of())).get("closed").asBoolean())
                .isFalse();
        // Every change is one event, in order, with the person's name.
        JsonNode events = client.get("/api/jobs/" + id + "/events").json();
        long version = client.get("/api/jobs/" + id).json().get("version").asLong();
        assertThat(events.size()).isEqualTo((int) version);
        assertThat(events.get(0).get("type").asString()).isEqualTo("JobTakenIn");
        assertThat(events.get(1).get("who").asString()).isEqualTo("Ilka");
        assertThat(events.get(1).get("at").asString()).as("with its zone").endsWith("Z");
    }

    /** The log is shown entry by entry; what hangs on an entry is told, and goes with it only where it is said. */
    @Test
    void theLogIsShownAndRetracted(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = takeIn(client, "ostrell-drift-12");
        ok(client.change(id, "AnswerIntake", ANSWERS));
        ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", "4GB 1Rx8 PC3L-12800S-11-13-B4")));
        ok(client.change(id, "PlanModule", Map.of("position", "socket", "key", "m1")));
        chosen(client, id);
        tickAll(client, id, "/opening/steps");
        JsonNode job = ok(client.change(id, "ConfirmFit", Map.of("position", "socket", "done", true)));
        JsonNode log = job.get("log");
        assertThat(log.get(0).get("text").asString()).isEqualTo("Shut right down");
        assertThat(log.get(log.size() - 1).get("text").asString()).contains("from what was bought to");
        int no = log.get(0).get("no").asInt();
        JsonNode along = ok(client.get("/api/jobs/" + id + "/log/" + no + "/along"));
        assertThat(along.get(along.size() - 1).get("text").asString()).contains("from what was bought to");
        List<Integer> numbers = new ArrayList<>();
        along.forEach(a -> numbers.add(a.get("no").asInt()));
        ApiClient.Answer unasked =
                client.change(id, "Retract", Map.of("no", no, "reason", "only asleep", "along", List.of()));
        assertThat(unasked.status()).isEqualTo(422);
        assertThat(unasked.json().get("detail").asString()).contains(String.valueOf(numbers.get(0)));
        assertThat(client.change(id, "Retract", Map.of("no", no, "reason", " ", "along", numbers))
                        .status())
                .isEqualTo(422);
        JsonNode after = ok(client.change(id, "Retract", Map.of("no", no, "reason", "only asleep", "along", numbers)));
        assertThat(after.at("/fitLines/0/done").asBoolean()).isFalse();
        assertThat(after.at("/now/off").size()).isZero();
        // Undo brings all of it back.
        assertThat(ok(client.change(id, "Undo", Map.of()))
                        .at("/fitLines/0/done")
                        .asBoolean())
                .isTrue();
    }

    @Test
    void whatIsTriedStaysFreeUntilItIsChosen(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long one = takeIn(client, "halmira-panel-24");
        long other = takeIn(client, "halmira-panel-24");
        for (long id : new long[] {one, other}) {
            ok(client.change(id, "PlanModule", Map.of("position", "a-lower", "tag", "D-027")));
        }
        chosen(client, one);
        ApiClient.Answer late = client.change(other, "ChoosePlan", Map.of("chosen", true));
        assertThat(late.status()).isEqualTo(422);
        assertThat(late.json().get("code").asString()).isEqualTo("MODULE_TAKEN");
        // Another plan gives it back.
        ok(client.change(one, "PlanModule", Map.of("position", "a-lower")));
        chosen(client, other);
        ok(client.change(other, "ChoosePlan", Map.of("chosen", false)));
    }

    @Test
    void gatesKeepTheMachineShut(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        long id = takeIn(client, "skerrow-tern-16");
        ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", "16GB 1Rx8 PC5-5600B-SA0-1010-XT")));
        ok(client.change(id, "PlanModule", Map.of("position", "socket-a", "key", "m1")));
        chosen(client, id);
        // Making it dead is always right.
        ok(client.change(id, "TickStep", Map.of("step", "power-down", "done", true)));
        ok(client.change(id, "TickStep", Map.of("step", "unplug", "done", true)));
        ApiClient.Answer unanswered = client.change(id, "TickStep", Map.of("step", "off:base", "done", true));
        assertThat(unanswered.status()).isEqualTo(422);
        assertThat(unanswered.json().get("code").asString()).isEqualTo("GATE_SHUT");
        assertThat(unanswered.json().at("/finding/code").asString()).isEqualTo("GATE_SEAL_NOT_LOOKED");
        // One answer at a time; the others stay as they are.
        for (String[] next : new String[][] {
            {"seal", "NONE", "GATE_KEY_NOT_ASKED"},
            {"encryption", "KEY_MISSING", "GATE_KEY_MISSING"},
            {"encryption", "KEY_AT_HAND", "GATE_SETTINGS_NOT_ASKED"}
        }) {
            ok(client.change(id, "AnswerIntake", Map.of(next[0], next[1])));
            assertThat(client.change(id, "TickStep", Map.of("step", "off:base", "done", true))
                            .json()
                            .at("/finding/code")
                            .asString())
                    .isEqualTo(next[2]);
        }
        // This model loses its settings while it is unplugged, so "not known" does not open it, and clearing by hand
        // neither.
        JsonNode unknown = ok(client.change(id, "AnswerIntake", Map.of("firmwareSettings", "NOT_KNOWN")));
        assertThat(codes(unknown.get("openingGates")))
                .contains("GATE_SETTINGS_NOT_NOTED", "GATE_CLEAR_SETTINGS_NOT_NOTED");
        assertThat(client.change(id, "ClearSettings", Map.of("done", true))
                        .json()
                        .get("code")
                        .asString())
                .isEqualTo("GATE_SHUT");
        ok(client.change(id, "AnswerIntake", Map.of("firmwareSettings", "NOTED")));
        assertThat(ok(client.change(id, "ClearSettings", Map.of("done", true)))
                        .get("settingsCleared")
                        .asBoolean())
                .isTrue();
        Map<String, Object> swollen = new java.util.HashMap<>(ANSWERS);
        swollen.put("battery", "SWOLLEN");
        JsonNode job = ok(client.change(id, "AnswerIntake", swollen));
        assertThat(codes(job.get("openingGates"))).containsExactly("GATE_BATTERY_SWOLLEN");
        assertThat(client.change(id, "TickStep", Map.of("step", "off:base", "done", true))
                        .json()
                        .at("/finding/code")
                        .asString())
                .isEqualTo("GATE_BATTERY_SWOLLEN");
        assertThat(client.change(id, "CloseJob", Map.of("note", ""))
                        .json()
                        .at("/finding/code")
                        .asString())
                .isEqualTo("CLOSE_SWOLLEN");
        assertThat(client.change(id, "ConfirmFit", Map.of("position", "socket-a", "done", true))
                        .status())
                .isEqualTo(422);
        swollen.put("battery", "MADE_SAFE");
        ok(client.change(id, "AnswerIntake", swollen));
        ok(client.change(id, "TickStep", Map.of("step", "off:base", "done", true)));
    }

    @Test
    void fitCatchesTheWrongModuleAndTheWrongOrder(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        long id = takeIn(client, "halmira-panel-24");
        ok(client.change(id, "AnswerIntake", ANSWERS));
        for (int i = 0; i < 2; i++) {
            ok(client.change(
                    id,
                    "AddModule",
                    Map.of(
                            "origin",
                            "TYPED",
                            "label",
                            i == 0 ? "8GB 1Rx8 PC4-2666V-SA1-11" : "16GB 2Rx8 PC4-2666V-SE1-11")));
        }
        ok(client.change(id, "PlanModule", Map.of("position", "a-upper", "key", "m1")));
        ok(client.change(id, "PlanModule", Map.of("position", "a-lower", "key", "m2")));
        chosen(client, id);
        tickAll(client, id, "/opening/steps");
        assertThat(client.change(id, "ConfirmFit", Map.of("position", "a-upper", "done", true))
                        .json()
                        .at("/finding/code")
                        .asString())
                .isEqualTo("FIT_LOWER_FIRST");
        ApiClient.Answer wrong = client.change(
                id, "ConfirmFit", Map.of("position", "a-lower", "done", true, "seen", "8GB 1Rx8 PC4-2666V-SA1-11"));
        assertThat(wrong.json().at("/finding/code").asString()).isEqualTo("FIT_WRONG_POSITION");
        ok(client.change(
                id, "ConfirmFit", Map.of("position", "a-lower", "done", true, "seen", "16gb 2rx8 pc4 2666V SE1 11")));
        ok(client.change(id, "ConfirmFit", Map.of("position", "a-upper", "done", true)));
    }

    /** Every record of the demo holds, opens, and can be judged empty and filled. */
    @Test
    void everyDemoMachineCanBeWalked(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "wren");
        // Other tests enter machines of their own meanwhile.
        Set<String> demo = Set.of(
                "brindlecombe-beacon-r",
                "brindlecombe-cairn",
                "fenwright-journeyman-17",
                "fenwright-trestle",
                "halmira-panel-24",
                "halmira-slate-13",
                "ostrell-drift-12",
                "ostrell-lantern",
                "quarrow-fell-13",
                "quarrow-fell-13-s",
                "skerrow-gannet-15",
                "skerrow-tern-16");
        List<JsonNode> machines = new ArrayList<>();
        client.get("/api/machines").json().forEach(machines::add);
        machines.removeIf(m -> !demo.contains(m.get("id").asString()));
        assertThat(machines).hasSize(demo.size());
        for (JsonNode machine : machines) {
            long id = takeIn(client, machine.get("id").asString());
            JsonNode job = client.get("/api/jobs/" + id).json();
            assertThat(job.get("rules").size()).as(machine.toString()).isEqualTo(11);
            assertThat(machine.get("sockets").asInt() == 0
                            || job.at("/found/lanes/0/blocks/0/reachMinutes").asInt() >= 0)
                    .isTrue();
        }
    }

    @Test
    void positionsAreThereOnlyWithTheirCarrierAndProcessor(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "wren");
        long id = takeIn(client, "brindlecombe-beacon-r");
        ok(client.change(
                id,
                "AddModule",
                Map.of("origin", "FOUND", "label", "32GB 2Rx4 PC4-2933Y-RA1-12", "position", "P1-A1")));
        JsonNode job = ok(client.change(id, "SayAbsent", Map.of("id", "P1-1", "absent", true)));
        assertThat(codes(job.get("foundFindings"))).contains("FIT_POSITION_ABSENT");
        assertThat(job.at("/found/lanes/0/blocks/0/absent").asBoolean()).isTrue();
        assertThat(ok(client.change(id, "SayAbsent", Map.of("id", "P1-1", "absent", false)))
                        .at("/found/installed")
                        .asString())
                .isEqualTo("32 GB");
        assertThat(codes(ok(client.change(id, "SayAbsent", Map.of("id", "P1", "absent", true)))
                        .get("foundFindings")))
                .contains("FIT_POSITION_ABSENT");
        assertThat(client.change(id, "SayAbsent", Map.of("id", "P9", "absent", true))
                        .status())
                .isEqualTo(404);
    }

    /** Whoever was here before is proposed with what they brought, the latest first. */
    @Test
    void ownersAreProposedWithTheirMachines(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        for (String machine : List.of("quarrow-fell-13", "skerrow-tern-16", "quarrow-fell-13")) {
            ok(client.post("/api/jobs", Map.of("machineId", machine, "owner", "Lime kiln yard", "wish", "more")));
        }
        JsonNode owners = ok(client.get("/api/owners?text=lime+kiln"));
        assertThat(owners.size()).isEqualTo(2);
        assertThat(owners.at("/0/owner").asString()).isEqualTo("Lime kiln yard");
        assertThat(owners.at("/0/machineId").asString()).isEqualTo("quarrow-fell-13");
        assertThat(owners.at("/1/machine").asString()).isEqualTo("Skerrow Tern 16");
        assertThat(ok(client.get("/api/owners?text=%25")).size()).isZero();
    }

    @Test
    void findsJobsModulesAndMachines(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "desk");
        JsonNode tag = ok(client.get("/api/find?text=d-012"));
        assertThat(tag.at("/0/kind").asString()).isEqualTo("MODULE");
        assertThat(tag.at("/0/title").asString()).startsWith("D-012 24 GB 1Rx8 DDR5-5600");
        assertThat(tag.at("/0/job").asLong()).isEqualTo(5);
        assertThat(ok(client.get("/api/find?text=%235")).at("/0/title").asString())
                .isEqualTo("#5 Skerrow Tern 16");
        assertThat(ok(client.get("/api/find?text=dairy+invoices")).at("/0/job").asLong())
                .isEqualTo(5);
        assertThat(ok(client.get("/api/find?text=beacon")).toString())
                .contains("\"MACHINE\"")
                .contains("\"machine\":\"brindlecombe-beacon-r\"");
        JsonNode module = ok(client.get("/api/drawer")).at("/modules/3");
        for (String name : List.of("partNumber", "serial")) {
            JsonNode hit = ok(
                    client.get("/api/find?text=" + module.get(name).asString().toLowerCase(java.util.Locale.ROOT)));
            assertThat(hit.toString()).as(name).contains(module.get("tag").asString());
        }
        // What begins with the text comes before what has it somewhere.
        List<String> tags = new java.util.ArrayList<>();
        ok(client.get("/api/find?text=d-0"))
                .forEach(h -> tags.add(h.get("title").asString()));
        assertThat(tags).hasSize(20).allMatch(t -> t.startsWith("D-0"));
        List<String> owners = new java.util.ArrayList<>();
        ok(client.get("/api/find?text=dairy"))
                .forEach(h -> owners.add(h.get("detail").asString()));
        assertThat(owners.get(0)).startsWith("Dairy");
        // Words of the board find what stands under them, with its day.
        JsonNode waiting = ok(client.get("/api/find?text=waits+for+parts"));
        assertThat(waiting.size()).isPositive();
        waiting.forEach(h -> assertThat(h.get("state").asString()).startsWith("Waits for parts"));
        JsonNode late = ok(client.get("/api/find?text=late,+promised"));
        late.forEach(h -> assertThat(h.get("state").asString()).matches(".*late, promised \\d{4}-\\d\\d-\\d\\d.*"));
        // What is late stands under that, as on the board, whatever else it waits for.
        JsonNode third = ok(client.get("/api/find?text=%233")).get(0);
        assertThat(third.get("state").asString()).startsWith("Blocked or late, late, promised ");
        // A module that is with nobody is shown in the drawer.
        JsonNode free = ok(client.get("/api/drawer?free=true")).at("/modules/0/tag");
        assertThat(ok(client.get("/api/find?text=" + free.asString())).at("/0/tag"))
                .isEqualTo(free);
        assertThat(ok(client.get("/api/find?text=no-such-thing")).size()).isZero();
        // Text is text: no wildcard, no pattern.
        assertThat(ok(client.get("/api/find?text=%25")).size()).isZero();
        ApiClient.Answer empty = client.get("/api/find?text=");
        assertThat(empty.status()).isEqualTo(422);
        assertThat(empty.json().get("field").asString()).isEqualTo("text");
        assertThat(client.get("/api/find?text=" + "x".repeat(200)).status()).isEqualTo(422);
        ApiClient.Answer missing = client.get("/api/find");
        assertThat(missing.status()).isEqualTo(422);
        assertThat(missing.json().get("field").asString()).isEqualTo("text");
    }

    @Test
    void decodesLabelsAsTheyAreTyped(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "desk");
        JsonNode good = ok(client.post("/api/labels/decode", Map.of("line", "8GB 1Rx8 PC4-2400T-SA1-11")));
        assertThat(good.get("complete").asBoolean()).isTrue();
        assertThat(good.get("summary").asString()).isEqualTo("8 GB 1Rx8 DDR4-2400");
        JsonNode impossible = ok(client.post("/api/labels/decode", Map.of("line", "16GB 1Rx16 PC4-3200AA-SC0-11")));
        assertThat(impossible.get("complete").asBoolean()).isFalse();
        assertThat(impossible.at("/suggestions/0/line").asString()).isEqualTo("16GB 1Rx8 PC4-3200AA-SC0-11");
        // What was typed off a worn sticker, with letters for digits.
        JsonNode misread = ok(client.post("/api/labels/decode", Map.of("line", "16G8 2Rx8 PC4-26b6V-SEl-11")));
        assertThat(misread.get("complete").asBoolean()).isFalse();
        assertThat(misread.at("/suggestions/0/line").asString()).isEqualTo("16GB 2Rx8 PC4-2666V-SE1-11");
    }

    @Test
    void theDemoTellsItsStories(TestServer.Running server) {
        JsonNode jobs =
                ApiClient.signedIn(server, "desk").get("/api/jobs").json().get("jobs");
        assertThat(jobs.size()).isGreaterThanOrEqualTo(6);
        List<String> stations = new ArrayList<>();
        jobs.forEach(j -> stations.add(j.get("station").asString()
                + (j.get("blocked").asBoolean() ? " blocked" : "")
                + (j.get("closed").asBoolean() ? " closed" : "")));
        assertThat(stations).contains("READ", "OPEN", "OPEN blocked", "PROVE blocked", "HAND_BACK closed");
    }
}
