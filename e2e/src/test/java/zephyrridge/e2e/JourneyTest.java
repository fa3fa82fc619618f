package zephyrridge.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.e2e.Technician.gone;
import static zephyrridge.e2e.Technician.sees;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.LoadState;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.ResourceLock;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.server.ApiClient;
import zephyrridge.server.JobSteps;
import zephyrridge.server.TestServer;

/** A technician's whole way on the running product, by mouse and by keyboard. */
@ExtendWith({TestServer.class, Browser.class})
@ResourceLock("page")
class JourneyTest {
    /** What another journey ticks on the page, step by step, is ticked by the same person through the server; the page is shown anew. */
    private static Technician ticked(TestServer.Running server, Technician t, String login, String which) {
        t.kept();
        long id = Long.parseLong(t.page.url().replaceAll(".*/jobs/(\\d+).*", "$1"));
        JobSteps.tickAll(ApiClient.signedIn(server, login), id, which);
        t.page.reload();
        return t.kept();
    }

    @Test
    void byMouseFromTakeInToHandBack(TestServer.Running server, Browser.Running browser) throws IOException {
        Technician t = new Technician(browser.newPage(server.address()))
                .signIn("ilka")
                .takeIn("Skerrow Tern 16", "Dairy cellar", "Two programs at once");
        t.page.getByLabel("Operating system").selectOption("windows-11-pro");
        t.kept()
                .answer("Warranty seal", "No seal")
                .answer("Battery", "Good")
                .answer("Drive encrypted, and its recovery key", "Key at hand")
                .answer("Firmware settings", "Noted")
                .enter("Total in the firmware", "16 GB")
                .enter("Rate as shown", "5600");

        t.go("Read");
        t.page.getByLabel("Label line of the module").fill("16GB 1Rx8 PC5-5600B-SA0-1010-XT");
        sees(t.page.getByText("46-45-45"));
        t.button("It was in this position").click();
        sees(t.page.getByRole(AriaRole.CELL, new Page.GetByRoleOptions().setName("16 GB 1Rx8 DDR5-5600")));

        // With every move the core judges the layout: width, rate, latency and findings follow.
        t.go("Plan");
        sees(t.finding("WIDTH_SINGLE"));
        t.drag(t.chip("D-010"), t.position("socket-b"));
        assertThat(t.position("socket-b"))
                .hasAttribute("aria-label", Pattern.compile("Socket B: 16 GB 1Rx8 DDR5-5600.*changed"));
        gone(t.finding("WIDTH_SINGLE"));
        Locator planned = t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Planned"));
        assertThat(planned).containsText("32 GB 2 wide at 70.4 GB/s");
        assertThat(planned).containsText("16.36 ns");

        t.choosePlan().go("Open").tickAllSteps();
        t.go("Fit");
        t.page.locator("[data-fit='socket-b'] input:not([type='file'])").fill("D-011");
        t.button("Seated: latches flush, no gold in sight").click();
        sees(t.alert("Socket B is to get D-010, and D-011 was scanned").first());
        t.page.locator("[data-fit='socket-b'] input:not([type='file'])").fill("D-010");
        t.button("Seated: latches flush, no gold in sight").click();
        sees(t.button("Take back"));

        t.go("Prove");
        sees(t.page.getByText("32 GB (32768 MB)"));
        t.tickAllSteps().start();
        // A hunt begins around whoever types on: the next field stays under the hands.
        t.page.getByLabel("Total in the firmware", new Page.GetByLabelOptions().setExact(true))
                .fill("16 GB");
        t.press("Tab");
        sees(t.page.locator("[data-sentence]"));
        assertThat(t.page.getByLabel("Total in the system", new Page.GetByLabelOptions().setExact(true)))
                .isFocused();
        t.kept();
        assertThat(t.page.locator("[data-field='FIRMWARE_TOTAL']"))
                .containsText("one of the 2 modules of 16 GB (Socket A, Socket B)");
        t.enter("Total in the firmware", "32 GB")
                .enter("Rate as shown", "2200")
                .enter("Modules listed", "2")
                .enter("Memory test, passes", "1")
                .enter("Memory test, errors", "0");
        assertThat(t.page.locator("[data-field='RATE']")).containsText("2200 is the real clock in MHz");
        t.go("Hand back").proven();
        sees(t.page.getByText("2200, the clock of 4400 MT/s"));
        t.page.getByLabel("What the owner is told").fill("32 GB, both channels");
        t.button("Hand back and close").click();
        sees(t.button("Open this job again"));
        Download download = t.page.waitForDownload(
                () -> t.page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Whole job as an archive"))
                        .click());
        JsonNode job;
        try (ZipFile archive = new ZipFile(download.path().toFile())) {
            job = new JsonMapper().readTree(archive.getInputStream(archive.getEntry("job.json")));
        }
        assertThat(job.get("format").asString()).isEqualTo("zephyr-ridge/job");
        assertThat(job.at("/proof/proven").asBoolean()).isTrue();
        assertThat(job.at("/after/installed").asString()).isEqualTo("32 GiB");
        assertThat(t.complaints).isEmpty();
    }

