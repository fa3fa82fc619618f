package zephyrridge.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.e2e.Technician.sees;
import static zephyrridge.server.ApiClient.ok;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.ResourceLock;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zephyrridge.server.ApiClient;
import zephyrridge.server.TestServer;

/** The bench work itself: rounds, bench mode, a seal on the way, a carrier, and a record drawn from nothing. */
@ExtendWith({TestServer.class, Browser.class})
@ResourceLock("page")
class OpeningJourneyTest {
    /** At Plan, of a job that came there through the server: taking in, reading and planning on the page are others' matter. */
    private static Technician planned(
            TestServer.Running server, Browser.Running browser, String machine, String label, String... positions) {
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        long job = ok(ilka.post(
                        "/api/jobs", Map.of("machineId", machine, "owner", "Bus depot 5", "wish", "Timetables")))
                .get("id")
                .asLong();
        boolean battery = machine.matches("(fenwright-journeyman|skerrow|ostrell).*");
        ok(ilka.change(
                job,
                "AnswerIntake",
                Map.of(
                        "seal",
                        "NONE",
                        "battery",
                        battery ? "GOOD" : "NONE_FITTED",
                        "encryption",
                        "NOT_ENCRYPTED",
                        "firmwareSettings",
                        "NOTED")));
        for (int i = 0; i < positions.length; i++) {
            ok(ilka.change(job, "AddModule", Map.of("origin", "TYPED", "label", label)));
            ok(ilka.change(job, "PlanModule", Map.of("position", positions[i], "key", "m" + (i + 1))));
        }
        ok(ilka.change(job, "ChoosePlan", Map.of("chosen", true)));
        Technician t = browser.signedIn(server.address(), "ilka");
        t.page.navigate("/jobs/" + job + "/plan");
        sees(t.page.getByText("This plan is chosen"));
        return t;
    }

    private static Locator card(Technician t, String kind) {
        return t.page.locator("[data-card='" + kind + "']");
    }

    /** Space, and the next card. */
    private static void space(Technician t) {
        String before = t.page.locator("[data-card] h1").innerText();
        t.page.keyboard().press("Space");
        t.kept();
        assertThat(t.page.locator("[data-card] h1")).not().hasText(before);
    }

    private static String kind(Technician t) {
        return t.page.locator("[data-card]").getAttribute("data-card");
    }

