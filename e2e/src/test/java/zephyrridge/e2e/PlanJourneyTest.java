package zephyrridge.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.e2e.Technician.gone;
import static zephyrridge.e2e.Technician.sees;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.ResourceLock;
import zephyrridge.server.TestServer;

/** From what was read to a chosen layout with its slip, and what is said of limits on the way. */
@ExtendWith({TestServer.class, Browser.class})
@ResourceLock("page")
class PlanJourneyTest {
    private static final int MOST = 8;

    private static Locator cards(Technician t) {
        return t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Layouts worth choosing between"))
                .getByRole(AriaRole.ARTICLE);
    }

    @Test
    void fromReadToAChosenLayoutWithItsSlip(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "ilka");
        t.takeIn("Skerrow Tern 16", "Weather posts", "Twice the memory");
        t.go("Read");
        t.page.getByLabel("Label line of the module").fill("8GB 1Rx16 PC5-4800B-SC0-1010-XT");
        t.button("It was in this position").click();
        t.kept();
        int actions = 0;
        t.press("4");
        actions++;
        Locator recommended = cards(t).first();
        assertThat(recommended).containsText("Recommended");
        assertThat(recommended).containsText(java.util.regex.Pattern.compile("\\d+ of \\d+ run"));
        String promised = recommended.getByRole(AriaRole.HEADING).textContent().replaceAll("( GB).*", "$1");
        recommended
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Choose"))
                .click();
        actions++;
        sees(t.page.getByText(Pattern.compile("This plan is chosen")));
        t.page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Slip for the counter"))
                .click();
        actions++;
        Locator proposed = t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Proposed"));
        assertThat(proposed).containsText(promised);
        t.page.getByLabel("Who says yes").fill("K. Tarn");
        t.page.getByLabel("Who says yes").blur();
        actions++;
        t.button("Note the yes").click();
        actions++;
        assertThat(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("The owner's yes")))
                .containsText("K. Tarn: " + promised);
        System.out.printf("Actions from read to a chosen layout with its slip: %d (aim %d)%n", actions, MOST);
        assertThat(actions).isLessThanOrEqualTo(MOST);
        // What the drawer lent goes back.
        t.page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Back to the plan"))
                .click();
        t.button("Not yet").click();
        t.kept();
        assertThat(t.complaints).isEmpty();
    }

    /** A smaller layout put beside it becomes the fallback; a claim added changes what is said of both. */
    @Test
    void limitsFollowWhatIsAddedAndWhatStandsBeside(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "wren");
        t.takeIn("Fenwright Journeyman 17", "Survey team", "Maps and photos");
        t.go("Read");
        t.page.getByLabel("Label line of the module").fill("4GB 1Rx16 PC4-2400T-SC0-11");
        t.button("It was in this position").click();
        t.kept().go("Plan");
        Locator first = cards(t).first();
        assertThat(first).containsText("GB");
        Locator closer = t.page.getByRole(
                AriaRole.BUTTON,
                new Page.GetByRoleOptions().setName("Look closer").setExact(true));
        // Looking changes nothing: no layout is put together by it.
        closer.last().click();
        sees(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName(Pattern.compile("^Looked at: "))));
        assertThat(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Layouts put together")))
                .hasCount(0);
        t.button("Put on the table, to change it by hand").click();
        t.kept();
        closer.first().click();
        t.button("Put on the table, to change it by hand").click();
        t.kept();
        sees(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Layouts put together")));
        t.button("Why is mine not among them?").click();
        sees(t.page.getByText(Pattern.compile("usable, .* GB/s")));
        t.go("Limits");
        Locator judged =
                t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("The plan against the limits"));
        assertThat(judged).containsText(java.util.regex.Pattern.compile("\\d+ of \\d+ run"));
        // What a sister machine had is typed as it was there, with its name.
        Locator trial = t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Add a trial"));
        trial.getByLabel("Where", new Locator.GetByLabelOptions().setExact(true))
                .selectOption("BOARD_FAMILY");
        trial.getByLabel(Pattern.compile("What it had in")).first().fill("8GB 1Rx8 PC4-2400T-SA1-11");
        trial.getByLabel(Pattern.compile("Which sister model")).fill("Journeyman 15, board 771");
        t.button("Add the trial").click();
        sees(t.page.getByText(Pattern.compile("a sister model: Journeyman 15, board 771")));
        t.page.getByLabel("Who says it").selectOption("CONTROLLER");
        t.page.getByLabel("About").selectOption("PER_SLOT");
        t.page.getByLabel("Figure, in GB").fill("1");
        t.page.getByLabel("Where it stands").fill("a sheet for this test");
        t.button("Add the claim").click();
        assertThat(judged).containsText("Beyond what the controller can");
        t.button("Retract").first().click();
        assertThat(judged).not().containsText("Beyond what the controller can");
        assertThat(t.complaints).isEmpty();
    }

    /** What the owner asked for in figures is proposed, and taken with one press. */
    @Test
    void theWishIsRead(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "bram");
        t.takeIn("Skerrow Tern 16", "Survey team", "48 GB, please");
        t.go("Read");
        t.page.getByLabel("Label line of the module").fill("8GB 1Rx16 PC5-4800B-SC0-1010-XT");
        t.button("It was in this position").click();
        t.kept().go("Plan");
        t.button("Plan for 48 GB").click();
        t.kept();
        gone(t.button("Plan for 48 GB"));
        assertThat(t.page.getByText("What is wanted, and what the work needs")).containsText("ideally 48 GB");
        assertThat(cards(t).first()).containsText("48 GB");
        assertThat(t.complaints).isEmpty();
    }
}