    /** No mouse at all: Tab, Enter, Space, arrows and the number keys. */
    @Test
    void byKeyboardAloneOnASolderedBankAndOneSocket(TestServer.Running server, Browser.Running browser) {
        Technician t = new Technician(browser.newPage(server.address()));
        assertThat(t.page.getByLabel("Login")).isFocused();
        t.type("bram").tabTo("Password").type("gorse-by-the-gate").press("Enter");
        sees(t.heading("Bench"));
        t.press("n");
        assertThat(t.page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Machine")))
                .isFocused();
        t.type("Quarrow Fell 13")
                .press("Enter")
                .tabTo("Whose it is")
                .type("Weather post 9")
                .tabTo("What they want")
                .type("Maps and mail")
                .press("Enter");
        sees(t.heading("Take in"));
        // Arrows move within a question's answers.
        t.tabTo("Not looked yet").press("ArrowRight");
        assertThat(t.page.getByRole(AriaRole.RADIOGROUP, new Page.GetByRoleOptions().setName("Warranty seal"))
                        .getByLabel("No seal"))
                .isChecked();
        t.kept().tabTo("Not looked yet").press("ArrowRight", "ArrowRight");
        t.kept().tabTo("Not asked yet").press("ArrowRight");
        t.kept().tabTo("Not looked yet").press("ArrowRight");
        t.kept().tabTo("Total in the firmware").type("8 GB").press("Tab");
        t.kept();
        // The number keys go to a station; they do nothing while somebody types.
        t.tabTo("Rate as shown").press("4");
        sees(t.heading("Take in"));
        t.press("Backspace", "Escape", "4");
        sees(t.heading("Plan"));
        t.tabTo("32 GB 2Rx8 DDR4-2666D-029").press("Enter");
        sees(t.page.getByText("In hand: 32 GB 2Rx8 DDR4-2666"));
        t.tabTo("Put 32 GB 2Rx8 DDR4-2666 into Socket under the foil").press("Enter");
        assertThat(t.position("socket-b"))
                .hasAttribute("aria-label", Pattern.compile(".*32 GB 2Rx8 DDR4-2666.*changed"));
        t.kept();
        sees(t.finding("LIMIT_PROVEN"));
        // Enter takes what the line leads to, wherever no control has the focus.
        t.press("Escape");
        t.page.evaluate("() => document.activeElement.blur()");
        t.press("Enter");
        sees(t.page.getByText("This plan is chosen"));

        t.press("5");
        sees(t.heading("Open"));
        int steps = t.page.locator("[data-step]").count();
        assertThat(steps).isGreaterThan(5);
        for (int i = 1; i <= steps; i++) {
            t.tabTo(i + ". ").press("Space");
            t.kept();
            assertThat(t.page.locator("[data-step] input:checked")).hasCount(i);
        }
        t.press("6");
        t.tabTo("Seated: latches flush, no gold in sight").press("Enter");
        sees(t.button("Take back"));
        t.press("7");
        sees(t.heading("Prove"));
        Locator open = t.page.locator("[data-step] label:has(input:not(:checked))");
        sees(open.first());
        for (int left = open.count(); left > 0; left = open.count()) {
            t.tabTo(open.first().innerText().strip()).press("Space");
            t.kept();
        }
        t.tabTo("It came up").press("Enter");
        assertThat(t.page.locator("[data-start]")).hasCount(1);
        t.tabTo("Total in the firmware")
                .type("40 GB")
                .tabTo("Rate as shown")
                .type("2666")
                .tabTo("Modules listed")
                .type("2")
                .tabTo("Memory test, positions, ranks, channels, bandwidth")
                .press("Space")
                .tabTo("Memory test, passes")
                .type("1")
                .tabTo("Memory test, errors")
                .type("0");
        t.press("Escape").kept();
        t.press("8");
        sees(t.heading("Hand back"));
        t.proven();
        t.tabTo("What the owner is told")
                .type("40 GB now")
                .tabTo("Hand back and close")
                .press("Enter");
        sees(t.button("Open this job again"));
        assertThat(t.complaints).isEmpty();
    }

    /** A machine that no demo knows, described on the first day; a start that fails, a second look, and a start that does not. */
    @Test
    void aMachineOfTheFirstDayThatDoesNotStartAtOnce(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "bram");
        t.page.navigate("/machines?new");
        t.page.getByLabel("Maker", new Page.GetByLabelOptions().setExact(true)).fill("Brackwell");
        t.page.getByLabel("Model").fill("Sedge 11");
        t.page.getByLabel("Maker's maximum").fill("32 GB");
        t.button("Make the record").click();
        sees(t.heading("Brackwell Sedge 11"));
        t.page.navigate("/jobs");
        t.takeIn("Brackwell Sedge 11", "Harbour office", "Tide tables and mail");
        t.answer("Warranty seal", "No seal")
                .answer("Battery", "Good")
                .answer("Drive encrypted, and its recovery key", "Not encrypted")
                .answer("Firmware settings", "Noted");
        t.go("Read");
        t.page.getByLabel("Label line of the module").fill("8GB 1Rx8 PC4-2666V-SA1-11");
        t.button("It was in this position").click();
        sees(t.page.getByRole(AriaRole.CELL, new Page.GetByRoleOptions().setName("8 GB 1Rx8 DDR4-2666")));
        // As long as nobody knows what the other socket holds, nothing is said of how channels share the memory.
        sees(t.page.getByText("No module, total or look speaks of Socket B"));
        t.go("Take in").enter("Total in the system", "8 GB");
        t.go("Plan");
        // What is advised was computed with that very change: a second module in the other channel.
        assertThat(t.finding("ADVICE_FILL")).containsText("8 GB 1Rx8 DDR4-2666");
        t.page.getByLabel("Or a module by its label line").fill("kit of 2x8GB 1Rx8 DDR4-2666 SODIMM CL19");
        assertThat(t.finding("LABEL_KIT")).containsText("a pack of 2 modules");
        t.button("Add to this job").click();
        t.chip("typed").click();
        Locator free = t.page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Memory as planned"))
                .locator("[data-position][aria-label*='empty']");
        free.first().click();
        t.kept();
        gone(t.finding("ADVICE_FILL"));
        t.choosePlan();
        ticked(server, t, "bram", "/opening/steps").go("Fit");
        t.button("Seated: latches flush, no gold in sight").click();
        sees(t.button("Take back"));
        ticked(server, t, "bram", "/opening/closing").go("Prove");
        t.page.getByLabel("Lights, sounds, code").fill("three long tones");
        t.button("A signal, no picture").click();
        assertThat(t.page.locator("[data-start]")).containsText("three long tones");
        // The log is what happened: to open again, everything about power is asked anew.
        t.go("Open");
        sees(t.page.getByText("These steps open it again"));
        assertThat(t.page.locator("[data-step] input:checked")).hasCount(0);
        t.tickAllSteps().go("Fit");
        t.button("Out and in again").click();
        t.kept().go("Prove").tickAllSteps().start();
        assertThat(t.page.locator("[data-start]").last()).containsText("Reseated in");
        assertThat(t.page.locator("[data-start]").last()).containsText("came up");
        t.enter("Total in the firmware", "16 GB").enter("Rate as shown", "2666").enter("Modules listed", "2");
        assertThat(t.page.locator("[data-field='FIRMWARE_TOTAL']")).containsText("as expected");
        // Both starts stay: the one that failed before the module was reseated, and the good one.
        assertThat(t.page.locator("[data-start]")).hasCount(2);
        assertThat(t.complaints).isEmpty();
    }

