package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;
import static zephyrridge.server.ShelfSteps.job;
import static zephyrridge.server.ShelfSteps.list;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import tools.jackson.databind.JsonNode;

/** Layouts to choose between, over HTTP on a real MariaDB. */
@ExtendWith(TestServer.class)
@Isolated
class PlanningHttpTest {
    /** Who does not wait gets the search, asks how far it is, and finds the same in the end; who reads only may stop one. */
    @Test
    void aSearchIsAThingOfItsOwn(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "desk");
        long id = job(ApiClient.signedIn(server, "ilka"), "quarrow-fell-13", "4GB 1Rx16 PC4-2400T-SC0-11", "socket-b");
        JsonNode begun = ok(client.get("/api/jobs/" + id + "/options?patience=0"));
        assertThat(begun.at("/options").size()).isZero();
        assertThat(begun.at("/search/most").asLong()).isPositive();
        String search = "/api/searches/" + begun.at("/search/id").asLong();
        JsonNode done = ok(client.get(search + "?patience=5000"));
        while (done.hasNonNull("search")) {
            done = ok(client.get(search + "?patience=5000"));
        }
        assertThat(done.at("/exact").asBoolean()).isTrue();
        // What is over stays as it was, stopped or not; and once another one took its place it is begun anew.
        assertThat(ok(client.delete(search))).isEqualTo(done);
        assertThat(ok(client.get("/api/jobs/" + id + "/options?patience=5000"))).isEqualTo(done);
        assertThat(ok(client.get(search + "?patience=5000"))).isEqualTo(done);
        // Nobody else has it.
        assertThat(ApiClient.signedIn(server, "bram").get(search).status()).isEqualTo(404);
        assertThat(client.get("/api/searches/999999").status()).isEqualTo(404);
        assertThat(client.delete("/api/searches/999999").status()).isEqualTo(404);
    }

    /** From what was read to a chosen plan in one change: the card's own words are sent back. */
    @Test
    void aCardIsChosenInOneChange(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = job(client, "quarrow-fell-13", "4GB 1Rx16 PC4-2400T-SC0-11", "socket-b");
        JsonNode options = ok(client.get("/api/jobs/" + id + "/options"));
        assertThat(options.get("exact").asBoolean()).isTrue();
        List<JsonNode> cards = list(options.get("options"));
        JsonNode first = cards.get(0);
        assertThat(first.get("role").asString()).isEqualTo("RECOMMENDED");
        assertThat(first.get("against").asString()).isEmpty();
        assertThat(cards.stream().map(o -> o.get("name").asString()).toList()).doesNotHaveDuplicates();
        assertThat(cards.stream().map(o -> o.get("limitClass").asString()).toList())
                .contains("PROVEN_HERE");
        Map<String, Object> change = new HashMap<>();
        first.get("change").properties().forEach(e -> change.put(e.getKey(), e.getValue()));
        change.remove("type");
        change.put("choose", true);
        JsonNode chosen = ok(client.change(id, "AdoptLayout", change));
        assertThat(chosen.get("chosen").asBoolean()).isTrue();
        assertThat(chosen.at("/planned/installed").asString())
                .isEqualTo(first.get("installed").asString());
        assertThat(chosen.at("/alternatives/0/name").asString())
                .isEqualTo(first.get("name").asString());
        // What it is now is no worse than anything: why not this is answered with its figures.
        assertThat(ok(client.get("/api/jobs/" + id + "/why-not")).get("text").asString())
                .contains("GB/s");
    }

    @Test
    void whyNotNamesTheRuleOrWhatBeatsIt(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        long id = job(client, "quarrow-fell-13", "4GB 1Rx16 PC4-2400T-SC0-11", "socket-b");
        String path = "/api/jobs/" + id;
        JsonNode typed =
                ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", "16GB 2Rx8 PC4-3200AA-UB1-12")));
        ok(client.change(
                id,
                "PlanModule",
                Map.of("position", "socket-b", "key", typed.at("/modules/1/key").asString())));
        JsonNode stopped = ok(client.get(path + "/why-not"));
        // A search is begun for it: whoever only looks does not begin one.
        assertThat(ApiClient.signedIn(server, "desk").get(path + "/why-not").status())
                .isEqualTo(403);
        assertThat(stopped.get("findings").findValuesAsString("code")).contains("FIT_FORM_FACTOR");
        JsonNode slow =
                ok(client.change(id, "AddModule", Map.of("origin", "TYPED", "label", "8GB 1Rx8 PC4-2400T-SA1-11")));
        String key = slow.get("modules").findValuesAsString("key").get(2);
        ok(client.change(id, "PlanModule", Map.of("position", "socket-b", "key", key)));
        assertThat(ok(client.get(path + "/why-not")).get("text").asString()).contains("nobody has said");
        ok(client.change(
                id,
                "SayWhence",
                Map.of("keys", List.of(key), "way", "BOUGHT", "price", "90", "supplier", "", "day", "2031-05-02")));
        String why = ok(client.get(path + "/why-not")).get("text").asString();
        assertThat(why).matches(".*(no worse in anything|is cheaper|can be had|Nothing).*");
    }

    @Test
    void wishesAreKeptAndWhatCannotBeHadIsNamed(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        long id = job(client, "skerrow-tern-16", "8GB 1Rx16 PC5-4800B-SC0-1010-XT", "socket-a");
        ok(client.change(id, "Want", Map.of("atLeast", "32 GiB", "budget", "1.00", "withinDays", 1)));
        JsonNode none = ok(client.get("/api/jobs/" + id + "/options"));
        assertThat(none.get("options").size()).isZero();
        assertThat(none.get("outcome").asString()).contains("budget");
        ok(client.change(id, "Want", Map.of("ideally", "32 GiB")));
        JsonNode some = ok(client.get("/api/jobs/" + id + "/options"));
        assertThat(some.at("/options/0/installed").asString()).isNotBlank();
        ok(client.change(
                id,
                "Measure",
                Map.of("peak", "3 GiB", "hours", 9, "paging", false, "drive", "SPINNING", "work", Map.of())));
        String sizing =
                ok(client.get("/api/jobs/" + id + "/options")).get("sizing").asString();
        assertThat(sizing).contains("will not make it quicker").contains("spinning");
        ok(client.change(id, "Measure", Map.of("work", Map.of("photos", "USUAL"))));
        assertThat(ok(client.get("/api/jobs/" + id + "/options"))
                        .at("/options/0/carries")
                        .asString())
                .contains("photos");
    }

    /** A model that nobody has written of: what its years address, and what like shapes ran here. */
    @Test
    void anUnknownMachineHasALadderToo(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        Map<String, Object> socket = Map.of("kind", "SOCKET", "second", false);
        Map<String, Object> facts = new HashMap<>(Map.of(
                "maker",
                "Ostrell",
                "model",
                "Brae 15",
                "variant",
                "",
                "kind",
                "LAPTOP",
                "generation",
                "DDR4",
                "formFactor",
                "SO_DIMM",
                "channels",
                List.of(List.of(Map.of("kind", "BANK", "size", "4", "second", false)), List.of(socket)),
                "topRate",
                2667,
                "main",
                Map.of("wayIn", "WHOLE_BASE", "minutes", 9)));
        facts.put("plug", "UNDER_MAIN");
        ok(client.post("/api/machines/quick", facts));
        long id = job(client, "ostrell-brae-15");
        JsonNode limits = ok(client.get("/api/jobs/" + id)).get("limits");
        assertThat(limits.get("marks").size()).isZero();
        assertThat(limits.at("/generation/value").asString()).isEqualTo("20 GB");
        assertThat(limits.get("like").toString()).contains("Quarrow Fell 13").contains("40 GB");
        ok(client.put("/api/machines/ostrell-brae-15/retired", Map.of("retired", true)));
    }

    /** A board that comes with two processors: who does not say which is told so, and what is said is what it is judged by. */
    @Test
    void theFittedProcessorDecidesTheRate(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        long id = job(client, "fenwright-trestle", "8GB 1Rx8 PC4-3200AA-UA2-11", "a2");
        JsonNode open = ok(client.get("/api/jobs/" + id));
        assertThat(open.get("controllers").size()).isEqualTo(2);
        assertThat(open.at("/found/clocks/0/rate").asString()).isEqualTo("3200 MT/s");
        assertThat(open.get("foundFindings").toString()).contains("LIMIT_PROCESSOR_OPEN");
        String other = open.at("/controllers/1").asString();
        JsonNode said =
                ok(client.change(id, "AnswerIntake", Map.of("processor", other.toLowerCase(java.util.Locale.ROOT))));
        assertThat(said.at("/found/clocks/0/rate").asString()).isEqualTo("2933 MT/s");
        assertThat(said.get("foundFindings").toString()).doesNotContain("LIMIT_PROCESSOR_OPEN");
        assertThat(said.get("controllers")).isEqualTo(open.get("controllers"));
        JsonNode unknown = ok(client.change(id, "AnswerIntake", Map.of("processor", "something else")));
        assertThat(unknown.get("foundFindings").toString()).contains("LIMIT_PROCESSOR_OPEN");
    }

    /** One job goes its own way, with a reason, and back. */
    @Test
    void aJobDeviatesFromTheHouse(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "bram");
        long id = job(client, "ostrell-drift-12", "2GB 1Rx8 PC3L-10600S-9-11-B2", "socket");
        ok(client.change(id, "Want", Map.of("atLeast", "4 GiB")));
        assertThat(ok(client.get("/api/jobs/" + id + "/options")).get("options").size())
                .isPositive();
        JsonNode own = ok(client.change(
                id, "FollowSchool", Map.of("school", "BEYOND.NEVER", "reason", "the owner is insured so")));
        assertThat(own.at("/otherSchools/0/reason").asString()).isEqualTo("the owner is insured so");
        assertThat(ok(client.get("/api/jobs/" + id + "/options")).get("options").size())
                .isZero();
        ok(client.change(id, "FollowSchool", Map.of("school", "BEYOND.NEVER", "reason", "")));
        assertThat(ok(client.get("/api/jobs/" + id + "/options")).get("options").size())
                .isPositive();
        assertThat(client.change(id, "FollowSchool", Map.of("school", "BEYOND.SOMETIMES", "reason", "x"))
                        .status())
                .isEqualTo(404);
    }
}
