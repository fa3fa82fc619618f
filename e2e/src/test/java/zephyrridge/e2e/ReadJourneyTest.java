package zephyrridge.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.e2e.Technician.gone;
import static zephyrridge.e2e.Technician.sees;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import zephyrridge.server.ApiClient;
import zephyrridge.server.TestServer;

/** Reading on the real page, with files in the real formats. */
@ExtendWith({TestServer.class, Browser.class})
@Order(3)
class ReadJourneyTest {
    /** Real files, downloaded from the product and handed in again: recognised, held together, a wrong one refused, accepted with one key. */
    @Test
    void readFromEverySource(TestServer.Running server, Browser.Running browser) {
        ApiClient api = ApiClient.signedIn(server, "ilka");
        byte[] table = api.getBytes("/api/jobs/2/smbios");
        byte[] chip = api.getBytes("/api/drawer/D-001/spd");
        Technician t =
                browser.signedIn(server.address(), "ilka").takeIn("Halmira Panel 24", "School, room 5", "As room 3");
        t.go("Read");
        t.page.getByLabel("Files to read").setInputFiles(new FilePayload[] {
            new FilePayload("table.bin", "application/octet-stream", table),
            new FilePayload("letter.txt", "text/plain", "Dear owner, it is done.".getBytes())
        });
        sees(t.alert("letter.txt: Nothing in this text is known here").first());
        assertThat(t.page.locator("[data-source='FIRMWARE']")).containsText("SMBIOS table 3.3, 4 memory devices");
        assertThat(t.page.locator("[data-evidence='a-lower']")).containsText("socket with a module");
        assertThat(t.page.locator("[data-evidence='a-upper']")).containsText("empty socket, confirmed");
        // The chip's own image as a hex dump, pasted: it is placed by hand, and its rank row has two sources now.
        String hex = HexFormat.ofDelimiter(" ").formatHex(chip);
        t.page.evaluate(
                "text => { const d = new DataTransfer(); d.setData('text/plain', text); window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: d, cancelable: true, bubbles: true })); }",
                hex);
        assertThat(t.page.locator("[data-source='CHIP']")).containsText("SPD image DDR4, 512 bytes");
        t.page.getByLabel("Where the module of pasted text sits").selectOption("a-lower");
        t.kept();
        t.page.locator("[data-evidence='a-lower']").click();
        assertThat(t.page.locator("[data-evidence-table='a-lower'] [data-field='DEVICE_WIDTH']"))
                .containsText("x8");
        t.button("All fields of pasted text").click();
        assertThat(t.page.getByRole(AriaRole.DIALOG)).containsText("CL-tRCD-tRP-tRAS");
        t.press("Escape");
        // Corrected by hand, then taken back with undo.
        t.button("Correct Ranks").click();
        t.page.getByLabel("Ranks, corrected").fill("2");
        t.press("Enter").kept();
        assertThat(t.page.locator("[data-evidence-table='a-lower'] [data-field='RANKS']"))
                .containsText("by hand");
        t.press("Control+z").kept();
        assertThat(t.page.locator("[data-evidence-table='a-lower'] [data-field='RANKS']"))
                .not()
                .containsText("by hand");
        // What the eye says of a socket, then everything with one key.
        t.page.locator("[data-evidence='b-upper']").click();
        t.page.getByRole(AriaRole.RADIOGROUP, new Page.GetByRoleOptions().setName("What I see at"))
                .getByText("Empty socket")
                .click();
        t.kept();
        t.page.getByRole(
                        AriaRole.HEADING,
                        new Page.GetByRoleOptions().setName("Read").setExact(true))
                .click();
        // The chip is of another module than the table's: a word settles which it is, then one key takes all of it
        // over.
        t.page.getByRole(
                        AriaRole.GROUP,
                        new Page.GetByRoleOptions().setName(java.util.regex.Pattern.compile("^8 GB DDR4")))
                .getByRole(AriaRole.BUTTON)
                .click();
        sees(t.lead("Take over what the sources say"));
        t.page.evaluate("() => document.activeElement.blur()");
        t.press("Enter").kept();
        assertThat(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Modules found")))
                .containsText("8 GB 1Rx8 DDR4-2666");
        long id = Long.parseLong(t.page.url().replaceAll(".*/jobs/([0-9]+).*", "$1"));
        JsonNode job = api.get("/api/jobs/" + id + "/export").json().at("/unit");
        assertThat(job.at("/asFound").size()).isEqualTo(2);
        assertThat(job.at("/before/firmwareTotal").asString()).isEqualTo("32 GiB");
        assertThat(t.complaints).isEmpty();
    }

    /** Label and firmware speak of two modules: each way out is one key, and Undo takes it back. */
    @Test
    void twoModulesInOnePositionAreSettledByOneKey(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "wren");
        t.page.navigate("/jobs/11/read");
        Locator conflict =
                t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Two modules in Lower socket"));
        assertThat(conflict).containsText("16 GB");
        assertThat(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("What comes next")))
                .containsText("Two different modules in Lower socket: say below which it is");
        gone(t.lead("Take over"));
        t.button("The label is wrong").click();
        t.kept();
        gone(conflict);
        assertThat(t.page.locator("[data-evidence-table='lower'] [data-field='CAPACITY']"))
                .containsText("4 GB");
        sees(t.lead("Take over what the sources say"));
        t.press("Control+z").kept();
        sees(conflict);
        assertThat(t.complaints).isEmpty();
    }

    /** Whatever is dropped anywhere on the page, as a file manager does. */
    private static void drop(Page page, String name, byte[] content) {
        page.evaluate(
                """
                ([name, text]) => {
                  const d = new DataTransfer();
                  d.items.add(new File([Uint8Array.from(atob(text), (c) => c.charCodeAt(0))], name));
                  const init = { dataTransfer: d, cancelable: true, bubbles: true };
                  document.querySelector('h1').dispatchEvent(new DragEvent('drop', init));
                }""",
                List.of(name, Base64.getEncoder().encodeToString(content)));
    }

    /** One file that the machine wrote of itself, dropped at Take in: readings, answers and sources, in one press. */
    @Test
    void oneFileOfTheMachineAnswersTakeInAndRead(TestServer.Running server, Browser.Running browser) {
        ApiClient api = ApiClient.signedIn(server, "ilka");
        String table = HexFormat.of().formatHex(api.getBytes("/api/jobs/2/smbios"));
        String sees = HexFormat.of().formatHex("MemTotal:       7900000 kB\nSystem type: 64-bit\n".getBytes());
        String look = ("{'format':'zephyr-ridge/look','version':1,'system':'Linux','parts':["
                        + "{'name':'firmware table','hex':'" + table + "'},{'name':'what it sees','hex':'" + sees
                        + "'}],"
                        + "'facts':{'edition':'Some GNU/Linux','wordBits':64,'driveEncrypted':true},'unread':[]}")
                .replace('\'', '"');
        Technician t =
                browser.signedIn(server.address(), "ilka").takeIn("Halmira Panel 24", "School, room 6", "As room 3");
        drop(t.page, "look.json", look.getBytes());
        t.button("Take all that it says").click();
        sees(t.page.getByText("What it says of the memory is under Read"));
        t.kept();
        assertThat(t.page.getByLabel("Operating system")).hasValue("linux-64");
        assertThat(t.page.getByRole(
                                AriaRole.RADIOGROUP,
                                new Page.GetByRoleOptions().setName("Drive encrypted, and its recovery key"))
                        .getByLabel("Encrypted, key not asked"))
                .isChecked();
        assertThat(t.page.getByLabel("Modules listed")).not().hasValue("");
        // Nobody has shown the key: "as usual" has nothing to say to that, and the gate asks.
        t.lead("As usual").click();
        t.kept();
        t.go("Open");
        sees(t.finding("GATE_KEY_ENCRYPTED"));
        t.go("Read");
        assertThat(t.page.locator("[data-source='FIRMWARE']")).containsText("SMBIOS table 3.3");
    }

    /** At the field desk a file that is no text is looked at as it is. */
    @Test
    void aFirmwareTableDroppedAtTheFieldDesk(TestServer.Running server, Browser.Running browser) {
        byte[] table = ApiClient.signedIn(server, "ilka").getBytes("/api/jobs/2/smbios");
        Technician t = browser.signedIn(server.address(), "ilka");
        t.page.navigate("/desk");
        sees(t.heading("Half a minute to know"));
        drop(t.page, "table.bin", table);
        sees(t.page.getByText("From the file table.bin"));
        sees(t.page.getByRole(
                AriaRole.HEADING,
                new Page.GetByRoleOptions()
                        .setName(java.util.regex.Pattern.compile("GB DDR4 installed.*positions used"))));
    }
}