    @Test
    void fourSocketsInTwoChannelsWithLowerBeforeUpper(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "bram")
                .takeIn("Halmira Panel 24", "School, room 7", "A film course");
        t.answer("Warranty seal", "No seal")
                .answer("Battery", "No battery")
                .answer("Drive encrypted, and its recovery key", "Not encrypted")
                .answer("Firmware settings", "Noted");
        t.go("Plan");
        t.page.getByLabel("Or a module by its label line").fill("16GB 1Rx16 PC4-2666V-SC0-11");
        sees(t.finding("LABEL_IMPOSSIBLE_DENSITY"));
        t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("What it may say instead"))
                .getByRole(AriaRole.BUTTON)
                .first()
                .click();
        t.button("Add to this job").click();
        t.page.getByLabel("Or a module by its label line").fill("8GB 1Rx8 PC4-2666V-SA1-11");
        t.button("Add to this job").click();
        t.chip("typed").first().click();
        t.position("a-lower").click();
        t.kept();
        assertThat(t.position("a-lower")).hasAttribute("aria-label", Pattern.compile(".*16 GB 1Rx8.*"));
        t.chip("typed").first().click();
        t.position("a-upper").click();
        t.kept();
        assertThat(t.finding("RATE_HELD_BY_TABLE")).containsText("2400 MT/s instead of 2666 MT/s");
        // A module is moved by picking it up and putting it down elsewhere; Delete empties.
        t.position("a-upper").click();
        t.position("b-lower").click();
        t.kept();
        gone(t.finding("RATE_HELD_BY_TABLE"));
        t.position("b-lower").focus();
        t.press("Delete").kept();
        assertThat(t.position("b-lower")).hasAttribute("aria-label", "Socket B, lower: not read");
        t.chip("typed").first().click();
        t.position("a-upper").click();
        t.kept();
        t.choosePlan();
        ticked(server, t, "bram", "/opening/steps").go("Fit");
        assertThat(t.page.locator("[data-fit]").first()).hasAttribute("data-fit", "a-lower");
        t.page.locator("[data-fit='a-upper']")
                .getByText("Seated: latches flush, no gold in sight")
                .click();
        sees(t.alert("fit Socket A, lower first").first());
        t.page.locator("[data-fit='a-lower']")
                .getByText("Seated: latches flush, no gold in sight")
                .click();
        t.kept();
        t.page.locator("[data-fit='a-upper']")
                .getByText("Seated: latches flush, no gold in sight")
                .click();
        assertThat(t.button("Take back")).hasCount(2);
        ticked(server, t, "bram", "/opening/closing")
                .go("Prove")
                .start()
                .enter("Total in the firmware", "24 GB")
                .enter("Rate as shown", "2400")
                .enter("Modules listed", "2")
                .enter("Memory test, passes", "1");
        t.go("Hand back").proven();
        t.button("Hand back and close").click();
        sees(t.button("Open this job again"));
        assertThat(t.complaints).isEmpty();
    }

    @Test
    void aSwollenBatteryAndAnUnansweredSealKeepTheMachineShut(TestServer.Running server, Browser.Running browser) {
        Technician t =
                browser.signedIn(server.address(), "ilka").takeIn("Skerrow Tern 16", "Survey hut", "Faster maps");
        t.go("Plan").chip("D-015").click();
        t.position("socket-a").click();
        t.kept().go("Open");
        sees(t.page.getByText("The machine stays shut"));
        sees(t.finding("GATE_SEAL_NOT_LOOKED"));
        assertThat(t.page.locator("[data-step^='off:'] input").first()).isDisabled();
        t.button("There is a seal").click();
        sees(t.finding("GATE_SEAL_NOT_ASKED"));
        t.button("Owner agrees").click();
        // The recovery key and the firmware's settings are asked for before the first screw; this model forgets its
        // settings.
        sees(t.finding("GATE_KEY_NOT_ASKED"));
        t.button("Key not known").click();
        sees(t.finding("GATE_CLEAR_WITHOUT_KEY"));
        t.button("Key is at hand").click();
        sees(t.finding("GATE_SETTINGS_NOT_ASKED"));
        t.button("Settings are noted").click();
        gone(t.page.getByText("The machine stays shut"));
        assertThat(t.page.locator("[data-step^='off:'] input").first()).isEnabled();
        t.button("Stop: the battery turns out to be swollen").click();
        assertThat(t.finding("GATE_BATTERY_SWOLLEN")).containsText("licensed");
        assertThat(t.page.locator("[data-step^='off:'] input").first()).isDisabled();
        t.button("Battery made safe").click();
        t.kept();
        assertThat(t.page.locator("[data-step^='off:'] input").first()).isEnabled();
        t.go("Plan").position("socket-a").focus();
        t.press("Delete").kept();
        assertThat(t.complaints).isEmpty();
    }

    /** At every station each button pressed by pointer lets go: Enter is the bar's afterwards, and never the same button's again. */
    @Test
    void enterMeansTheBarAfterEveryButton(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "ilka")
                .takeIn("Quarrow Fell 13", "Peat board", "Two programs at once");
        t.page.getByLabel("Operating system").selectOption("windows-11-pro");
        t.kept();
        int pressed = 0;
        for (String station : List.of("Take in", "Read", "Limits", "Plan", "Open", "Fit", "Prove", "Hand back")) {
            t.go(station);
            sees(t.page.getByRole(
                    AriaRole.HEADING,
                    new Page.GetByRoleOptions().setName(station).setLevel(1)));
            Locator buttons = t.page.locator("main button:visible:enabled:not([aria-controls])");
            for (int i = 0; i < Math.min(buttons.count(), 6); i++) {
                String name = buttons.nth(i).innerText();
                // Files are chosen in a window of the system, which is not the page's; the way back would lead away,
                // what is
                // retracted of a model is so for all, and a timer rings for everybody.
                if (name.isBlank()
                        || name.contains("file")
                        || name.contains("photo")
                        || Pattern.matches("(Hand back|Retract|Timer).*", name)) {
                    continue;
                }
                buttons.nth(i).click(new Locator.ClickOptions().setForce(true));
                pressed++;
                org.assertj.core.api.Assertions.assertThat(
                                (Boolean) t.page.evaluate("document.activeElement?.tagName !== 'BUTTON'"))
                        .as(station + ": " + name)
                        .isTrue();
                t.press("Escape").kept();
                if (!t.page.url().contains("/jobs/")) {
                    t.page.goBack();
                }
            }
        }
        org.assertj.core.api.Assertions.assertThat(pressed).isGreaterThan(12);
        // Enter does what the bar says.
        t.go("Take in");
        t.answer("Battery", "Good").answer("Warranty seal", "No seal");
        String lead =
                t.page.getByLabel("What comes next").getByRole(AriaRole.BUTTON).innerText();
        t.press("Enter").kept();
        assertThat(
                        t.page.url().endsWith("/take-in")
                                ? t.page.getByLabel("What comes next").innerText()
                                : t.page.url())
                .as("what the bar said was done")
                .doesNotContain(lead);
    }

    /** A job that was handed back is looked at, station by station, and nothing that its pages ask for is refused. */
    @Test
    void aClosedJobsPagesAskForNothingThatIsRefused(TestServer.Running server, Browser.Running browser) {
        List<Long> closed = new ArrayList<>();
        ApiClient.signedIn(server, "ilka").get("/api/jobs").json().get("jobs").forEach(j -> {
            if (j.get("closed").asBoolean() && closed.size() < 3) {
                closed.add(j.get("id").asLong());
            }
        });
        assertThat(closed).isNotEmpty();
        Technician t = browser.signedIn(server.address(), "ilka");
        List<String> refused = new ArrayList<>();
        t.page.onResponse(r -> {
            if (r.status() >= 400) {
                refused.add(r.status() + " " + r.url());
            }
        });
        for (long id : closed) {
            t.page.navigate("/jobs/" + id);
            for (String station : List.of("Take in", "Read", "Limits", "Plan", "Open", "Fit", "Prove", "Hand back")) {
                t.go(station);
                t.page.waitForLoadState(LoadState.NETWORKIDLE);
            }
        }
        assertThat(refused).isEmpty();
        assertThat(t.complaints).isEmpty();
    }
}
