package zephyrridge.server;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Every endpoint of the API document with input of every wrong kind: an answer that says what is wrong, never an error of the server. */
@ExtendWith(TestServer.class)
class EveryEndpointTest {
    private static final List<String> BODIES = List.of(
            "",
            "{",
            "null",
            "[]",
            "{}",
            "7",
            "\"x\"",
            "{\"unknown\":1}",
            "[".repeat(3000),
            "{\"a\":".repeat(200) + "1" + "}".repeat(200),
            "\u0000\u0001",
            "{\"expectedVersion\":1e999,\"change\":null}",
            "{\"line\":{\"a\":[]},\"machineId\":[],\"kind\":\"X\",\"login\":7}",
            "x".repeat(300_000));
    private static final List<String> IDS = List.of(
            "0",
            "-1",
            "999999999",
            "99999999999999999999",
            "abc",
            "%00",
            "..%2F..%2Fetc",
            "1;drop",
            "%27%20or%201=1",
            "x".repeat(2000));

    private record Operation(String method, String path) {}

    private static List<Operation> operations() throws Exception {
        JsonNode paths = new JsonMapper()
                .readTree(Files.readAllBytes(Path.of("../docs/formats/openapi.json")))
                .get("paths");
        List<Operation> all = new ArrayList<>();
        paths.propertyStream().forEach(p -> p.getValue()
                .propertyStream()
                .forEach(m -> all.add(new Operation(m.getKey().toUpperCase(java.util.Locale.ROOT), p.getKey()))));
        return all;
    }

    @Test
    void wrongBodiesAreRefusedWithAReason(TestServer.Running server) throws Exception {
        ApiClient lead = ApiClient.signedIn(server, "wren");
        List<Operation> writes = operations().stream()
                .filter(o -> o.method.equals("POST")
                        && !Set.of("/api/sign-in", "/api/sign-out").contains(o.path))
                .toList();
        assertThat(writes.size()).isGreaterThanOrEqualTo(9);
        for (Operation o : writes) {
            for (String body : BODIES) {
                String path =
                        o.path.replace("{id}", "1").replace("{login}", "ilka").replaceAll("\\{\\w+}", "0");
                ApiClient.Answer answer = lead.post(path, body);
                refused(o, shorten(body), answer);
            }
        }
    }

    /** Content of every type that clients send, and of types that there are not, with the wrong bytes in it. */
    private static final List<String> TYPES = List.of(
            "application/json",
            "application/octet-stream",
            "application/x-www-form-urlencoded",
            "application/xml",
            "application/problem+json",
            "image/jpeg",
            "image/png",
            "multipart/form-data",
            "multipart/form-data; boundary=x",
            "text/csv",
            "text/plain; charset=utf-16",
            "text/plain; charset=none-such",
            "*/*");

    private static final List<byte[]> CONTENTS = List.of(
            new byte[0],
            new byte[] {(byte) 0xFF, (byte) 0xD8, (byte) 0xFF, 0, 0, 0},
            new byte[] {(byte) 0xC3, 0x28, (byte) 0xA0, (byte) 0xFF, (byte) 0xFE},
            "<?xml version=\"1.0\"?><!DOCTYPE a [<!ENTITY b SYSTEM \"file:///etc/hostname\">]><a>&b;</a>"
                    .getBytes(UTF_8),
            "a=1&a=2&%zz=%".getBytes(UTF_8),
            "--x\r\nContent-Disposition: form-data; name=\"file\"; filename=\"../../x\"\r\n\r\n\0\r\n--x--\r\n"
                    .getBytes(UTF_8),
            "\"a\u0000\",\"b\n".repeat(500).getBytes(UTF_8),
            new byte[4096]);

    /** What may be anything and is told what it was not: a text, a file of any kind, a sheet. */
    private static final Set<String> TAKES_ANYTHING = Set.of("/api/glance/file");

    @Test
    void contentOfEveryTypeIsRefusedWithAReason(TestServer.Running server) throws Exception {
        ApiClient lead = ApiClient.signedIn(server, "wren");
        List<Operation> writes = operations().stream()
                .filter(o -> Set.of("POST", "PUT", "PATCH").contains(o.method)
                        && !Set.of("/api/sign-in", "/api/sign-out").contains(o.path))
                .toList();
        for (Operation o : writes) {
            String path = o.path.replace("{id}", "1").replace("{login}", "ilka").replaceAll("\\{\\w+}", "x");
            for (int t = 0; t < TYPES.size(); t++) {
                String type = TYPES.get(t);
                for (int i = 0; i < CONTENTS.size(); i++) {
                    // All contents as a form, which is read by several in turn; of the rest two to each type.
                    if (!type.contains("urlencoded") && i != t % CONTENTS.size() && i != (t + 3) % CONTENTS.size()) {
                        continue;
                    }
                    ApiClient.Answer answer = lead.send(o.method, path, type, CONTENTS.get(i));
                    if (TAKES_ANYTHING.contains(o.path) && answer.status() == 200) {
                        continue;
                    }
                    refused(o, type + " content " + i, answer);
                }
            }
        }
    }

