package zephyrridge.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.e2e.Technician.gone;
import static zephyrridge.e2e.Technician.sees;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.util.Map;
import java.util.regex.Pattern;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.parallel.ResourceLock;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.server.ApiClient;
import zephyrridge.server.TestServer;
import zephyrridge.server.db.Tables;

/** Several people and several pages: nothing is lost, and everybody finds the way. */
@ExtendWith({TestServer.class, Browser.class})
@ResourceLock("page")
class TogetherTest {
    @Test
    void theSecondOfTwoPeopleIsToldAndKeepsTheirText(TestServer.Running server, Browser.Running browser) {
        Technician ilka =
                browser.signedIn(server.address(), "ilka").takeIn("Ostrell Drift 12", "Bus depot 2", "Timetables");
        Technician bram = browser.signedIn(server.address(), "bram");
        bram.page.navigate(ilka.page.url());
        sees(bram.heading("Take in"));
        ilka.answer("Battery", "Worn");
        bram.page.getByLabel("Condition, as it came").fill("Hinge loose, no charger");
        bram.page.getByLabel("Condition, as it came").blur();
        sees(bram.alert("Ilka changed the answers of Take in").first());
        assertThat(bram.page.getByLabel("Condition, as it came")).hasValue("Hinge loose, no charger");
        assertThat(bram.page
                        .getByRole(AriaRole.RADIOGROUP, new Page.GetByRoleOptions().setName("Battery"))
                        .getByLabel("Worn"))
                .isChecked();
        // Nothing of the second's is in the database until they say so; a reload asks again and has not lost it.
        long id = Long.parseLong(job(ilka));
        assertThat(state(server, id).at("/intake/condition").asString()).isEmpty();
        bram.page.reload();
        sees(bram.alert("Ilka changed the answers of Take in").first());
        bram.button("Put mine on top").click();
        bram.kept();
        JsonNode both = state(server, id);
        assertThat(both.at("/intake/condition").asString()).isEqualTo("Hinge loose, no charger");
        assertThat(both.at("/intake/battery").asString()).isEqualTo("WORN");
    }

    /** Whichever way leads from one job to another, Find, a timer, the browser's history: what was typed for one owner stays with that owner. */
    @Test
    void whatIsTypedForOneJobIsNotInTheNext(TestServer.Running server, Browser.Running browser) {
        Technician t =
                browser.signedIn(server.address(), "ilka").takeIn("Ostrell Drift 12", "Bus depot 7", "Timetables");
        String seven = job(t);
        t.page.navigate(server.address() + "/");
        t.takeIn("Ostrell Drift 12", "Bus depot 8", "Timetables");
        String eight = job(t);
        Locator told = t.page.getByLabel("What the owner is told");
        t.go("Hand back");
        told.fill("for eight");
        t.press("Escape");

        t.press("/").type("Bus depot 7");
        sees(t.page.getByText("#" + seven).first());
        t.press("Enter");
        at(t, seven);
        t.go("Hand back");
        assertThat(told).isEmpty();
        told.fill("for seven");
        ApiClient api = ApiClient.signedIn(server, "ilka");
        String timer = "";
        for (JsonNode each : api.post("/api/jobs/" + eight + "/timers", Map.of("kind", "DRAIN", "seconds", 900))
                .json()) {
            timer = each.get("job").asString().equals(eight) ? each.get("id").asString() : timer;
        }
        t.page.reload();
        assertThat(told).hasValue("for seven");

        t.page.locator("[data-timer] a")
                .filter(new Locator.FilterOptions().setHasText("#" + eight))
                .click();
        at(t, eight);
        t.go("Hand back");
        assertThat(told).hasValue("for eight");

        t.page.goBack();
        t.page.goBack();
        at(t, seven);
        t.go("Hand back");
        assertThat(told).hasValue("for seven");
        api.delete("/api/jobs/" + eight + "/timers/" + timer);
        assertThat(t.complaints).isEmpty();
    }

    /** Waits for any page of that job. */
    private static void at(Technician t, String job) {
        t.page.waitForURL(Pattern.compile("/jobs/" + job + "(/|$)"));
    }

    private static String job(Technician t) {
        return t.page.url().replaceAll(".*/jobs/(\\d+).*", "$1");
    }

    /** A job's state as the database has it. */
    private static JsonNode state(TestServer.Running server, long id) {
        return new JsonMapper()
                .readTree(server.bean(DSLContext.class)
                        .select(Tables.JOB.STATE)
                        .from(Tables.JOB)
                        .where(Tables.JOB.ID.eq(id))
                        .fetchOne(Tables.JOB.STATE));
    }

