package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;
import static zephyrridge.server.ShelfSteps.list;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.Isolated;
import tools.jackson.databind.JsonNode;

/** figures of the shop, each with what it is made of. Isolated: counts what all jobs come to. */
@ExtendWith(TestServer.class)
@Isolated
class ShopHttpTest {
    private static List<Long> numbers(JsonNode jobs) {
        List<Long> all = new ArrayList<>();
        jobs.forEach(j -> all.add(j.asLong()));
        return all;
    }

    @Test
    void eachFigureIsMadeOfTheJobsThatItNames(TestServer.Running server) throws Exception {
        ApiClient lead = ApiClient.signedIn(server, "wren");
        assertThat(ApiClient.signedIn(server, "ilka").get("/api/shop").status()).isEqualTo(403);
        assertThat(ApiClient.signedIn(server, "ilka").get("/api/shop.csv").status())
                .isEqualTo(403);
        JsonNode before = ok(lead.get("/api/shop"));
        List<JsonNode> bench = list(ok(lead.get("/api/jobs")).get("jobs")).stream()
                .filter(j -> !j.get("closed").asBoolean())
                .toList();
        for (JsonNode w : before.get("waiting")) {
            assertThat(numbers(w.get("jobs")))
                    .as(w.get("name").asString())
                    .containsExactlyInAnyOrderElementsOf(bench.stream()
                            .filter(j -> j.get("waits")
                                    .asString()
                                    .equals(w.get("waits").asString()))
                            .map(j -> j.get("id").asLong())
                            .toList());
        }
        // One more in the drawer.
        ok(lead.post("/api/drawer", ShelfSteps.module("SHOP-1", "16GB 1Rx8 PC5-4800B-SA0-1010-XT", 1)));
        JsonNode more = ok(lead.get("/api/shop"));
        assertThat(more.get("free").asInt()).isEqualTo(before.get("free").asInt() + 1);
        assertThat(Double.parseDouble(more.get("freeValue").asString())
                        - Double.parseDouble(before.get("freeValue").asString()))
                .isEqualTo(12.5, org.assertj.core.api.Assertions.within(0.001));
        long id = ShelfSteps.job(lead, "skerrow-tern-16", "8GB 1Rx16 PC5-4800B-SC0-1010-XT", "socket-a");
        ok(lead.change(id, "CloseJob", Map.of("note", "Owner decided against it")));
        JsonNode after = ok(lead.get("/api/shop?days=1"));
        JsonNode mine = list(after.get("unchanged")).stream()
                .filter(j -> j.get("job").asLong() == id)
                .findFirst()
                .orElseThrow();
        assertThat(mine.get("note").asString()).isEqualTo("Owner decided against it");
        assertThat(mine.get("days").asLong()).isZero();
        assertThat(list(after.get("handedBack")).size())
                .isGreaterThan(before.get("handedBack").size());
        assertThat(after.get("since").asString()).isEqualTo("2031-05-14");
        assertThat(lead.get("/api/shop?days=0").status()).isEqualTo(422);
        try (var csv = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .get()
                .parse(new java.io.StringReader(lead.get("/api/shop.csv").body()))) {
            List<CSVRecord> lines = csv.getRecords();
            assertThat(lines)
                    .hasSize(list(ok(lead.get("/api/shop")).get("handedBack")).size());
            CSVRecord line = lines.stream()
                    .filter(l -> l.get("job").equals(String.valueOf(id)))
                    .findFirst()
                    .orElseThrow();
            assertThat(line.get("memory changed")).isEqualTo("false");
            assertThat(line.get("note")).isEqualTo("Owner decided against it");
        }
    }
}
