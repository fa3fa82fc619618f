package zephyrridge.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.e2e.Technician.sees;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import zephyrridge.server.ApiClient;
import zephyrridge.server.JobSteps;
import zephyrridge.server.TestServer;

/** A lesson on the real page: from the bench to the range, through the eight stations, to what was hidden. */
@ExtendWith({TestServer.class, Browser.class})
@Order(3)
class PracticeJourneyTest {
    private static final int MOST = 24;
    private int actions;
    private Technician t;

    private void click(Locator what) {
        what.click();
        actions++;
        t.kept();
    }

    private Locator button(String begins) {
        return t.page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^" + begins)))
                .first();
    }

    private Locator machine() {
        return t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("The simulated machine"));
    }

    /** What other journeys tick on the page, step by step, is ticked through the server; the page is shown anew. */
    private void ticked(TestServer.Running server, String which) {
        t.kept();
        long id = Long.parseLong(t.page.url().replaceAll(".*/jobs/(\\d+).*", "$1"));
        JobSteps.tickAll(ApiClient.signedIn(server, "bram"), id, which);
        t.page.reload();
        t.kept();
    }

    @Test
    void aLessonToItsTruth(TestServer.Running server, Browser.Running browser) {
        t = browser.signedIn(server.address(), "bram");
        t.page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Practise on one that is not there"))
                .click();
        sees(t.heading("Practice range"));
        button("Begin: First look").click();
        actions += 2;
        sees(t.page.getByRole(AriaRole.NOTE, new Page.GetByRoleOptions().setName("Simulated")));
        click(button("Look it over from outside"));
        assertThat(machine()).containsText("There is no seal.");
        click(button("As usual"));
        t.go("Read");
        click(button("Firmware table"));
        assertThat(machine()).containsText("Handed in at Read");
        click(button("Take over what the sources say"));
        t.go("Plan");
        actions += 2;
        click(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Layouts worth choosing between"))
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Choose"))
                .first());
        t.go("Open");
        actions++;
        ticked(server, "/opening/steps");
        t.go("Fit");
        while (button("Seated|^Taken out").isVisible()) {
            click(button("Seated|^Taken out"));
        }
        // Nobody looked how the notch lies.
        assertThat(machine().getByRole(AriaRole.ALERT)).containsText("pressed it against the key");
        assertThat(machine().getByRole(AriaRole.ALERT)).containsText("Nothing is harmed here");
        t.go("Prove");
        ticked(server, "/opening/closing");
        actions += 2;
        System.out.printf("Actions to Prove: %d%n", actions);
        click(button("On, with a pass of a memory test"));
        assertThat(machine()).containsText("It comes up");
        click(button("End it"));
        assertThat(machine()).containsText("What was hidden");
        assertThat(machine()).containsText("None of its sockets was bad");
        System.out.printf("Actions of a lesson: %d%n", actions);
        assertThat(actions).isLessThanOrEqualTo(MOST);
        assertThat(machine()).containsText("Where hands did not look first");
        // Each step with what it told; the machine is there again as it stood before one of them.
        machine().getByText("Step by step, and what each told").click();
        Locator read =
                machine().getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText("Firmware table"));
        assertThat(read).containsText("of which it is known now what is in them");
        String over = t.page.url();
        read.getByRole(AriaRole.BUTTON).click();
        t.page.waitForURL(url -> !url.startsWith(over.replaceAll("(/jobs/\\d+).*", "$1")));
        assertThat(machine()).containsText("Bench clock");
        assertThat(button("End it")).isVisible();
        t.page.navigate(server.address() + "/practice");
        Locator mine = t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("What I practised"));
        assertThat(mine).containsText("did not look first once");
        assertThat(mine).containsText("still open");
        mine.getByText("Only you see this.").click();
        assertThat(mine).containsText("The lead sees how they ended, too.");
        Page lead = browser.signedIn(server.address(), "wren").page;
        lead.navigate(server.address() + "/practice");
        Locator sheets = lead.getByRole(
                AriaRole.REGION, new Page.GetByRoleOptions().setName("Who lets you see what they practised"));
        assertThat(sheets).containsText("Bram: 1 of 12 lessons solved");
        mine.getByText("The lead sees how they ended, too.").click();
        assertThat(mine).containsText("Only you see this.");
        assertThat(t.complaints).isEmpty();
    }
}