    /** The connection breaks for one of two people; both go on, the page is reloaded in between, and the database has it all. */
    @Test
    void aLostConnectionAndAnotherPersonLoseNothing(TestServer.Running server, Browser.Running browser) {
        Technician ilka =
                browser.signedIn(server.address(), "ilka").takeIn("Ostrell Drift 12", "Bus depot 4", "Timetables");
        long id = Long.parseLong(job(ilka));
        Technician bram = browser.signedIn(server.address(), "bram");
        bram.page.navigate(ilka.page.url());
        ilka.page.route("**/api/jobs/*/changes", route -> route.abort());
        ilka.page.getByLabel("Condition, as it came").fill("Lid scratched");
        ilka.page.getByLabel("Condition, as it came").blur();
        sees(ilka.alert("The server does not answer").first());
        ilka.page.getByLabel("Firmware version").fill("1.07");
        ilka.page.getByLabel("Firmware version").blur();
        sees(ilka.page.getByText("2 changes wait"));
        bram.answer("Battery", "Worn");
        ilka.page.reload();
        sees(ilka.page.getByText("2 changes wait"));
        assertThat(ilka.page.getByLabel("Condition, as it came")).hasValue("Lid scratched");
        assertThat(state(server, id).at("/intake/condition").asString()).isEmpty();
        ilka.page.unroute("**/api/jobs/*/changes");
        ilka.button("Put mine on top").click();
        ilka.kept();
        JsonNode all = state(server, id);
        assertThat(all.at("/intake/condition").asString()).isEqualTo("Lid scratched");
        assertThat(all.at("/intake/firmwareVersion").asString()).isEqualTo("1.07");
        assertThat(all.at("/intake/battery").asString()).isEqualTo("WORN");
        assertThat(ilka.complaints).isEmpty();
    }

    @Test
    void photosAndTimersBelongToTheirJob(TestServer.Running server, Browser.Running browser) throws IOException {
        Technician t = browser.signedIn(server.address(), "ilka").takeIn("Skerrow Tern 16", "Dairy loft", "More tabs");
        String job = t.page.url().replaceAll("(/jobs/[0-9]+).*", "$1");
        t.page.getByLabel("What the next photo shows").fill("Crack at the left hinge");
        java.awt.image.BufferedImage picture =
                new java.awt.image.BufferedImage(320, 240, java.awt.image.BufferedImage.TYPE_INT_RGB);
        java.io.ByteArrayOutputStream png = new java.io.ByteArrayOutputStream();
        javax.imageio.ImageIO.write(picture, "png", png);
        t.page.getByLabel("Photos of this job")
                .setInputFiles(
                        new com.microsoft.playwright.options.FilePayload("hinge.png", "image/png", png.toByteArray()));
        sees(t.page.getByAltText("Crack at the left hinge"));
        assertThat((int) t.page.getByAltText("Crack at the left hinge")
                        .evaluate("async i => { await i.decode(); return i.naturalWidth; }"))
                .isEqualTo(320);
        t.page.getByLabel("Photos of this job")
                .setInputFiles(new com.microsoft.playwright.options.FilePayload(
                        "note.png", "image/png", "no picture".getBytes()));
        sees(t.alert("note.png: This is no JPEG and no PNG picture").first());
        t.go("Prove");
        t.button("Timer: Memory test, 10:00").click();
        assertThat(t.page.locator("[data-timer='MEMORY_TEST']")).containsText("Skerrow Tern 16");
        // It is seen from everywhere, counts down, and leads back to its job.
        t.page.navigate("/jobs");
        assertThat(t.page.locator("[data-timer='MEMORY_TEST']"))
                .containsText(java.util.regex.Pattern.compile("9:5\\d"));
        t.page.locator("[data-timer='MEMORY_TEST'] a").click();
        assertThat(t.page)
                .hasURL(java.util.regex.Pattern.compile(job.replaceAll(".*(/jobs/[0-9]+)", ".*$1") + "(/.*)?$"));
        t.page.locator("[data-timer='MEMORY_TEST'] button").click();
        assertThat(t.page.locator("[data-timer='MEMORY_TEST']")).hasCount(0);
        assertThat(t.complaints).isEmpty();
    }

    @Test
    void findLeadsToAMachinesRecord(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "desk");
        t.press("/").type("Gannet").press("Enter");
        sees(t.heading("Skerrow Gannet 15"));
        assertThat(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Positions")))
                .containsText("CAMM2");
        // A serial off a label, read by a scanner, leads to the job that has the module.
        String serial = server.bean(DSLContext.class)
                .select(Tables.DRAWER_MODULE.SERIAL)
                .from(Tables.DRAWER_MODULE)
                .where(Tables.DRAWER_MODULE.TAG.eq("D-012"))
                .fetchOne(Tables.DRAWER_MODULE.SERIAL);
        t.press("Escape", "/").type(serial).press("Enter");
        sees(t.page.getByText("#5 Skerrow Tern 16"));
        assertThat(t.complaints).isEmpty();
    }

