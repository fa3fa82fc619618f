package zephyrridge.server;

import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Facts of machines that tests of records share. */
final class RecordSteps {
    private RecordSteps() {}

    static final Map<String, Object> SOCKET = Map.of("kind", "SOCKET", "second", false);

    static Map<String, Object> facts(String model) {
        return new HashMap<>(Map.of(
                "maker",
                "Quarrow",
                "model",
                model,
                "variant",
                "",
                "kind",
                "LAPTOP",
                "generation",
                "DDR4",
                "formFactor",
                "SO_DIMM",
                "channels",
                List.of(List.of(Map.of("kind", "BANK", "size", "4", "second", false)), List.of(SOCKET)),
                "topRate",
                2667,
                "main",
                Map.of("wayIn", "WHOLE_BASE", "minutes", 9),
                "plug",
                "UNDER_MAIN"));
    }

    static ApiClient bram(TestServer.Running server) {
        return ApiClient.signedIn(server, "bram");
    }

    static long takeIn(ApiClient client, String machine) {
        return client.post("/api/jobs", Map.of("machineId", machine, "owner", "Valley library", "wish", ""))
                .json()
                .get("id")
                .asLong();
    }
}
