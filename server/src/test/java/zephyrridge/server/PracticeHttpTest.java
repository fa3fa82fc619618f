package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Practice: a machine that is not there is asked, worked on by the same changes, and told at the end; nothing of it is the shop's. */
@ExtendWith(TestServer.class)
@Isolated("all lists of the shop are compared before and after")
class PracticeHttpTest {
    private static long begin(ApiClient who, String what) {
        ApiClient.Answer answer = who.post("/api/practice", Map.of("what", what));
        assertThat(answer.status()).as(answer.body()).isEqualTo(201);
        return answer.json().get("job").asLong();
    }

    private static JsonNode ask(ApiClient who, long job, String what, String of, int waited, int passes) {
        return ok(who.post(
                "/api/jobs/" + job + "/practice/asks",
                Map.of("what", what, "of", of, "waited", waited, "passes", passes)));
    }

    private static String last(JsonNode practice) {
        JsonNode asked = practice.get("asked");
        return asked.get(asked.size() - 1).get("told").asString();
    }

    /** Steps of the station that leads, as its line names them. */
    private static void led(ApiClient who, long job, String station) {
        for (int i = 0; i < 60; i++) {
            JsonNode next = null;
            for (JsonNode leg : who.get("/api/jobs/" + job).json().get("trail")) {
                next = leg.get("station").asString().equals(station) ? leg.get("next") : next;
            }
            String what = next.get("what").asString();
            if (what.equals("TICK") || what.equals("TICK_ALL")) {
                ok(who.change(
                        job,
                        "TickSteps",
                        Map.of("steps", List.of(next.get("id").asString().split(",")))));
            } else if (what.equals("FIT")) {
                ok(who.change(
                        job, "ConfirmFit", Map.of("position", next.get("id").asString(), "done", true)));
            } else {
                return;
            }
        }
    }

    /** @param tags what lies ready by the position it goes into */
    private static void plan(ApiClient who, long job, Map<String, String> tags) {
        List<Map<String, String>> pieces = tags.entrySet().stream()
                .map(e -> Map.of("position", e.getKey(), "tag", e.getValue()))
                .toList();
        ok(who.change(
                job, "AdoptLayout", Map.of("name", "Planned", "pieces", pieces, "packs", List.of(), "choose", true)));
    }

