package zephyrridge.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.e2e.Technician.sees;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import zephyrridge.server.TestServer;

/** A machine that does not start: test by test on the page, to what was wrong, and the module back to whom it was bought from. */
@ExtendWith({TestServer.class, Browser.class})
@Order(3)
class FaultJourneyTest {
    /** Enough to go every way through the page; with {@code -Dzephyr.tests=15} to the end, which TroubleHttpTest does each time. */
    private static final int MOST_TESTS = Integer.getInteger("zephyr.tests", 3);

    private static Locator trouble(Technician t) {
        return t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Start trouble"));
    }

    private static Locator in(Technician t, String button) {
        return trouble(t).getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile(button)));
    }

    /** What the recommended test wants in the machine, as the page's own answer has it. */
    private static String fill(Technician t) {
        return String.valueOf(
                t.page.evaluate(
                        """
                async () => { const id = location.pathname.split('/')[2];
                  const now = await (await fetch(`/api/jobs/${id}/trouble`)).json();
                  return now.next.length ? JSON.stringify(now.next[0].fill) : ''; }"""));
    }

    /** The table is asked anew after each change; until then the one of before is shown. */
    private static void settledTable(Technician t) {
        assertThat(trouble(t)).hasAttribute("aria-busy", "false");
    }

    /** Steps one after the other, as long as there are some of these: what is ticked may bring others. */
    private static void steps(Technician t, String which) {
        sees(t.page.locator("main h2").first());
        Locator open =
                t.page.locator(which).filter(new Locator.FilterOptions().setHas(t.page.locator("input:not(:checked)")));
        for (int i = 0; i < 30 && open.count() > 0; i++) {
            String id = open.first().getAttribute("data-step");
            Technician.pressStep(open.first());
            t.kept();
            assertThat(open.and(t.page.locator("[data-step='" + id + "']"))).hasCount(0);
        }
    }

    private static void openUp(Technician t) {
        steps(t, "[aria-label='Start trouble'] [data-step]");
    }

    private static void closeUp(Technician t) {
        steps(t, "[data-step^='on:'], [data-step='count'], [data-step='strap-off']");
    }

    private static void press(Technician t, Locator button) {
        button.click();
        t.kept();
    }

    @Test
    void aBadModuleIsFoundTestByTest(TestServer.Running server, Browser.Running browser) {
        Technician t =
                browser.signedIn(server.address(), "ilka").takeIn("Ostrell Drift 12", "Walk-in", "More of everything");
        t.answer("Warranty seal", "No seal")
                .answer("Battery", "Good")
                .answer("Drive encrypted, and its recovery key", "Not encrypted")
                .answer("Firmware settings", "Noted");
        t.go("Plan");
        t.page.getByLabel("Or a module by its label line").fill("8GB 2Rx8 PC3L-12800S-11-13-F3");
        t.button("Add to this job").click();
        t.kept();
        t.chip("typed").first().click();
        t.position("socket").click();
        t.kept();
        t.choosePlan();
        t.go("Open").tickAllSteps();
        t.go("Fit");
        t.button("Seated: latches flush, no gold in sight").click();
        t.kept();
        t.go("Prove").tickAllSteps();
        press(t, t.button("Nothing at all"));
        sees(trouble(t));
        List<String> told = new ArrayList<>();
        // The module that was bought, m1, starts nowhere.
        settledTable(t);
        settledTable(t);
        for (int i = 0; i < MOST_TESTS && in(t, "Write it down").count() == 0; i++) {
            String words = t.page.locator("[data-test-words]").innerText();
            told.add(words);
            String fill = fill(t);
            if (in(t, "^Take ").count() > 0) {
                press(t, in(t, "^Take "));
                settledTable(t);
            }
            if (in(t, "^Begin").count() > 0) {
                press(t, in(t, "^Begin"));
                openUp(t);
                settledTable(t);
                fill = fill(t);
                press(t, t.page.locator("[data-arrange]"));
            }
            if (in(t, "does not start there").count() > 0) {
                press(t, in(t, "does not start there"));
                closeUp(t);
            } else {
                closeUp(t);
                for (int done = in(t, "^Done").count(); done > 0; done--) {
                    press(t, in(t, "^Done").nth(done - 1));
                }
                t.page.getByLabel("Minutes waited").fill("5");
                press(t, t.button(fill.contains("m1") ? "Nothing at all" : "Up, with all its memory"));
            }
            told.add(fill);
            settledTable(t);
        }
        assertThat(trouble(t)).containsText("replace 8 GB");
        sees(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Two starts side by side")));
        if (MOST_TESTS >= 15) {
            assertThat(trouble(t).locator("[data-sentence]").innerText())
                    .as(told.toString())
                    .contains("Confirmed: replace 8 GB");
            press(t, in(t, "Write it down"));
            assertThat(t.page.locator("[data-settled]")).containsText("replace 8 GB");
        }
        t.go("Hand back");
        Locator beside =
                t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("What lies beside the machine"));
        assertThat(beside).containsText("8 GB");
        beside.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Send back to the supplier"))
                .first()
                .click();
        t.kept();
        assertThat(beside).containsText("back to the supplier");
        assertThat(t.complaints).isEmpty();
        System.out.println("Tests made on the page: " + told);
    }
}
