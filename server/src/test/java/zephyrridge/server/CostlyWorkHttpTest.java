package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import zephyrridge.server.web.Costly;

/** Papers, exports and searches wait in turn. */
@ExtendWith(TestServer.class)
class CostlyWorkHttpTest {
    /**
     * Of seventy at once each is given, or told to come again; and the turns are there for the next afterwards. On an application of its
     * own: whatever other tests ask for meanwhile would wait in the same turn.
     */
    @Test
    void eachIsGivenOrToldToComeAgain(TestServer.Running server) throws Exception {
        try (TestServer.Instance own = server.anotherInstance()) {
            eachIsGivenOrToldToComeAgain(ApiClient.signedIn(own.address(), "ilka"));
        }
    }

    private static void eachIsGivenOrToldToComeAgain(ApiClient client) throws Exception {
        ExecutorService all = Executors.newFixedThreadPool(70);
        try {
            List<Callable<ApiClient.Answer>> papers = new ArrayList<>();
            for (int i = 0; i < 70; i++) {
                papers.add(() -> client.getWith("/api/jobs/1/export", "Accept", "*/*"));
            }
            for (Future<ApiClient.Answer> f : all.invokeAll(papers)) {
                ApiClient.Answer answer = f.get();
                assertThat(answer.status()).isIn(200, 429);
                if (answer.status() == 429) {
                    assertThat(answer.json().get("code").asString()).isEqualTo("TOO_MUCH_AT_ONCE");
                    assertThat(answer.headers().firstValue("Retry-After")).isPresent();
                }
            }
        } finally {
            all.shutdown();
        }
        assertThat(client.getWith("/api/jobs/1/ticket.pdf", "Accept", "*/*").status())
                .isEqualTo(200);
        // What is refused by itself gives its turn back, too.
        for (int i = 0; i < 5; i++) {
            assertThat(client.getWith("/api/jobs/999999/ticket.pdf", "Accept", "*/*")
                            .status())
                    .isEqualTo(404);
        }
        assertThat(client.getWith("/api/jobs/1/ticket.pdf", "Accept", "*/*").status())
                .isEqualTo(200);
    }

    /** No paper and no list is forgotten among what waits in turn. */
    @Test
    void everyPaperAndListIsAmongThem(TestServer.Running server) {
        List<String> not = server
                .bean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .entrySet()
                .stream()
                .filter(e -> e.getKey().getPatternValues().stream()
                        .anyMatch(p ->
                                p.endsWith(".pdf") || p.endsWith("csv") || p.endsWith("/export") || p.endsWith(".zip")))
                .map(java.util.Map.Entry::getValue)
                .filter(m -> !m.hasMethodAnnotation(Costly.class))
                .map(HandlerMethod::getShortLogMessage)
                .toList();
        assertThat(not).isEmpty();
    }
}
