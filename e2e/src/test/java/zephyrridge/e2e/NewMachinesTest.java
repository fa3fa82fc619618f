package zephyrridge.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.e2e.Technician.sees;

import com.microsoft.playwright.FileChooser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import zephyrridge.server.TestServer;

/**
 * Machines that no demo knows, and one that it does, from the bench to a plan that can be read; each click, key and typed text counts as
 * one action. The counts stand in the output.
 */
@ExtendWith({TestServer.class, Browser.class})
@Order(3)
class NewMachinesTest {
    private static final int KNOWN = 14;
    private static final int UNKNOWN = 18;
    private static final int BY_KEYBOARD = 25;
    private static final int CLOSED = 36;

    /** One person who counts what they do. */
    private static final class Counting {
        private final Technician t;
        private int actions;

        Counting(Technician t) {
            this.t = t;
        }

        Counting press(String key) {
            actions++;
            t.press(key);
            return this;
        }

        Counting type(String text) {
            actions++;
            t.type(text);
            return this;
        }

        Counting fill(String label, String text) {
            actions++;
            t.page.getByLabel(label, new Page.GetByLabelOptions().setExact(true))
                    .fill(text);
            return this;
        }

        Counting click(Locator what) {
            actions++;
            what.click();
            return this;
        }

        /** Ctrl+V, wherever on the page. */
        Counting paste(String text) {
            actions++;
            t.page.evaluate(
                    "text => { const data = new DataTransfer(); data.setData('text/plain', text);"
                            + " document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true })); }",
                    text);
            return this;
        }

        /** The one button of the line that leads. */
        Counting lead(String text) {
            return click(t.lead(text));
        }

        Counting tabTo(String name) {
            actions++;
            t.tabTo(name);
            return this;
        }

        /** Enter, as long as the line that leads has something done; then what it names. */
        Counting doneUpTo(String last) {
            Locator line = t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("What comes next"));
            Locator next = line.getByRole(AriaRole.BUTTON);
            while (true) {
                t.kept();
                assertThat(next).hasText(Pattern.compile("^(Done|" + last + ").*"));
                String text = next.textContent();
                press("Enter");
                assertThat(line).not().containsText(text);
                if (text.startsWith(last)) {
                    return this;
                }
            }
        }

