package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.server.account.DemoAccounts;

/** A browser as far as HTTP goes: keeps cookies and sends the CSRF token back. */
public final class ApiClient {
    public record Answer(int status, String body, java.net.http.HttpHeaders headers) {
        public JsonNode json() {
            return JSON.readTree(body);
        }
    }

    private static final JsonMapper JSON = new JsonMapper();

    /** What an answer says that must be a good one; null where it says nothing. */
    public static JsonNode ok(Answer answer) {
        assertThat(answer.status()).as(answer.body()).isBetween(200, 299);
        return answer.body().isBlank() ? null : answer.json();
    }

    private final String address;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();

    public ApiClient(String address) {
        this.address = address;
    }

    public static ApiClient signedIn(TestServer.Running server, String login) {
        return signedIn(server.address(), login);
    }

    /** Somebody of the demo, at whichever address. */
    public static ApiClient signedIn(String address, String login) {
        ApiClient client = new ApiClient(address);
        String password = DemoAccounts.ALL.stream()
                .filter(a -> a.login().equals(login))
                .findFirst()
                .orElseThrow()
                .password();
        Answer answer = client.signIn(login, password);
        if (answer.status() != 204) {
            throw new IllegalStateException("sign-in: " + answer);
        }
        return client;
    }

    /** The same browser, with its cookies, at another address of this machine. */
    public ApiClient at(String otherAddress) {
        ApiClient client = new ApiClient(otherAddress);
        cookies.getCookieStore()
                .getCookies()
                .forEach(c -> client.cookies.getCookieStore().add(URI.create(otherAddress), c));
        return client;
    }

    /** What a browser would hold by now. */
    public List<HttpCookie> cookies() {
        return cookies.getCookieStore().getCookies();
    }

    public Answer signIn(String login, String password) {
        get("/api/session");
        Answer answer = send(
                "POST",
                "/api/sign-in",
                "application/x-www-form-urlencoded",
                "login=" + URLEncoder.encode(login, StandardCharsets.UTF_8) + "&password="
                        + URLEncoder.encode(password, StandardCharsets.UTF_8),
                true);
        get("/api/session");
        return answer;
    }

    public Answer get(String path) {
        return send("GET", path, "application/json", (String) null, true);
    }

    /** With one header more, and of whatever kind the answer is. */
    public Answer getWith(String path, String header, String value) {
        try {
            var answer = http.send(
                    HttpRequest.newBuilder(URI.create(address + path))
                            .header(header, value)
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
            return new Answer(answer.statusCode(), answer.body(), answer.headers());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    public Answer post(String path, Object body) {
        return send(
                "POST", path, "application/json", body instanceof String s ? s : JSON.writeValueAsString(body), true);
    }

    public Answer put(String path, Object body) {
        return call("PUT", path, JSON.writeValueAsString(body));
    }

    public Answer delete(String path) {
        return send("DELETE", path, "application/json", (String) null, true);
    }

    public Answer call(String method, String path, String body) {
        return send(method, path, "application/json", body, true);
    }

    public Answer upload(String path, String type, byte[] bytes) {
        return send("POST", path, type, HttpRequest.BodyPublishers.ofByteArray(bytes), true);
    }

    public byte[] getBytes(String path) {
        try {
            return http.send(
                            HttpRequest.newBuilder(URI.create(address + path)).build(),
                            HttpResponse.BodyHandlers.ofByteArray())
                    .body();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    public Answer postWithoutToken(String path, String body) {
        return send("POST", path, "application/json", body, false);
    }

    /** Applies a change on top of the job's present version. */
    public Answer change(long job, String type, Map<String, ?> fields) {
        return changeAt(job, get("/api/jobs/" + job).json().get("version").asLong(), type, fields);
    }

    public Answer changeAt(long job, long version, String type, Map<String, ?> fields) {
        Map<String, Object> change = new java.util.LinkedHashMap<>(fields);
        change.put("type", type);
        Answer answer = post("/api/jobs/" + job + "/changes", Map.of("expectedVersion", version, "change", change));
        return answer.status() == 200 ? new Answer(200, answer.json().get("job").toString(), answer.headers()) : answer;
    }

    public String cookie(String name) {
        return cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals(name))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
    }

    /** Anything, under any type. */
    Answer send(String method, String path, String type, byte[] body) {
        return send(method, path, type, HttpRequest.BodyPublishers.ofByteArray(body), true);
    }

    Answer send(String method, String path, String type, String body, boolean token) {
        return send(
                method,
                path,
                type,
                body == null ? HttpRequest.BodyPublishers.noBody() : HttpRequest.BodyPublishers.ofString(body),
                token);
    }

    private Answer send(String method, String path, String type, HttpRequest.BodyPublisher body, boolean token) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address + path))
                .header("Content-Type", type)
                .header("Accept", "application/json");
        if (token && !cookie("XSRF-TOKEN").isEmpty()) {
            request.header("X-XSRF-TOKEN", cookie("XSRF-TOKEN"));
        }
        request.method(method, body);
        try {
            HttpResponse<String> r = http.send(request.build(), HttpResponse.BodyHandlers.ofString());
            return new Answer(r.statusCode(), r.body(), r.headers());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
