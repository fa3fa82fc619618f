package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** A room from the counter to a plan that is decided on, through the real server. */
@ExtendWith(TestServer.class)
class RoomsHttpTest {
    private static final String FOUR = "4GB 1Rx16 PC4-2400T-SC0-11";

    private static JsonNode room(ApiClient who, String name, String... serials) {
        return ok(who.post(
                "/api/rooms",
                Map.of(
                        "name",
                        name,
                        "owner",
                        "The school on the moor",
                        "wish",
                        "More at once",
                        "kinds",
                        List.of(Map.of("machineId", "brindlecombe-cairn", "serials", List.of(serials))))));
    }

    private static List<Long> jobs(JsonNode room) {
        List<Long> jobs = new ArrayList<>();
        room.get("units").forEach(u -> jobs.add(u.get("job").asLong()));
        return jobs;
    }

    /** One module in the lower socket, and the total that goes with it. */
    private static void read(ApiClient who, long job, String label, String total) {
        ok(who.change(job, "AddModule", Map.of("origin", "FOUND", "label", label, "position", "lower")));
        total(who, job, total);
    }

    private static void total(ApiClient who, long job, String total) {
        ok(who.change(job, "EnterReadout", JobSteps.readout("BEFORE", Map.of("firmwareTotal", total))));
    }

    private static List<Map<String, Object>> seen(ApiClient who, long room, List<Long> jobs) {
        List<Map<String, Object>> seen = new ArrayList<>();
        ok(who.get("/api/rooms/" + room)).get("units").forEach(u -> {
            if (jobs.contains(u.get("job").asLong())) {
                seen.add(Map.of(
                        "job",
                        u.get("job").asLong(),
                        "expectedVersion",
                        u.get("version").asLong()));
            }
        });
        return seen;
    }

    private static JsonNode unit(JsonNode room, long job) {
        for (JsonNode u : room.get("units")) {
            if (u.get("job").asLong() == job) {
                return u;
            }
        }
        throw new AssertionError("no " + job);
    }

    private static ApiClient.Answer standsFor(ApiClient who, long room, List<Long> jobs) {
        return who.post(
                "/api/rooms/" + room + "/readings",
                Map.of("machineId", "brindlecombe-cairn", "units", seen(who, room, jobs)));
    }

    @Test
    void threeReadingsStandForTheRest(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        JsonNode room = room(ilka, "Room of six", "R6-1", "R6-2", "R6-3", "R6-4", "R6-5", "");
        long id = room.get("id").asLong();
        List<Long> jobs = jobs(room);
        assertThat(jobs).hasSize(6);
        assertThat(unit(room, jobs.get(1)).get("serial").asString()).isEqualTo("R6-2");
        assertThat(unit(room, jobs.get(0)).get("reading").asString()).isEqualTo("NOT_READ");
        // The questions of every machine, for all of them at once.
        assertThat(unit(room, jobs.get(5)).get("unasked").asBoolean()).isTrue();
        JsonNode asked = ok(ilka.post("/api/rooms/" + id + "/usual", Map.of("units", seen(ilka, id, jobs))));
        assertThat(unit(asked, jobs.get(5)).get("unasked").asBoolean()).isFalse();
        List<Long> rest = jobs.subList(3, 6);
        ApiClient.Answer few = standsFor(ilka, id, rest);
        assertThat(few.status()).isEqualTo(409);
        assertThat(few.json().get("code").asString()).isEqualTo("SAMPLES_FEW");
        read(ilka, jobs.get(0), FOUR, "4 GB");
        read(ilka, jobs.get(1), FOUR, "4 GB");
        read(ilka, jobs.get(2), "8GB 1Rx8 PC4-2400T-SA1-11", "8 GB");
        assertThat(standsFor(ilka, id, rest).json().get("code").asString()).isEqualTo("SAMPLES_DIFFER");
        ok(ilka.change(jobs.get(2), "Undo", Map.of()));
        ok(ilka.change(jobs.get(2), "Undo", Map.of()));
        read(ilka, jobs.get(2), FOUR, "4 GB");
        JsonNode after = ok(standsFor(ilka, id, rest));
        assertThat(unit(after, jobs.get(4)).get("reading").asString()).isEqualTo("ALIKE");
        // Taken as alike is not read: the station says what is missing, and no plan is made of it.
        JsonNode job = ok(ilka.get("/api/jobs/" + jobs.get(4)));
        assertThat(job.get("current").asString()).isNotEqualTo("PLAN");
        assertThat(job.toString()).contains("taken as alike; a total of its own is still to be read");
        total(ilka, jobs.get(3), "4 GB");
        total(ilka, jobs.get(4), "8 GB");
        JsonNode now = ok(ilka.get("/api/rooms/" + id));
        assertThat(unit(now, jobs.get(3)).get("reading").asString()).isEqualTo("BORNE_OUT");
        assertThat(unit(now, jobs.get(4)).get("reading").asString()).isEqualTo("DIFFERS");
        assertThat(unit(now, jobs.get(4)).get("says").asString())
                .contains("8 GB")
                .contains("4 GB");
        // One that was read by itself keeps what was read.
        assertThat(standsFor(ilka, id, List.of(jobs.get(0))).json().get("code").asString())
                .isEqualTo("READ_ALREADY");
        JsonNode plan = ok(ilka.get("/api/rooms/" + id + "/plan?atLeastGib=8"));
        assertThat(plan.get("found").asBoolean()).isTrue();
        assertThat(plan.get("units").size()).isEqualTo(4);
        List<Long> out = new ArrayList<>();
        plan.get("leftOut").forEach(u -> out.add(u.get("job").asLong()));
        assertThat(out).containsExactlyInAnyOrder(jobs.get(4), jobs.get(5));
    }