    @Test
    void aLessonFromItsFirstLookToTheTruth(TestServer.Running server) {
        ApiClient bram = ApiClient.signedIn(server, "bram");
        long job = begin(bram, "FIRST_LOOK");
        JsonNode view = ok(bram.get("/api/jobs/" + job));
        assertThat(view.get("practice").asBoolean()).isTrue();
        assertThat(view.has("undoes")).as("that it was begun").isFalse();
        ok(bram.change(job, "AnswerAsUsual", Map.of()));
        // A window and a table become sources of the job, and what they say is taken over as ever.
        assertThat(last(ask(bram, job, "WINDOW", "", 0, 0))).contains("Slots used: 1 of 2");
        assertThat(last(ask(bram, job, "TABLE", "", 0, 0))).contains("Handed in");
        ok(bram.change(job, "AcceptReading", Map.of()));
        JsonNode shut = ok(bram.get("/api/jobs/" + job + "/practice"));
        shut.get("asks").forEach(a -> {
            if (a.get("what").asString().equals("LABEL")) {
                assertThat(a.get("refused").asString()).contains("not open");
            }
        });
        ApiClient.Answer refused = bram.post(
                "/api/jobs/" + job + "/practice/asks",
                Map.of("what", "LABEL", "of", "socket-a", "waited", 0, "passes", 0));
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.json().get("code").asString()).isEqualTo("CANNOT_ASK");
        // What lies ready is its own: the shop's drawer is not offered.
        List<String> tags = new ArrayList<>();
        ok(bram.get("/api/jobs/" + job + "/stock"))
                .forEach(m -> tags.add(m.get("tag").asString()));
        assertThat(tags).containsExactly("R-1", "R-2");
        plan(bram, job, Map.of("socket-a", "R-1", "socket-b", "R-2"));
        led(bram, job, "OPEN");
        led(bram, job, "FIT");
        led(bram, job, "PROVE");
        JsonNode after = ask(bram, job, "START", "", 1, 1);
        assertThat(last(after)).contains("It comes up", "errors: 0");
        assertThat(after.get("minutes").asInt()).isGreaterThan(15);
        assertThat(ok(bram.get("/api/jobs/" + job)).at("/proof/proven").asBoolean())
                .isTrue();
        JsonNode told = ok(bram.post("/api/jobs/" + job + "/practice/end", Map.of()));
        assertThat(told.at("/truth/solved").asBoolean()).isTrue();
        assertThat(told.at("/truth/truth").toString()).contains("None of its sockets was bad");
        assertThat(told.at("/truth/tool").asString()).contains("it is proven", "modules for 44.00");
        assertThat(told.at("/truth/wish").asString()).contains("wanted: 16 GB").contains("It has 16 GB now");
        assertThat(bram.post(
                                "/api/jobs/" + job + "/practice/asks",
                                Map.of("what", "START", "of", "", "waited", 1, "passes", 0))
                        .status())
                .isEqualTo(409);
        JsonNode range = ok(bram.get("/api/practice"));
        assertThat(range.at("/offered/0/solved").asBoolean()).isTrue();
        assertThat(range.at("/mine/0/job").asLong()).isEqualTo(job);
        // Whoever opens a machine that was to be left alone has not solved it.
        long swollen = begin(bram, "SWOLLEN_PACK");
        JsonNode leftAlone = ok(bram.post("/api/jobs/" + swollen + "/practice/end", Map.of()));
        assertThat(leftAlone.at("/truth/solved").asBoolean()).isTrue();
        assertThat(leftAlone.at("/truth/truth").toString()).contains("the pack swells");
        assertThat(ok(bram.post("/api/jobs/" + begin(bram, "WORN_LABEL") + "/practice/end", Map.of()))
                        .at("/truth/truth")
                        .toString())
                .contains("only this was left")
                .doesNotContain("as its label says");
    }

    /** What goes wrong in hands that do not look is told after the step; whoever looks first is told what lay in wait. */
    @Test
    void handsThatDoNotLookAreTold(TestServer.Running server) {
        ApiClient bram = ApiClient.signedIn(server, "bram");
        long careless = begin(bram, "FIRST_LOOK");
        JsonNode fitted = fitted(bram, careless, false);
        assertThat(fitted.get("fresh").asBoolean()).isTrue();
        assertThat(fitted.get("mishaps").size()).isEqualTo(1);
        assertThat(fitted.at("/mishaps/0/told").asString()).contains("pressed it against the key");
        assertThat(fitted.at("/mishaps/0/caution").asString()).contains("stop and look");
        long careful = begin(bram, "FIRST_LOOK");
        JsonNode looked = fitted(bram, careful, true);
        assertThat(looked.get("mishaps").size()).isZero();
        assertThat(looked.get("asked").toString())
                .contains("you turn the module round")
                .contains("No lamp, no fan")
                .contains("in your hand is plastic");
        // How often hands did not look stands in the sheet.
        ok(bram.post("/api/jobs/" + careless + "/practice/end", Map.of()));
        assertThat(ok(bram.get("/api/practice")).get("mine").toString())
                .contains("\"job\":" + careless)
                .contains("\"mishaps\":1");
    }

    /** The first lesson until its modules are in; looked at everything first where that is wanted. */
    private static JsonNode fitted(ApiClient who, long job, boolean look) {
        ok(who.change(job, "AnswerAsUsual", Map.of()));
        ask(who, job, "TABLE", "", 0, 0);
        ok(who.change(job, "AcceptReading", Map.of()));
        plan(who, job, Map.of("socket-a", "R-1", "socket-b", "R-2"));
        if (look) {
            // It is looked at as long as it runs, too: that says nothing of it after.
            assertThat(last(ask(who, job, "LAMP", "", 0, 0))).contains("It is on");
            ok(who.change(job, "TickSteps", Map.of("steps", List.of("power-down", "unplug"))));
            ask(who, job, "LAMP", "", 0, 0);
            ask(who, job, "HAND", "battery", 0, 0);
        }
        led(who, job, "OPEN");
        if (look) {
            ask(who, job, "NOTCH", "socket-a", 0, 0);
            ask(who, job, "NOTCH", "socket-b", 0, 0);
        }
        led(who, job, "FIT");
        return ok(who.get("/api/jobs/" + job + "/practice"));
    }

    /** Once it is over each step says what it told, and the machine is there again as it stood before any of them. */
    @Test
    void aPracticeIsRecountedAndBegunAgain(TestServer.Running server) {
        ApiClient bram = ApiClient.signedIn(server, "bram");
        long job = begin(bram, "NOT_SEATED");
        fitted(bram, job, false);
        led(bram, job, "PROVE");
        ask(bram, job, "START", "", 1, 0);
        ask(bram, job, "START", "", 2, 0);
        Map<String, Object> early = Map.of("version", 2, "asks", 0);
        assertThat(bram.post("/api/jobs/" + job + "/practice/again", early)
                        .json()
                        .get("code")
                        .asString())
                .isEqualTo("PRACTICE_GOES_ON");
        JsonNode told = ok(bram.post("/api/jobs/" + job + "/practice/end", Map.of()));
        JsonNode steps = told.at("/truth/steps");
        List<String> said = new ArrayList<>();
        steps.forEach(
                x -> said.add(x.get("step").asString() + ": " + x.path("told").asString("")));
        assertThat(said)
                .anyMatch(x -> x.startsWith("Firmware table: sockets of which it is known now what is in them: 2"));
        assertThat(said)
                .anyMatch(x -> x.matches("Switched on: something is wrong: \\d+\\.\\d things are about as likely"));
        assertThat(said).last().asString().startsWith("Switched on: ");
        int clock = 0;
        for (JsonNode x : steps) {
            assertThat(x.get("minutes").asInt()).isGreaterThanOrEqualTo(clock);
            clock = x.get("minutes").asInt();
        }
        assertThat(clock).isEqualTo(told.get("minutes").asInt());
        // From before it was switched on: the table is there, the modules are in, and nothing was started.
        JsonNode start = null;
        for (JsonNode x : steps) {
            start = start == null && x.get("step").asString().equals("Switched on") ? x : start;
        }
        ApiClient.Answer again = bram.post(
                "/api/jobs/" + job + "/practice/again",
                Map.of(
                        "version",
                        start.get("version").asLong(),
                        "asks",
                        start.get("asks").asInt()));
        assertThat(again.status()).as(again.body()).isEqualTo(201);
        long next = again.json().get("job").asLong();
        JsonNode view = ok(bram.get("/api/jobs/" + next));
        assertThat(view.get("practice").asBoolean()).isTrue();
        JsonNode evidence = ok(bram.get("/api/jobs/" + next + "/evidence"));
        assertThat(evidence.get("sources").size()).isEqualTo(1);
        JsonNode practice = ok(bram.get("/api/jobs/" + next + "/practice"));
        assertThat(practice.get("asked").size()).isEqualTo(1);
        assertThat(practice.get("mishaps").size()).isEqualTo(told.get("mishaps").size());
        assertThat(last(ask(bram, next, "START", "", 1, 0))).isEqualTo("Dark. No picture, no sound.");
        // It never stood so, and nobody else begins it.
        assertThat(bram.post("/api/jobs/" + job + "/practice/again", Map.of("version", 9_999, "asks", 0))
                        .status())
                .isEqualTo(404);
        assertThat(bram.post("/api/jobs/" + job + "/practice/again", Map.of("version", 2, "asks", 3))
                        .status())
                .isEqualTo(404);
        assertThat(ApiClient.signedIn(server, "wren")
                        .post("/api/jobs/" + job + "/practice/again", early)
                        .status())
                .isEqualTo(404);
    }

    /** What somebody practised is theirs; the lead sees how it ended where they say so, and no longer than that. */
    @Test
    void sheetsAreSeenWithConsent(TestServer.Running server) {
        ApiClient wren = ApiClient.signedIn(server, "wren");
        ApiClient bram = ApiClient.signedIn(server, "bram");
        long job = begin(bram, "SWOLLEN_PACK");
        ok(bram.post("/api/jobs/" + job + "/practice/end", Map.of()));
        assertThat(ok(wren.get("/api/practice/sheets")).toString()).doesNotContain("Bram");
        assertThat(bram.put("/api/practice/shown", Map.of("shown", true)).status())
                .isEqualTo(204);
        assertThat(bram.put("/api/practice/shown", Map.of("shown", true)).status())
                .isEqualTo(204);
        assertThat(ok(bram.get("/api/practice")).get("shown").asBoolean()).isTrue();
        JsonNode sheet = ok(wren.get("/api/practice/sheets")).get(0);
        assertThat(sheet.get("learner").asString()).isEqualTo("Bram");
        assertThat(sheet.get("lessons").asInt()).isEqualTo(12);
        assertThat(sheet.get("solved").asInt()).isPositive();
        assertThat(sheet.at("/practised/0/over").asBoolean()).isTrue();
        assertThat(bram.get("/api/practice/sheets").status()).isEqualTo(403);
        // How it ended, not what was done.
        assertThat(wren.get("/api/jobs/" + job + "/practice").status()).isEqualTo(404);
        assertThat(bram.put("/api/practice/shown", Map.of("shown", false)).status())
                .isEqualTo(204);
        assertThat(ok(wren.get("/api/practice/sheets")).toString()).doesNotContain("Bram");
    }

    /** The same machine answers the same, however often it is looked at, and asking again is another start. */
    @Test
    void aDarkMachineStaysDarkUntilItIsMended(TestServer.Running server) {
        ApiClient bram = ApiClient.signedIn(server, "bram");
        long job = begin(bram, "NOT_SEATED");
        ok(bram.change(job, "AnswerAsUsual", Map.of()));
        ask(bram, job, "TABLE", "", 0, 0);
        ok(bram.change(job, "AcceptReading", Map.of()));
        plan(bram, job, Map.of("socket-a", "R-1", "socket-b", "R-2"));
        led(bram, job, "OPEN");
        led(bram, job, "FIT");
        led(bram, job, "PROVE");
        for (int i = 0; i < 3; i++) {
            assertThat(last(ask(bram, job, "START", "", 1, 0))).isEqualTo("Dark. No picture, no sound.");
            assertThat(ok(bram.get("/api/jobs/" + job + "/practice"))
                            .get("asked")
                            .size())
                    .isEqualTo(2 + i);
        }
        JsonNode trouble = ok(bram.get("/api/jobs/" + job + "/trouble"));
        assertThat(trouble.get("next").size()).isPositive();
        JsonNode told = ok(bram.post("/api/jobs/" + job + "/practice/end", Map.of()));
        assertThat(told.at("/truth/solved").asBoolean()).isFalse();
        assertThat(told.at("/truth/truth").toString()).contains("sat badly");
    }

    /** Every list that the shop has says the same before and after; and nobody but its learner sees a practice. */
    @Test
    void nothingOfItIsTheShops(TestServer.Running server) throws Exception {
        ApiClient wren = ApiClient.signedIn(server, "wren");
        ApiClient bram = ApiClient.signedIn(server, "bram");
        Map<String, String> before = lists(wren);
        Map<String, String> again = lists(wren);
        before.entrySet().removeIf(e -> !e.getValue().equals(again.get(e.getKey())));
        assertThat(before).containsKeys("/api/jobs", "/api/machines", "/api/drawer", "/api/timers", "/api/shop");
        long job = begin(bram, "DEAD_ON_ARRIVAL");
        ok(bram.change(job, "AnswerAsUsual", Map.of()));
        ask(bram, job, "TABLE", "", 0, 0);
        ok(bram.change(job, "AcceptReading", Map.of()));
        plan(bram, job, Map.of("socket-b", "R-1"));
        ok(bram.post("/api/jobs/" + job + "/timers", Map.of("kind", "DRAIN", "seconds", 60)));
        ok(bram.change(job, "CloseJob", Map.of("note", "goes home")));
        Map<String, String> after = lists(wren);
        before.forEach((path, body) -> assertThat(after.get(path)).as(path).isEqualTo(body));
        assertThat(wren.get("/api/jobs/" + job).status()).isEqualTo(404);
        for (String path : List.of("/practice", "/events", "/contact", "/evidence", "/stock", "/trouble", "/export")) {
            assertThat(wren.get("/api/jobs/" + job + path).status()).as(path).isIn(404, 405);
        }
        assertThat(wren.post("/api/jobs/" + job + "/timers", Map.of("kind", "DRAIN", "seconds", 60))
                        .status())
                .isEqualTo(404);
        // It does not go out as a document, and nobody takes its machine in.
        assertThat(bram.get("/api/jobs/" + job + "/export").json().get("code").asString())
                .isEqualTo("PRACTICE_STAYS");
        String machine = ok(bram.get("/api/jobs/" + job)).get("machineId").asString();
        assertThat(bram.post("/api/jobs", Map.of("machineId", machine, "owner", "A", "wish", "B"))
                        .status())
                .isEqualTo(404);
        assertThat(wren.changeAt(job, 1, "AnswerAsUsual", Map.of()).status()).isEqualTo(404);
        assertThat(ok(wren.get("/api/practice")).get("mine").toString()).doesNotContain("\"job\":" + job + ",");
    }

    /** What every GET without a name in its path answers. */
    private static Map<String, String> lists(ApiClient who) throws Exception {
        Map<String, String> said = new TreeMap<>();
        JsonNode paths = new JsonMapper()
                .readTree(Files.readAllBytes(Path.of("../docs/formats/openapi.json")))
                .get("paths");
        paths.propertyStream()
                .filter(p -> p.getValue().has("get") && !p.getKey().contains("{"))
                .forEach(p -> {
                    ApiClient.Answer answer = who.get(p.getKey());
                    if (answer.status() == 200) {
                        // What is left of a timer is less at each look.
                        said.put(p.getKey(), answer.body().replaceAll("\"secondsLeft\":-?\\d+", ""));
                    }
                });
        return said;
    }
}
