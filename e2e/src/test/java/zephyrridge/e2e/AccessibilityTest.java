package zephyrridge.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.AxeResults;
import com.microsoft.playwright.Page;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.server.ApiClient;
import zephyrridge.server.TestServer;

/** axe-core on every main view, light and dark: no serious finding. And at the three widths nothing is wider than the screen. */
@ExtendWith({TestServer.class, Browser.class})
class AccessibilityTest {
    private static final List<String> VIEWS = List.of(
            "/jobs",
            "/accounts",
            "/machines",
            "/machines/fenwright-journeyman-17",
            "/jobs/2/take-in",
            "/jobs/1/read",
            "/jobs/11/read",
            "/jobs/12/read",
            "/jobs/3/limits",
            "/jobs/2/plan",
            "/jobs/8/plan",
            "/jobs/3/open",
            "/jobs/5/fit",
            "/jobs/5/prove",
            "/jobs/6/hand-back");

    @ParameterizedTest
    @CsvSource({"light,1280,800", "dark,1280,800"})
    void noSeriousFinding(String mode, int width, int height, TestServer.Running server, Browser.Running browser) {
        Page page = browser.newPage(server.address());
        page.setViewportSize(width, height);
        page.evaluate("m => localStorage.setItem('ridge-colour-mode', m)", mode);
        page.navigate("/");
        page.waitForSelector("text=Demo accounts");
        List<String> found = new ArrayList<>(look(page, "sign-in"));
        new Technician(page).signIn("wren");
        // A timer runs, so that its bar is part of every view.
        ApiClient wren = ApiClient.signedIn(server, "wren");
        String timer = wren.post("/api/jobs/5/timers", Map.of("kind", "DRAIN", "seconds", 900))
                .json()
                .get(0)
                .get("id")
                .asString();
        for (String view : VIEWS) {
            page.navigate(view);
            page.waitForSelector("h1");
            found.addAll(look(page, view));
        }
        wren.delete("/api/jobs/5/timers/" + timer);
        assertThat(found).as("%s at %d", mode, width).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"1280,800", "1024,768", "390,844"})
    void nothingIsWiderThanTheScreen(int width, int height, TestServer.Running server, Browser.Running browser) {
        Page page = browser.newPage(server.address());
        page.setViewportSize(width, height);
        new Technician(page).signIn("wren");
        // Texts as long as they may be, without a gap to break at.
        long job = ApiClient.signedIn(server, "ilka")
                .post(
                        "/api/jobs",
                        Map.of("machineId", "skerrow-tern-16", "owner", "W".repeat(200), "wish", "m".repeat(2000)))
                .json()
                .get("id")
                .asLong();
        List<String> found = new ArrayList<>();
        for (String view : Stream.concat(
                        VIEWS.stream(), Stream.of("/jobs/" + job + "/take-in", "/jobs/" + job + "/plan"))
                .toList()) {
            page.navigate(view);
            page.waitForSelector("h1");
            int over = ((Number) page.evaluate(
                            "document.documentElement.scrollWidth - document.documentElement.clientWidth"))
                    .intValue();
            if (over > 0) {
                found.add(view + ": " + over + " pixels wider than the screen");
            }
        }
        assertThat(found).isEmpty();
    }

    private static List<String> look(Page page, String view) {
        AxeResults results = new AxeBuilder(page).analyze();
        assertThat(results.getPasses()).as("axe looked at %s", view).hasSizeGreaterThan(5);
        List<String> found = new ArrayList<>(results.getViolations().stream()
                .filter(rule -> Set.of("serious", "critical").contains(rule.getImpact()))
                .map(rule -> view + ": " + rule.getId() + " " + rule.getHelp() + " at "
                        + rule.getNodes().stream()
                                .limit(3)
                                .map(n -> n.getHtml())
                                .toList())
                .toList());
        return found;
    }
}