    @Test
    void onePlanIsDecidedOnForAllOrForNone(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        ApiClient wren = ApiClient.signedIn(server, "wren");
        JsonNode room = room(ilka, "Room of three", "R3-1", "R3-2", "R3-3");
        long id = room.get("id").asLong();
        List<Long> jobs = jobs(room);
        jobs.forEach(j -> read(ilka, j, FOUR, "4 GB"));
        JsonNode plan = ok(ilka.get("/api/rooms/" + id + "/plan?atLeastGib=8&alike=false"));
        assertThat(plan.get("says").asString()).contains("every combination");
        Map<String, Object> adopt = new HashMap<>();
        adopt.put("atLeastGib", 8);
        adopt.put("alike", false);
        adopt.put("stamp", plan.get("stamp").asString());
        List<Map<String, Object>> seen = seen(ilka, id, jobs);
        adopt.put("units", seen);
        // Somebody works on the last of them meanwhile: nothing is decided for any.
        ok(wren.change(jobs.get(2), "CounterSays", Map.of("forbids", "no paste", "bans", List.of())));
        ApiClient.Answer late = ilka.post("/api/rooms/" + id + "/plan", adopt);
        assertThat(late.status()).as(late.body()).isEqualTo(409);
        JsonNode still = ok(ilka.get("/api/rooms/" + id));
        assertThat(unit(still, jobs.get(0)).get("planned").asString()).isEmpty();
        adopt.put("units", seen(ilka, id, jobs));
        JsonNode decided = ok(ilka.post("/api/rooms/" + id + "/plan", adopt));
        for (long j : jobs) {
            assertThat(unit(decided, j).get("planned").asString()).isNotEmpty();
        }
        // Packs and drawer pieces stand with one job each.
        int packs = 0;
        List<String> tags = new ArrayList<>();
        for (long j : jobs) {
            JsonNode unit = ok(ilka.get("/api/jobs/" + j + "/export")).get("unit");
            for (JsonNode buy : unit.at("/alternatives/0/buys")) {
                packs += buy.get("packs").asInt();
            }
            unit.get("modules").forEach(m -> Optional.ofNullable(m.get("tag"))
                    .filter(t -> !t.isNull())
                    .ifPresent(t -> tags.add(t.asString())));
        }
        int listed = 0;
        for (JsonNode line : plan.get("buy")) {
            listed += Integer.parseInt(line.asString().split(" ")[0]);
        }
        assertThat(packs).isEqualTo(listed);
        assertThat(tags).doesNotHaveDuplicates().hasSize(plan.get("drawn").size());
        // Decided on once: the same plan is not there any more.
        adopt.put("units", seen(ilka, id, jobs));
        assertThat(ilka.post("/api/rooms/" + id + "/plan", adopt)
                        .json()
                        .get("code")
                        .asString())
                .isEqualTo("PLAN_CHANGED");
        String csv = ilka.get("/api/rooms/" + id + "/report.csv").body();
        assertThat(csv.lines().count()).isEqualTo(4);
        assertThat(csv).contains("R3-2");
    }

    private static Map<String, Object> piece(String position, String by, Object what) {
        return Map.of("position", position, by, what);
    }

    private static void adopt(ApiClient who, long job, Map<?, ?>... pieces) {
        ok(who.change(
                job,
                "AdoptLayout",
                Map.of("name", "shared", "pieces", List.of(pieces), "packs", List.of(), "choose", true)));
    }

