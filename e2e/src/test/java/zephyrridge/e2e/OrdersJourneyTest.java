package zephyrridge.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static zephyrridge.e2e.Technician.sees;
import static zephyrridge.server.ApiClient.ok;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.ResourceLock;
import zephyrridge.server.ApiClient;
import zephyrridge.server.TestServer;

/** From two layouts that are decided on to a parcel that is unpacked: ordered at once, scanned, and put with the right job. */
@ExtendWith({TestServer.class, Browser.class})
@ResourceLock("page")
class OrdersJourneyTest {
    private static final String LABEL = "16GB 1Rx8 PC5-4800B-SA0-1010-XT";

    private static long decided(ApiClient ilka, String owner, String promised) {
        long job = ok(ilka.post("/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", owner, "wish", "more")))
                .get("id")
                .asLong();
        ok(ilka.change(job, "AddModule", Map.of("origin", "TYPED", "label", LABEL)));
        ok(ilka.change(job, "PlanModule", Map.of("position", "socket-a", "key", "m1")));
        ok(ilka.change(
                job,
                "SayWhence",
                Map.of("keys", List.of("m1"), "price", "31.40", "supplier", "Mill Wholesale", "day", "2031-05-19")));
        ok(ilka.change(job, "NoteOrder", Map.of("promised", promised)));
        ok(ilka.change(job, "ChoosePlan", Map.of("chosen", true)));
        return job;
    }

    private static Locator region(Page page, String name) {
        return page.getByRole(
                AriaRole.REGION, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    @Test
    void whatTwoJobsNeedIsOrderedAtOnceAndTheParcelSaysWhoseItIs(TestServer.Running server, Browser.Running browser) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        long later = decided(ilka, "Weir keeper", "2031-05-28");
        long sooner = decided(ilka, "Lock keeper", "2031-05-20");
        Technician t = browser.signedIn(server.address(), "ilka");
        Locator toOrder = region(t.page, "Parts to be ordered");
        sees(toOrder.getByText("#" + sooner));
        t.page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Orders"))
                .click();
        Locator mill = region(t.page, "Mill Wholesale");
        assertThat(mill).containsText("62.80");
        assertThat(mill).containsText("2 ×");
        mill.getByLabel("Their number for it, if there is one").fill("M-1188");
        mill.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Ordered"))
                .click();
        sees(region(t.page, "On the way").getByText("(M-1188)").first());
        Technician.gone(mill);
        // Off the parcel; what is scanned while nobody types goes to the same field.
        t.page.getByLabel("What came: scan it, or words of it").fill("m-1188");
        t.page.keyboard().press("Enter");
        assertThat(t.page.getByRole(AriaRole.STATUS)).containsText("It goes to job #" + sooner);
        assertThat(region(t.page, "Here for jobs")).containsText("Lock keeper");
        // Said of the wrong parcel, and taken back.
        region(t.page, "Here for jobs")
                .getByRole(
                        AriaRole.BUTTON,
                        new Locator.GetByRoleOptions().setName("It did not come: " + LABEL + ", for #" + sooner))
                .click();
        assertThat(region(t.page, "On the way").getByText("(M-1188)")).hasCount(2);
        region(t.page, "On the way")
                .getByRole(
                        AriaRole.BUTTON,
                        new Locator.GetByRoleOptions().setName("It came: " + LABEL + ", for #" + later))
                .click();
        sees(t.alert("It goes to job #" + sooner));
        t.page.navigate("/jobs/" + sooner + "/plan");
        assertThat(t.page.getByRole(AriaRole.LIST, new Page.GetByRoleOptions().setName("What is sent for it")))
                .containsText("Here: " + LABEL);
        t.page.navigate("/jobs");
        sees(region(t.page, "Ready for us").getByText("#" + sooner));
        sees(region(t.page, "Waits for parts").getByText("#" + later));
    }
}
