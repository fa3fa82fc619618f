package zephyrridge.e2e;

import static zephyrridge.server.ApiClient.ok;

import com.microsoft.playwright.Page;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.ResourceLock;
import zephyrridge.server.ApiClient;
import zephyrridge.server.TestServer;

/**
 * Takes the pictures of docs/screenshots from the demo data: mvn -pl e2e -am verify -Dtest=ScreenshotTour
 * -Dsurefire.failIfNoSpecifiedTests=false -DargLine=-Dzephyr.screenshots=true
 */
@ExtendWith({TestServer.class, Browser.class})
@EnabledIfSystemProperty(named = "zephyr.screenshots", matches = "true")
@ResourceLock("page")
class ScreenshotTour {
    @Test
    void everyMainView(TestServer.Running server, Browser.Running browser) {
        Page page = browser.newPage(server.address());
        page.waitForSelector("text=Demo accounts");
        new Technician(page).signIn("wren");
        Map<String, String> views = new TreeMap<>(Map.of(
                "bench",
                "/jobs",
                "take-in",
                "/jobs/2/take-in",
                "slip",
                "/jobs/2/slip",
                "limits",
                "/jobs/3/limits",
                "plan",
                "/jobs/2/plan",
                "open",
                "/jobs/9/open",
                "fit",
                "/jobs/5/fit",
                "prove",
                "/jobs/5/prove",
                "hand-back",
                "/jobs/14/hand-back"));
        views.put("drawer", "/drawer");
        views.put("trouble", "/jobs/13/prove");
        views.put("orders", "/orders");
        views.put("room", "/rooms/1");
        views.put("house", "/house");
        views.put("read", "/jobs/11/read");
        views.put("field-desk", "/desk");
        views.put("machine", "/machines/fenwright-journeyman-17");
        views.put("record-editor", "/machines/skerrow-tern-16/edit");
        views.put("practice", practised(server));
        for (Map.Entry<String, String> view : views.entrySet()) {
            page.navigate(view.getValue());
            page.waitForSelector("h1");
            if (view.getKey().equals("read")) {
                page.waitForSelector("[data-evidence-table]");
                page.evaluate("document.querySelector('[aria-label=Positions]').scrollIntoView()");
            }
            if (view.getKey().equals("field-desk")) {
                page.getByLabel("What the system says")
                        .fill("Installed RAM  12.0 GB (11.6 GB usable)\nSpeed: 2933 MT/s\nSlots used: 2 of 2\n"
                                + "Form factor: Row of chips\nDDR4");
                page.waitForSelector("text=What it can take");
            }
            if (view.getKey().equals("trouble")) {
                page.waitForSelector("[data-now]");
            }
            page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
            page.waitForTimeout(400);
            page.screenshot(to(view.getKey()));
        }
    }

    /** A lesson whose machine was asked, at Read. */
    private static String practised(TestServer.Running server) {
        ApiClient wren = ApiClient.signedIn(server, "wren");
        long job = ok(wren.post("/api/practice", Map.of("what", "FIRST_LOOK")))
                .get("job")
                .asLong();
        ok(wren.change(job, "AnswerAsUsual", Map.of()));
        ok(wren.post(
                "/api/jobs/" + job + "/practice/asks", Map.of("what", "TABLE", "of", "", "waited", 0, "passes", 0)));
        return "/jobs/" + job + "/read";
    }

    private static Page.ScreenshotOptions to(String name) {
        return new Page.ScreenshotOptions().setPath(Path.of("../docs/screenshots/" + name + ".png"));
    }
}