    /** The door is a form; what is none gets nobody in and breaks nothing. */
    @Test
    void aFormThatIsNoneSignsNobodyIn(TestServer.Running server) {
        ApiClient nobody = new ApiClient(server.address());
        nobody.get("/api/session");
        for (int i = 0; i < CONTENTS.size(); i++) {
            ApiClient.Answer answer =
                    nobody.send("POST", "/api/sign-in", "application/x-www-form-urlencoded", CONTENTS.get(i));
            assertThat(answer.status()).as("content " + i + " " + answer.body()).isBetween(400, 499);
        }
        assertThat(nobody.get("/api/jobs").status()).isEqualTo(401);
    }

    @Test
    void unknownAndWrongIdsAreRefusedWithAReason(TestServer.Running server) throws Exception {
        ApiClient lead = ApiClient.signedIn(server, "wren");
        List<Operation> withIds =
                operations().stream().filter(o -> o.path.contains("{")).toList();
        assertThat(withIds.size()).isGreaterThanOrEqualTo(9);
        for (Operation o : withIds) {
            for (String id : IDS) {
                String path = o.path.replaceAll("\\{\\w+}", java.util.regex.Matcher.quoteReplacement(id));
                ApiClient.Answer answer = lead.call(o.method, path, o.method.equals("POST") ? "{}" : null);
                refused(o, shorten(id), answer);
            }
        }
    }

    @Test
    void everythingButTheDoorAsksForASignIn(TestServer.Running server) throws Exception {
        ApiClient nobody = new ApiClient(server.address());
        nobody.get("/api/session");
        ApiClient desk = ApiClient.signedIn(server, "desk");
        List<Operation> rooms = operations().stream()
                .filter(o -> !Set.of("/api/sign-in", "/api/sign-out").contains(o.path))
                .toList();
        for (Operation o : rooms) {
            String path = o.path.replace("{id}", "1").replace("{login}", "wren").replaceAll("\\{\\w+}", "x");
            if (!Set.of("/api/session", "/api/sign-in-hints", "/api/first-account")
                    .contains(o.path)) {
                assertThat(nobody.call(o.method, path, "{}").status())
                        .as(o.toString())
                        .isEqualTo(401);
            }
            if (!o.method.equals("GET")
                    && !Set.of(
                                    "/api/labels/decode",
                                    "/api/glance",
                                    "/api/glance/file",
                                    "/api/pictures/read",
                                    "/api/pictures/sticker",
                                    "/api/first-account",
                                    "/api/session/password",
                                    "/api/jobs/{id}/contact",
                                    // What of these is the desk's, SecurityHttpTest says.
                                    "/api/jobs",
                                    "/api/rooms",
                                    "/api/jobs/{id}/changes",
                                    "/api/jobs/{id}/photos",
                                    "/api/searches/{search}")
                            .contains(o.path)) {
                assertThat(desk.call(o.method, path, "{}").status())
                        .as("desk " + o)
                        .isEqualTo(403);
            }
        }
    }

    private static void refused(Operation o, String with, ApiClient.Answer answer) {
        String as = o + " with " + with + ": " + answer.status() + " " + shorten(answer.body());
        assertThat(answer.status()).as(as).isBetween(400, 499);
        // What never reaches the application (an address no server takes) has no body of ours; all else says why.
        if (!answer.body().isEmpty() && answer.body().startsWith("{")) {
            JsonNode problem = answer.json();
            assertThat(problem.get("detail").asString("")).as(as).isNotBlank();
            assertThat(problem.get("code")).as(as).isNotNull();
            assertThat(answer.body()).as(as).doesNotContain("Exception", "zephyrridge.", "org.springframework");
        } else {
            assertThat(answer.status()).as(as).isEqualTo(400);
        }
    }

    private static String shorten(String text) {
        return text.length() > 160 ? text.substring(0, 160) + "..." : text;
    }
}