        void within(String what, int most) {
            System.out.printf("Actions from the bench, %s: %d (aim %d)%n", what, actions, most);
            assertThat(actions).as(what).isLessThanOrEqualTo(most);
            assertThat(t.complaints).isEmpty();
        }
    }

    private static Locator picker(Technician t) {
        return t.page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Machine"));
    }

    private static Locator planned(Technician t) {
        return t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Planned"));
    }

    @Test
    void aKnownModel(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "ilka");
        Counting c = new Counting(t).press("n");
        assertThat(picker(t)).isFocused();
        c.type("tern 16").press("Enter");
        // What is special of the model is said as soon as it is named.
        sees(t.page.getByText("To know of it:"));
        c.fill("Whose it is", "Gravel works").fill("What they want, in their words", "Two programs at once");
        c.click(t.button("Take in"));
        c.lead("As usual");
        t.kept();
        c.lead("On to Read");
        c.fill("Label line of the module", "8GB 1Rx16 PC5-4800B-SC0-1010-XT");
        c.click(t.button("It was in this position"));
        t.kept();
        c.press("4");
        // Whatever is free in the drawer and fits comes first; other journeys may hold the rest.
        c.click(t.chip("SO-DIMM").first());
        c.click(t.position("socket-b"));
        assertThat(t.position("socket-b")).hasAttribute("aria-label", Pattern.compile(".*DDR5.*changed"));
        assertThat(planned(t)).containsText("2 wide");
        c.within("known model to a plan, by mouse", KNOWN);
    }

    /** From the bench to the report: what is recommended is taken, each step said as it is done, what it shows is read off. */
    @Test
    void aKnownModelToTheClosedJob(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "ilka");
        Counting c = new Counting(t).press("n");
        assertThat(picker(t)).isFocused();
        c.type("tern 16").press("Enter");
        sees(t.page.getByText("To know of it:"));
        c.fill("Whose it is", "Slate quarry").fill("What they want, in their words", "Two programs at once");
        c.press("Enter");
        c.lead("As usual");
        t.kept();
        c.lead("On to Read");
        c.fill("Label line of the module", "8GB 1Rx16 PC5-4800B-SC0-1010-XT");
        c.click(t.button("It was in this position"));
        t.kept();
        c.press("4");
        c.click(t.button("Choose").first());
        c.doneUpTo("On to Open").doneUpTo("On to Fit");
        c.click(t.page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Seated: latches flush"))));
        c.doneUpTo("On to Prove");
        // What its window says is pasted: that it came up is said by it.
        Locator expected = t.page.getByRole(
                        AriaRole.ROW,
                        new Page.GetByRoleOptions().setName(Pattern.compile("^(Total in the system|Rate)")))
                .locator("td:nth-of-type(2)");
        assertThat(expected).hasCount(2);
        c.paste("Installed RAM " + expected.nth(0).textContent() + "\nSpeed: "
                + expected.nth(1).textContent() + "\nSlots used: 2 of 2");
        c.click(t.button("It came up, and shows this"));
        t.kept();
        c.click(t.page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^All \\d+ work"))));
        t.kept();
        c.doneUpTo("On to Hand back");
        c.click(t.button("Hand back and close"));
        sees(t.page.getByText("Handed back."));
        c.actions++;
        Page report =
                t.page.waitForPopup(() -> t.page.getByText("Report to print").click());
        sees(report.getByText("Slate quarry").first());
        report.close();
        c.within("known model to the closed job with its report", CLOSED);
    }

    /** A bank and a socket, the commonest unknown one; what the system's own dialog says is enough to read it. */
    @Test
    void aBankAndASocketThatNobodyKnows(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "bram");
        Counting c = new Counting(t).press("n");
        assertThat(picker(t)).isFocused();
        c.type("Brindlecombe Moss 15").press("Enter");
        assertThat(t.page.getByLabel("Model", new Page.GetByLabelOptions().setExact(true)))
                .hasValue("Moss 15");
        c.click(t.button("A bank and a socket"));
        c.fill("Soldered, GB", "4");
        c.click(t.button("Make the record"));
        assertThat(picker(t)).hasValue("Brindlecombe Moss 15");
        c.fill("Whose it is", "Ferry office").fill("What they want, in their words", "Tickets and mail at once");
        c.click(t.button("Take in"));
        c.lead("As usual");
        t.kept();
        c.lead("On to Read");
        c.fill(
                "Or type what the system says",
                "Installed RAM 4.00 GB (3.81 GB usable)\nSlots used: 1 of 2\nSpeed: 2667 MHz");
        c.click(t.button("Read it"));
        c.lead("Take over what the sources say");
        t.kept();
        // Read is done by the evidence: the total leaves no room for a module in the socket.
        sees(t.lead("On to Plan"));
        c.lead("On to Plan");
        c.click(t.chip("SO-DIMM").first());
        c.click(t.position("socket-b"));
        assertThat(t.position("socket-b")).hasAttribute("aria-label", Pattern.compile(".*DDR4.*changed"));
        assertThat(planned(t)).containsText("2 wide");
        c.within("bank and socket to a plan, by mouse", UNKNOWN);
    }

    /** From half a minute at the desk over a record that is made on the way: what was told is what Read begins with. */
    @Test
    void whatWasToldGoesOverANewRecordToRead(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "ilka");
        t.page.navigate(server.address() + "/desk");
        t.page.getByLabel("What the system says").fill("16 GB DDR4 2666 MHz, 2 of 2 slots used");
        t.button("Make it a job").click();
        picker(t).fill("Halmira Sill 15");
        t.press("Enter");
        t.button("Make the record").click();
        assertThat(picker(t)).hasValue("Halmira Sill 15");
        t.page.getByLabel("Whose it is").fill("Bakery");
        t.page.getByLabel("What they want, in their words").fill("32 GB, please");
        t.button("Take in").click();
        t.go("Read");
        sees(t.page.getByText("told at the field desk").first());
        sees(t.page.getByText(Pattern.compile("^In half a minute: 16 GB DDR4 installed, runs at 2666 MT/s, 2 of 2")));
        // Where it comes from is typed field by field, as fast as hands are; nothing of it is lost.
        t.page.getByLabel("Label line of the module").fill("8GB 1Rx8 PC4-2666V-SA1-11");
        t.button("It was in this position").click();
        t.kept();
        t.go("Plan");
        t.page.getByLabel("Or a module by its label line").fill("16GB 1Rx8 PC4-3200AA-SA1-11");
        t.button("Add to this job").click();
        t.kept();
        t.chip("typed").first().click();
        t.position("socket-b").click();
        t.kept();
        t.page.getByLabel("Price of one module").fill("41.50");
        t.page.getByLabel("From whom").fill("Larkfield Parts");
        t.page.getByLabel("Here on").fill("2031-05-16");
        t.press("Tab");
        t.kept();
        sees(t.page.getByText("1 × 16GB 1Rx8 PC4-3200AA-SA1-11, Larkfield Parts: 41.50, here on 2031-05-16"));
        assertThat(t.complaints).isEmpty();
    }

    /** A self-built desktop, known by its board, with the keyboard alone. */
    @Test
    void aDesktopByKeyboardAlone(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "ilka");
        Counting c = new Counting(t).press("n");
        assertThat(picker(t)).isFocused();
        c.type("Fenwright Bench 4").press("Enter");
        sees(t.heading("Machine records"));
        c.tabTo("Kind").type("Desktop");
        c.tabTo("Four DIMM slots").press("Enter");
        c.tabTo("Make the record").press("Enter");
        assertThat(picker(t)).hasValue("Fenwright Bench 4");
        c.tabTo("Whose it is").type("Radio club");
        c.tabTo("What they want").type("Recording without gaps");
        c.press("Enter");
        sees(t.heading("Take in"));
        t.page.evaluate("() => document.activeElement.blur()");
        c.press("Enter");
        sees(t.lead("On to Read"));
        c.press("4");
        sees(t.heading("Plan"));
        c.tabTo("Or a module by its label line").type("8GB 1Rx8 PC4-2666V-UA2-11");
        c.tabTo("Add to this job").press("Enter");
        c.tabTo("8 GB 1Rx8 DDR4-2666typed").press("Enter");
        c.tabTo("Put 8 GB 1Rx8 DDR4-2666 into Socket A1").press("Enter");
        assertThat(t.position("socket-a1"))
                .hasAttribute("aria-label", Pattern.compile(".*8 GB 1Rx8 DDR4-2666.*changed"));
        c.within("four slots to a plan, by keyboard (each way by Tab is one)", BY_KEYBOARD);
    }

    /** Two processors that no record is of: what their firmware's listing names is the draft, and becomes the record. */
    @Test
    void aServerFromItsTable(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "ilka");
        StringBuilder listing = new StringBuilder("SMBIOS 3.3.0 present.\n");
        for (int i = 0; i < 32; i++) {
            listing.append("\nHandle 0x00")
                    .append(Integer.toHexString(0x20 + i))
                    .append(
                            ", DMI type 17, 92 bytes\nMemory Device\n\tTotal Width: 72 bits\n\tData Width: 64 bits\n\tSize: ")
                    .append(i % 2 == 0 ? "32 GB" : "No Module Installed")
                    .append("\n\tForm Factor: DIMM\n\tLocator: P")
                    .append(1 + i / 16)
                    .append("-DIMM")
                    .append((char) ('A' + i % 16 / 2))
                    .append(1 + i % 2)
                    .append("\n\tType: DDR4\n\tType Detail: Synchronous Registered (Buffered)\n\tSpeed: 3200 MT/s\n");
        }
        t.page.navigate("/machines?new");
        FileChooser file = t.page.waitForFileChooser(
                () -> t.button("Draft it from a firmware table").click());
        file.setFiles(
                new FilePayload("table.txt", "text/plain", listing.toString().getBytes(StandardCharsets.UTF_8)));
        assertThat(t.page.getByLabel("Processors", new Page.GetByLabelOptions().setExact(true)))
                .hasValue("2");
        assertThat(t.page.getByLabel("Channels of each")).hasValue("8");
        t.page.getByLabel("Maker", new Page.GetByLabelOptions().setExact(true)).fill("Brindlecombe");
        t.page.getByLabel("Model", new Page.GetByLabelOptions().setExact(true)).fill("Scar R2");
        t.button("Make the record").click();
        sees(t.heading("Brindlecombe Scar R2"));
        assertThat(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Positions")))
                .containsText("Socket P2 H2");
        assertThat(t.complaints).isEmpty();
    }

    /** Unlike channels on two sides, corrected afterwards: the record's next version is for the jobs to come. */
    @Test
    void twoSidesAndARecordThatIsCorrected(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "bram");
        t.page.navigate("/machines?new=Ostrell+Strand+17");
        t.button("One below, two under the keyboard").click();
        sees(t.page.getByLabel("The way to the other side"));
        t.page.getByLabel("Battery is unplugged").selectOption("UNDER_MAIN");
        t.button("Make the record").click();
        sees(t.heading("Ostrell Strand 17"));
        assertThat(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Positions")))
                .containsText("Socket A2");
        assertThat(t.page.getByRole(
                        AriaRole.REGION, new Page.GetByRoleOptions().setName("What this record does not know")))
                .containsText("No table of rates");
        t.button("Change it").click();
        t.page.getByText("Change a channel or a position by itself").click();
        t.page.getByLabel("B1", new Page.GetByLabelOptions().setExact(true)).selectOption("");
        t.button("Keep as the next version").click();
        assertThat(t.page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Versions")))
                .containsText("2");
        t.button("Copy for a sister model").click();
        t.page.getByLabel("Variant").fill("S");
        t.button("Copy").click();
        sees(t.heading("Ostrell Strand 17 S"));
        t.button("Retire it").click();
        sees(t.button("Offer it again"));
        assertThat(t.complaints).isEmpty();
    }

    /** The field desk: what the dialog says goes in, an answer comes out, and one key makes it a job. */
    @Test
    void halfAMinuteAtTheFieldDesk(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "bram");
        t.page.navigate("/desk");
        // One paste is all that it takes: the field has the cursor.
        assertThat(t.page.getByLabel("What the system says")).isFocused();
        // A size alone is asked about, and one press says which it is.
        t.page.getByLabel("What the system says").fill("24GB");
        sees(t.heading2("24GB: installed, or usable?"));
        t.button("Installed").click();
        sees(t.heading2("24 GB installed"));
        // Typed as people type; whether it is a module's is asked beside what it says of the machine.
        t.page.getByLabel("What the system says").fill("6 GB ddr3 one slot of two free");
        sees(t.heading2("6 GB DDR3 installed, 1 of 2 positions used"));
        t.page.getByLabel("What the system says").fill("16GB DDR4 3200");
        sees(t.page.getByText("If it stands on a module, it says 16 GB, DDR4, 3200 MT/s"));
        t.page.getByLabel("What the system says")
                .fill("Installierter RAM 12,0 GB (11,6 GB verwendbar)\nVerwendete Steckpl\u00e4tze: 2 von 2\nDDR4");
        sees(t.page.getByText("12 GB DDR4 installed, 2 of 2 positions used"));
        sees(t.page.getByText("No socket is free"));
        t.page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Model, if it is known"))
                .fill("fell 13");
        t.press("Enter");
        sees(t.page.getByText("24 GB: the maker's figure"));
        t.button("Make it a job").click();
        sees(t.page.getByText("What was told at the field desk goes with it."));
        t.page.getByLabel("Whose it is").fill("Walk-in");
        t.button("Take in").click();
        sees(t.heading("Take in"));
        t.go("Read");
        assertThat(t.page.locator("[data-source='LISTING']")).containsText("told at the field desk");
        sees(t.page.getByText("In half a minute: 12 GB DDR4 installed"));
        // A machine that is on the bench already: the same goes to its job.
        t.page.navigate("/desk");
        t.page.getByLabel("What the system says").fill("Speed: 2400 MT/s");
        Locator choice = t.page.getByLabel("Or add it to a job on the bench");
        String label = choice.locator("option")
                .filter(new Locator.FilterOptions().setHasText("Walk-in"))
                .first()
                .textContent();
        choice.selectOption(new com.microsoft.playwright.options.SelectOption().setLabel(label));
        sees(t.heading("Read"));
        assertThat(t.page.locator("[data-source='LISTING']")).not().hasCount(0);
        assertThat(t.complaints).isEmpty();
    }

    /** What was told at the desk of a machine that nobody has a record of goes through its description into the job. */
    @Test
    void whatWasToldGoesWithAnUnknownMachine(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "ilka");
        t.page.navigate("/desk");
        t.page.getByLabel("What the system says").fill("6 GB DDR4 2666 1 of 2 slots used");
        t.page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Model, if it is known"))
                .fill("Sedgewick Fern 14");
        t.press("Enter");
        t.button("Make the record").click();
        sees(t.page.getByText("What was told at the field desk goes with it."));
        t.page.getByLabel("Whose it is").fill("Parish office");
        t.button("Take in").click();
        sees(t.heading("Take in"));
        t.go("Read");
        sees(t.page.getByText("In half a minute: 6 GB DDR4 installed"));
        assertThat(t.complaints).isEmpty();
    }

    /** One file that a machine told of itself: answer, draft, and every part of it a source of the job. */
    @Test
    void whatAMachineTellsOfItselfIsNotTypedAgain(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "ilka");
        String table = "Memory Device\n\tSize: 8 GB\n\tForm Factor: SODIMM\n\tLocator: ChannelA-DIMM0\n\tType: DDR4\n"
                + "\tSpeed: 3200 MT/s\n\tConfigured Memory Speed: 2667 MT/s\n\n"
                + "Memory Device\n\tSize: No Module Installed\n\tForm Factor: SODIMM\n\tLocator: ChannelB-DIMM0\n\tType: DDR4\n";
        t.page.navigate(server.address() + "/desk");
        t.page.getByLabel("What the system says")
                .fill("{\"format\":\"zephyr-ridge/look\",\"version\":1,\"system\":\"Linux\",\"parts\":["
                        + part("firmware table", table) + "," + part("what the system sees", "MemTotal: 8000000 kB\n")
                        + "],\"unread\":[\"modules' chips: this system shows none\"]}");
        sees(t.heading2("8 GB DDR4 installed, runs at 2667 MT/s, 1 of 2 positions used"));
        t.page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Model, if it is known"))
                .fill("Sedgewick Look 14");
        t.press("Enter");
        t.page.getByText("Change a channel or a position by itself").click();
        sees(t.page.getByLabel("B1", new Page.GetByLabelOptions().setExact(true)));
        t.button("Make the record").click();
        t.page.getByLabel("Whose it is").fill("Ferry pier");
        t.button("Take in").click();
        sees(t.heading("Take in"));
        t.go("Read");
        assertThat(t.page.locator("[data-source]")).hasCount(2);
        assertThat(t.complaints).isEmpty();
    }

    private static String part(String name, String text) {
        return "{\"name\":\"" + name + "\",\"hex\":\"" + HexFormat.of().formatHex(text.getBytes(StandardCharsets.UTF_8))
                + "\"}";
    }

    /** The machine is in, and the words that say nothing yet stand where they can be made to. */
    @Test
    void whatCannotBeReadYetGoesAlongToBeAmended(TestServer.Running server, Browser.Running browser) {
        Technician t = browser.signedIn(server.address(), "ilka");
        t.page.navigate("/desk");
        t.page.getByLabel("What the system says").fill("8GB");
        t.button("Make it a job").click();
        picker(t).fill("tern 16");
        t.press("Enter");
        t.page.getByLabel("Whose it is").fill("Ice harbour");
        t.button("Take in").click();
        Locator typed = t.page.getByLabel("Or type what the system says");
        assertThat(typed).hasValue("8GB");
        t.button("Read it").click();
        sees(t.page.getByText("is a size without a word that says what it is"));
        assertThat(typed).hasValue("8GB");
        typed.fill("8GB installed");
        t.button("Read it").click();
        t.kept();
        assertThat(typed).hasValue("");
    }
}