    @Test
    void theDeskTakesInAndReads(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "desk").takeIn("Skerrow Tern 16", "Ferry desk", "More tabs");
        t.page.getByLabel("Promised for").fill("2031-06-02");
        t.kept();
        // At the bench it reads: there is nothing to press but the way to other stations.
        t.go("Read");
        sees(t.heading("Read"));
        gone(t.page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("^Undo"))));
        gone(t.page.getByLabel("Or a module by its label line"));
    }

    @Test
    void undoAndRedoByKeyAndAReloadLosesNothing(TestServer.Running server, Browser.Running browser) {
        Technician t =
                browser.signedIn(server.address(), "wren").takeIn("Skerrow Tern 16", "Survey team 3", "More tabs");
        t.go("Plan").chip("D-049").click();
        t.position("socket-a").click();
        t.kept();
        assertThat(t.position("socket-a")).hasAttribute("aria-label", java.util.regex.Pattern.compile(".*16 GB.*"));
        t.press("Control+z").kept();
        assertThat(t.position("socket-a"))
                .hasAttribute("aria-label", java.util.regex.Pattern.compile("Socket A: not read.*"));
        t.press("Control+Shift+Z").kept();
        assertThat(t.position("socket-a")).hasAttribute("aria-label", java.util.regex.Pattern.compile(".*16 GB.*"));
        // A label line half typed is there again after a reload.
        t.page.getByLabel("Or a module by its label line").fill("16GB 1Rx8 PC5-48");
        t.page.reload();
        assertThat(t.page.getByLabel("Or a module by its label line")).hasValue("16GB 1Rx8 PC5-48");
        assertThat(t.position("socket-a")).hasAttribute("aria-label", java.util.regex.Pattern.compile(".*16 GB.*"));
        assertThat(t.complaints).isEmpty();
    }

    @Test
    void theLeadAddsSomebodyWhoThenSignsIn(TestServer.Running server, Browser.Running browser) {
        Technician wren = browser.signedIn(server.address(), "wren");
        wren.page
                .getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Accounts"))
                .click();
        sees(wren.heading("Accounts"));
        wren.page.getByLabel("Login").fill("sedge");
        wren.page
                .getByLabel("Name", new Page.GetByLabelOptions().setExact(true))
                .fill("Sedge");
        wren.page.getByLabel("Password, 12 characters or more").fill("rain-over-the-moor");
        wren.button("Add").click();
        sees(wren.page.getByText("Sedge", new Page.GetByTextOptions().setExact(true)));
        Page page = browser.newPage(server.address());
        page.getByLabel("Login").fill("sedge");
        page.getByLabel("Password").fill("rain-over-the-moor");
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName("Sign in").setExact(true))
                .click();
        Technician sedge = new Technician(page);
        sees(sedge.heading("Bench"));
        gone(sedge.page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Accounts")));
        assertThat(wren.complaints).isEmpty();
    }

    /** A hand scanner is a keyboard: it types the tag and Enter. */
    @Test
    void aScannedTagLeadsToItsJob(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "desk");
        t.press("/");
        assertThat(t.page.getByLabel("Find a job, module or machine")).isFocused();
        t.type("D-013").press("Enter");
        sees(t.page.getByText("#5 Skerrow Tern 16"));
        sees(t.heading("Prove"));
        assertThat(t.complaints).isEmpty();
    }

    @Test
    void questionMarkShowsTheKeysOfTheScreen(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "wren");
        t.press("?");
        assertThat(t.page.getByRole(AriaRole.DIALOG)).containsText("take a machine in");
        t.press("Escape");
        gone(t.page.getByRole(AriaRole.DIALOG));
        // Keys of one letter can be switched off; what they do stays a button away.
        Locator menu = t.page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("^Wren")));
        menu.click();
        t.button("Switch keys of one letter off").click();
        t.press("n", "/", "?");
        gone(t.page.getByRole(AriaRole.DIALOG));
        sees(t.button("Take a machine in (N)"));
        t.button("Keys of this screen").click();
        assertThat(t.page.getByRole(AriaRole.DIALOG)).containsText("switched off");
        t.press("Escape");
        menu.click();
        t.button("Switch keys of one letter on").click();
        // A burst of keys that ends with Enter is a scan, wherever the focus is: it leads to what has that tag.
        t.page.keyboard().type("D-013");
        t.press("Enter");
        sees(t.page.getByText("#5 Skerrow Tern 16"));
    }
}