    @Test
    void twoSidesInTwoRoundsAtTheBenchWithASealOnTheWay(TestServer.Running server, Browser.Running browser) {
        Technician t =
                planned(server, browser, "fenwright-journeyman-17", "4GB 1Rx8 PC4-2400T-SA1-11", "a-below", "b-top");
        t.go("Open");
        assertThat(t.page.locator("[data-round]")).hasCount(2);
        assertThat(t.page.locator("[data-round]").first()).containsText("From the bottom");
        t.press("b");
        assertThat(card(t, "step")).containsText("Shut the machine right down");
        while (kind(t).equals("step")) {
            space(t);
        }
        // A reload at any step comes back to it.
        t.page.reload();
        assertThat(card(t, "fit")).containsText("Socket 1");
        t.button("Seated: latches flush, no gold in sight").click();
        t.kept();
        // The hatch goes back before the other side; the pack stays out for it.
        assertThat(card(t, "step")).containsText("Put back: Hatch below");
        space(t);
        assertThat(card(t, "step")).containsText("Keyboard screws");
        t.page.keyboard().press("Escape");
        sees(t.heading("Open"));
        t.page.locator("[data-step='off:keyboard-screws'] [data-screw='K3']").click();
        t.kept();
        assertThat(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Off now")))
                .containsText("1 screw");
        t.button("A seal is found").click();
        t.page.getByLabel("Where the seal is").fill("over a keyboard screw");
        t.button("Pause the job").click();
        assertThat(t.finding("SEAL_FOUND")).containsText("over a keyboard screw");
        t.press("b");
        sees(card(t, "paused"));
        t.button("Answer it on Open").click();
        t.button("Owner agrees").click();
        t.kept();
        t.press("b");
        while (kind(t).equals("step")) {
            space(t);
        }
        t.button("Seated: latches flush, no gold in sight").click();
        t.kept();
        while (kind(t).equals("step")) {
            space(t);
        }
        sees(card(t, "start"));
        t.button("It came up").click();
        sees(t.heading("Prove"));
        sees(t.page.locator("[data-check='KEYS']"));
        t.page.locator("[data-check='TOUCHPAD']").getByText("Does not").click();
        t.page.getByLabel("What is wrong with: Touchpad").fill("no click");
        t.button("Note it").click();
        assertThat(t.page.locator("[data-check='TOUCHPAD']")).containsText("no click");
        t.button("All 5 work").click();
        t.kept();
        assertThat(t.page.locator("[data-check='KEYS']")).containsText("✓");
        assertThat(t.complaints).isEmpty();
    }

    /** No connection in the middle of it: what hands did stands on the screen, survives a reload, and lands by itself. */
    @Test
    void aLostConnectionAtTheBenchLosesNoStep(TestServer.Running server, Browser.Running browser) {
        Technician t = planned(server, browser, "ostrell-drift-12", "8GB 2Rx8 PC3L-12800S-11-13-F3", "socket");
        t.go("Open").press("b");
        Locator head = t.page.locator("[data-card='step'] h1");
        List<String> seen = new ArrayList<>(List.of(head.innerText()));
        t.page.route("**/api/jobs/*/changes", route -> route.abort());
        for (String waiting : List.of("1 change waits", "2 changes wait")) {
            t.press("Space");
            sees(t.page.getByText(waiting));
            assertThat(head).not().hasText(seen.get(seen.size() - 1));
            seen.add(head.innerText());
        }
        t.page.reload();
        sees(t.page.getByText("2 changes wait"));
        assertThat(head).hasText(seen.get(2));
        t.page.unroute("**/api/jobs/*/changes");
        t.kept();
        assertThat(head).hasText(seen.get(2));
        t.page.reload();
        assertThat(head).hasText(seen.get(2));
        assertThat(seen).doesNotHaveDuplicates();
        assertThat(t.complaints).isEmpty();
    }

    /** One large module under its screws: the same walk, one step a screen, to the start. */
    @Test
    void aCompressionModuleIsFittedOneStepAScreen(TestServer.Running server, Browser.Running browser) {
        Technician t = planned(server, browser, "skerrow-gannet-15", "32GB 2Rx8 DDR5-5600 CAMM2", "camm");
        t.go("Open").press("b");
        for (int i = 0; i < 60 && !kind(t).equals("fit"); i++) {
            space(t);
        }
        assertThat(t.page.locator("[data-card='fit']")).containsText("screws in their order");
        List<String> screws = List.of("by the arrow", "across from the arrow", "at the ribbon", "at the fan");
        for (int i = 0; i < screws.size(); i++) {
            t.button("Screw " + (i + 1) + " of 4 tight: " + screws.get(i)).click();
        }
        t.button("Seated, all screws tight").click();
        t.kept();
        for (int i = 0; i < 60 && !kind(t).equals("start"); i++) {
            space(t);
        }
        t.button("It came up").click();
        sees(t.heading("Prove"));
        assertThat(t.complaints).isEmpty();
    }

    @Test
    void aCarrierIsConfirmedWithItsCount(TestServer.Running server, Browser.Running browser) {
        Technician t = planned(
                server, browser, "brindlecombe-beacon-r", "32GB 2Rx4 PC4-2933Y-RB2-12", "P1-A1", "P1-B1", "P1-E1");
        t.go("Open").tickAllSteps();
        t.go("Fit");
        Locator carrier = t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Whole carrier"));
        carrier.getByLabel("Count what went in").fill("3");
        carrier.getByText("All seated, latches flush").click();
        sees(t.alert("2 go in, and 3 were counted").first());
        carrier.getByLabel("Count what went in").fill("2");
        carrier.getByText("All seated, latches flush").click();
        t.kept();
        sees(t.page.getByText("2 positions done"));
        t.go("Open");
        assertThat(t.page.getByRole(
                        AriaRole.REGION, new Page.GetByRoleOptions().setName("Back on before the next round")))
                .containsText("Memory carrier P1-1");
        // The line that leads puts it back and takes the next one off.
        for (String off : List.of("Memory carrier P1-1 on", "Memory carrier P1-2 off")) {
            sees(t.page.getByText("Done: " + off));
            t.press("Enter").kept();
        }
        t.go("Fit");
        t.button("Seated: latches flush, no gold in sight").click();
        t.kept();
        t.page.locator("[data-step='on:P1-2'] label").click();
        t.kept();
        // Nothing of the shell goes on over slots that guide no air.
        assertThat(t.page.locator("[data-step='air']")).containsText("a blank in each empty slot (");
        t.page.locator("[data-step='on:lid'] label").click();
        sees(t.alert("blanks in the empty slots").first());
        t.page.locator("[data-step='air'] label").click();
        t.page.locator("[data-step='on:lid'] label").click();
        sees(t.page.getByText("Closed up, all parts are on"));
        assertThat(t.complaints).isEmpty();
    }

    /** Laid on its glass, out of its box, or by its side: one step a screen to the start. */
    @ParameterizedTest
    @CsvSource({
        "halmira-panel-24, 8GB 1Rx8 PC4-2666V-SA1-11, a-lower, glass down",
        "fenwright-trestle, 8GB 1Rx8 PC4-2666V-UA2-11, a2, Two thumb screws",
        "brindlecombe-cairn, 8GB 1Rx8 PC4-2666V-SA1-11, lower, Two knurled screws"
    })
    void oneStepAScreenToTheStart(
            String machine,
            String label,
            String position,
            String says,
            TestServer.Running server,
            Browser.Running browser) {
        Technician t = planned(server, browser, machine, label, position);
        t.go("Open").press("b");
        List<String> cards = new ArrayList<>();
        for (int i = 0; i < 60 && !kind(t).equals("fit"); i++) {
            cards.add(t.page.locator("[data-card]").innerText());
            space(t);
        }
        assertThat(String.join("\n", cards)).contains(says);
        t.button("Seated: latches flush, no gold in sight").click();
        t.kept();
        for (int i = 0; i < 60 && !kind(t).equals("start"); i++) {
            space(t);
        }
        t.button("It came up").click();
        sees(t.heading("Prove"));
        assertThat(t.complaints).isEmpty();
    }

    /** A machine of the first day gets its way in drawn: thirteen actions from the first look to a record that a job opens by. */
    @Test
    void aRecordIsDrawnFromNothing(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "bram");
        t.page.navigate("/machines?new");
        t.page.getByLabel("Maker", new Page.GetByLabelOptions().setExact(true)).fill("Brackwell");
        t.page.getByLabel("Model").fill("Sedge 14");
        t.button("Make the record").click();
        sees(t.heading("Brackwell Sedge 14"));
        t.page.getByText("Draw the way in").click();
        Locator side = t.page.locator("main svg[role='group']");
        sees(side);
        side.click(new Locator.ClickOptions().setPosition(40, 30));
        side.click(new Locator.ClickOptions().setPosition(200, 30));
        side.click(new Locator.ClickOptions().setPosition(120, 150));
        assertThat(t.page.locator("main [data-screw]")).hasCount(3);
        t.page.keyboard().press("Control+z");
        assertThat(t.page.locator("main [data-screw]")).hasCount(2);
        t.page.keyboard().press("Control+Shift+Z");
        t.page.getByText("Add a part").click();
        t.page.getByLabel("name of a new part").fill("Heat plate");
        t.page.keyboard().press("Enter");
        sees(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Part Heat plate")));
        t.page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Off before it"))
                .getByRole(AriaRole.BUTTON)
                .first()
                .click();
        // What is not sent yet is still there after a reload.
        t.page.reload();
        t.page.getByRole(AriaRole.TAB, new Page.GetByRoleOptions().setName("Ways in"))
                .click();
        t.page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Off to reach it"))
                .first()
                .getByText("Heat plate")
                .click();
        assertThat(t.page.locator("[data-way]").first()).containsText("Heat plate");
        t.page.getByText("Keep as version 2").click();
        sees(t.heading("Brackwell Sedge 14"));
        t.page.navigate("/jobs");
        t.takeIn("Brackwell Sedge 14", "Ferry", "Charts");
        t.answer("Warranty seal", "No seal")
                .answer("Battery", "Good")
                .answer("Drive encrypted, and its recovery key", "Not encrypted")
                .answer("Firmware settings", "Noted");
        t.go("Open");
        t.button("Open for a look").click();
        t.kept();
        assertThat(t.page.locator("[data-step]"))
                .containsText(new String[] {"Switch", "Shut", "Pull", "Bond", "Hold", "", "Heat plate"});
        // A screw that was overlooked is drawn at the bench, and is one like the others.
        for (String done : List.of("battery off", "shut right down", "cords out", "grounded", "drained")) {
            sees(t.page.getByText("Done: " + done));
            t.press("Enter").kept();
        }
        t.button("Draw screws that it does not show").click();
        t.page.locator("main svg[role='group'], main svg[role='img']")
                .first()
                .click(new Locator.ClickOptions().setPosition(290, 150));
        assertThat(t.page.locator("main [data-screw]")).hasCount(4);
        t.button("Drawn").click();
        t.press("Enter").kept();
        assertThat(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Off now")))
                .containsText("4 screws");
        assertThat(t.complaints).isEmpty();
    }
}