    /** R-8.12: each job is decided on by itself, and what one is to get of another is looked at in both. */
    @Test
    void whatOneMachineGivesAnotherIsLookedAtInBoth(TestServer.Running server) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        String tag = "GIVEN-EIGHT";
        assertThat(ilka.post(
                                "/api/drawer",
                                ("{'tag':'" + tag
                                                + "','labelLine':'8GB 1Rx8 PC4-2666V-SA1-11','maker':'','partNumber':'','serial':'',"
                                                + "'tested':'UNTESTED','note':'','origin':'NEW','bin':'','bookValue':'0.00','count':1}")
                                        .replace('\'', '"'))
                        .status())
                .isEqualTo(201);
        JsonNode room = room(ilka, "Two that share", "TS-1", "TS-2");
        long id = room.get("id").asLong();
        // The one that gives is the second: it is next all the same, since the first waits for it.
        long gets = jobs(room).get(0);
        long gives = jobs(room).get(1);
        read(ilka, gets, FOUR, "4 GB");
        read(ilka, gives, FOUR, "4 GB");
        ok(ilka.post("/api/rooms/" + id + "/usual", Map.of("units", seen(ilka, id, List.of(gets, gives)))));
        adopt(ilka, gives, piece("lower", "tag", tag));
        adopt(
                ilka,
                gets,
                piece("lower", "key", "m1"),
                piece(
                        "upper",
                        "room",
                        Map.of(
                                "job",
                                gives,
                                "which",
                                "#" + gives + ", Lower socket",
                                "label",
                                FOUR,
                                "position",
                                "lower")));
        JsonNode shared = ok(ilka.get("/api/rooms/" + id));
        assertThat(unit(shared, gets).get("waitsFor").asString()).isEqualTo("the module out of job " + gives);
        assertThat(unit(shared, gets).get("missing")).isEmpty();
        assertThat(unit(shared, gives).get("waitsFor").asString()).isEmpty();
        assertThat(shared.get("next").asLong()).isEqualTo(gives);
        String slip = "/api/jobs/" + gives + "/slip";
        assertThat(ok(ilka.get(slip)).get("comesOut").get(0).asString())
                .contains("goes into another machine of yours, job " + gets);
        // Taken back where it was given: said where it is missed, and it is the owner's again.
        ok(ilka.change(gives, "ChoosePlan", Map.of("chosen", false)));
        JsonNode missing = ok(ilka.get("/api/rooms/" + id));
        assertThat(unit(missing, gets).get("missing").get(0).asString())
                .contains("for Upper socket was to come out of job " + gives + ", which does not give it");
        assertThat(unit(missing, gets).get("waitsFor").asString()).isEmpty();
        assertThat(ok(ilka.get(slip)).get("comesOut").get(0).asString()).doesNotContain("goes into");
    }

    @Test
    void whatCannotBeARoomIsNotTakenIn(TestServer.Running server) {
        ApiClient desk = ApiClient.signedIn(server, "desk");
        Map<String, Object> body = new HashMap<>(Map.of("name", "Twice", "owner", "o", "wish", ""));
        body.put("kinds", List.of(Map.of("machineId", "brindlecombe-cairn", "serials", List.of("S-1", "S-1"))));
        ApiClient.Answer twice = desk.post("/api/rooms", body);
        assertThat(twice.status()).isEqualTo(422);
        assertThat(twice.body()).contains("S-1").contains("twice");
        body.put("kinds", List.of(Map.of("machineId", "brindlecombe-cairn", "serials", List.of("S-1"))));
        assertThat(desk.post("/api/rooms", body).status()).isEqualTo(422);
        body.put("kinds", List.of(Map.of("machineId", "no-such", "serials", List.of("S-1", "S-2"))));
        assertThat(desk.post("/api/rooms", body).status()).isEqualTo(404);
        assertThat(desk.get("/api/rooms").body()).doesNotContain("Twice");
        // Sent twice, because the answer was lost, it is one room.
        body.put("name", "Once");
        body.put("takeInId", UUID.randomUUID().toString());
        body.put("kinds", List.of(Map.of("machineId", "brindlecombe-cairn", "serials", List.of("", ""))));
        long first = ok(desk.post("/api/rooms", body)).get("id").asLong();
        assertThat(ok(desk.post("/api/rooms", body)).get("id").asLong()).isEqualTo(first);
        // The desk takes rooms in, and decides on nothing.
        assertThat(desk.post("/api/rooms/" + first + "/readings", Map.of()).status())
                .isEqualTo(403);
        assertThat(desk.get("/api/rooms/999999").status()).isEqualTo(404);
    }
}
