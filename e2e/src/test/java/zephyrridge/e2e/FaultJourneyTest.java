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
    /**
     * Mains and waiting, and one with hands in it, which leaves the bad module beside the machine; with {@code -Dzephyr.tests=15} to the end, which
     * TroubleHttpTest does each time.
     */
    private static final int MOST_TESTS = Integer.getInteger("zephyr.tests", 2);

    private static Locator trouble(Technician t) {
        return t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Start trouble"));
    }

    private static Locator now(Technician t) {
        return t.page.getByRole(
                AriaRole.REGION, new Page.GetByRoleOptions().setName("Now").setExact(true));
    }

    private static Locator in(Technician t, String button) {
        return now(t).getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile(button)));
    }

    /** The line that leads, where it has this to say. */
    private static Locator leads(Technician t, String text) {
        return t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("What comes next"))
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile(text)));
    }

    /** What the chosen test wants in the machine, as the page's own answer has it. */
    private static String fill(Technician t) {
        return String.valueOf(
                t.page.evaluate(
                        """
                async () => { const id = location.pathname.split('/')[2];
                  const now = await (await fetch(`/api/jobs/${id}/trouble`)).json();
                  return now.chosen ? JSON.stringify(now.chosen.fill) : ''; }"""));
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
        // The module that was bought, m1, starts nowhere. All that is done on the way is what the line under the trail
        // says.
        for (int i = 0; i < MOST_TESTS && leads(t, "^Write down").count() == 0; i++) {
            press(t, leads(t, "^Take the recommended test"));
            String words = t.page.locator("[data-now]").innerText();
            told.add(words);
            assertThat(words)
                    .as("nothing that was done is proposed again")
                    .satisfies(w -> assertThat(told.stream().filter(w::equals)).hasSizeLessThan(3));
            String fill = fill(t);
            for (int hand = 0; hand < 60 && leads(t, "^Done").count() > 0; hand++) {
                String before = leads(t, "^Done").innerText();
                press(t, leads(t, "^Done"));
                // The next thing to do is another one.
                assertThat(leads(t, "^" + Pattern.quote(before.split("\n")[0]) + "( Enter)?$"))
                        .hasCount(0);
            }
            Locator there = in(t, "does not start there");
            Locator passed = in(t, "^A pass without errors");
            sees(there.or(passed).or(t.page.getByLabel("Minutes waited")).first());
            if (there.count() > 0) {
                press(t, there);
            } else if (passed.count() > 0) {
                press(t, passed);
            } else {
                t.page.getByLabel("Minutes waited").fill("5");
                press(t, t.button(fill.contains("m1") ? "Nothing at all" : "Up, with all its memory"));
            }
            told.add(fill);
            sees(leads(t, "^Take the recommended test").or(leads(t, "^Write down")));
        }
        assertThat(trouble(t)).containsText("replace 8 GB");
        // A card says what was other than before, and the reload finds the job where it stood.
        assertThat(t.page.locator("[data-start]")).not().hasCount(0);
        sees(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Starts side by side")));
        if (MOST_TESTS >= 15) {
            assertThat(now(t).locator("[data-sentence]").innerText())
                    .as(told.toString())
                    .contains("Confirmed: replace 8 GB");
            press(t, leads(t, "^Write down"));
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
