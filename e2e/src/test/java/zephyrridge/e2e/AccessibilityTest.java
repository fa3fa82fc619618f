package zephyrridge.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.AxeResults;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.TimeoutError;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import zephyrridge.server.ApiClient;
import zephyrridge.server.TestServer;

/** axe-core on every main view, light and dark: no serious finding. And at the three widths nothing is wider than the screen. */
@ExtendWith({TestServer.class, Browser.class})
@Order(3)
class AccessibilityTest {
    private static final List<String> VIEWS = List.of(
            "/jobs",
            "/accounts",
            "/account",
            "/about",
            "/upkeep",
            "/nothing/here",
            "/machines?new",
            "/desk",
            "/drawer",
            "/orders",
            "/shop",
            "/practice",
            "/suppliers",
            "/house",
            "/rooms/1",
            "/jobs/2/slip",
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
            "/jobs/13/prove",
            "/jobs/6/hand-back");

    /** Each view is loaded once, looked at in light and dark, and shown in all three widths. */
    @Test
    void noSeriousFindingAndNothingWiderThanTheScreen(TestServer.Running server, Browser.Running browser) {
        Page page = browser.newPage(server.address());
        page.waitForSelector("text=Demo accounts");
        List<String> found = new ArrayList<>(inBothModes(page, "sign-in"));
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
            found.addAll(inBothModes(page, view));
            found.addAll(tooWide(page, view));
        }
        wren.delete("/api/jobs/5/timers/" + timer);
        long practised = wren.post("/api/practice", Map.of("what", "FIRST_LOOK"))
                .json()
                .get("job")
                .asLong();
        for (String view : List.of("/jobs/" + practised + "/read", "/jobs/" + practised + "/prove")) {
            page.navigate(view);
            page.waitForSelector("text=Bench clock");
            found.addAll(inBothModes(page, view));
            found.addAll(tooWide(page, view));
        }
        // Texts as long as they may be, without a gap to break at.
        long job = wren.post(
                        "/api/jobs",
                        Map.of("machineId", "skerrow-tern-16", "owner", "W".repeat(200), "wish", "m".repeat(2000)))
                .json()
                .get("id")
                .asLong();
        for (String view : List.of("/jobs/" + job + "/take-in", "/jobs/" + job + "/plan", "/jobs")) {
            page.navigate(view);
            page.waitForSelector("h1");
            found.addAll(tooWide(page, view));
        }
        assertThat(found).isEmpty();
    }

    private static List<String> tooWide(Page page, String view) {
        List<String> found = new ArrayList<>();
        for (int[] size : new int[][] {{390, 844}, {1024, 768}, {1280, 800}}) {
            page.setViewportSize(size[0], size[1]);
            // Pictures are drawn anew for another width, a moment after it changed.
            try {
                page.waitForFunction(
                        "() => document.documentElement.scrollWidth <= document.documentElement.clientWidth",
                        null,
                        new Page.WaitForFunctionOptions().setTimeout(30_000));
            } catch (TimeoutError tooWide) {
                found.add(view + " at " + size[0] + " is wider than the screen");
            }
        }
        return found;
    }

    /** The page's own switch of light and dark, without loading it again. */
    private static List<String> inBothModes(Page page, String view) {
        List<String> found = new ArrayList<>(look(axe(page), view + " light"));
        mode(page, "dark");
        // Dark differs in colours only.
        found.addAll(look(axe(page).withRules(List.of("color-contrast")), view + " dark"));
        mode(page, "light");
        return found;
    }

    /** In one piece, without a page of its own for the summing up: a view has no frames. Of what passes it tells one element a rule. */
    private static AxeBuilder axe(Page page) {
        AxeRunOptions violationsInFull = new AxeRunOptions();
        violationsInFull.setResultTypes(List.of("violations"));
        return new AxeBuilder(page).setLegacyMode(true).options(violationsInFull);
    }

    private static void mode(Page page, String mode) {
        page.evaluate(
                """
                mode => {
                  const root = document.documentElement;
                  root.classList.toggle('dark', mode === 'dark');
                  root.classList.toggle('light', mode === 'light');
                  root.style.colorScheme = mode;
                  // Colours that fade would be measured half way.
                  document.getAnimations().forEach(a => a.finish());
                }""",
                mode);
    }

    private static List<String> look(AxeBuilder axe, String view) {
        AxeResults results = axe.analyze();
        assertThat(results.getPasses()).as("axe looked at %s", view).isNotEmpty();
        return results.getViolations().stream()
                .filter(rule -> Set.of("serious", "critical").contains(rule.getImpact()))
                .map(rule -> view + ": " + rule.getId() + " " + rule.getHelp() + " at "
                        + rule.getNodes().stream()
                                .limit(3)
                                .map(n -> n.getHtml())
                                .toList())
                .toList();
    }
}
