package zephyrridge.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.TimeoutError;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import zephyrridge.server.account.DemoAccounts;

/** What a technician does on the page, in their words. Errors on the browser's console are collected: there must be none. */
final class Technician {
    /** The grades, as the page words them. */
    private static final Pattern PROVEN = Pattern.compile("(Seen|Tested|Soaked): ");

    final Page page;
    final List<String> complaints = new ArrayList<>();

    Technician(Page page) {
        this.page = page;
        page.onConsoleMessage(m -> {
            // An answer of 4xx that the page shows to the person is written to the console by the browser itself.
            if (m.type().equals("error") && !m.text().startsWith("Failed to load resource")) {
                complaints.add(m.text());
            }
        });
        page.onPageError(complaints::add);
    }

    Technician signIn(String login) {
        DemoAccounts.Hint hint = DemoAccounts.ALL.stream()
                .filter(a -> a.login().equals(login))
                .findFirst()
                .orElseThrow();
        page.getByLabel("Login").fill(hint.login());
        page.getByLabel("Password").fill(hint.password());
        button("Sign in").click();
        sees(heading("Bench"));
        return this;
    }

    Technician takeIn(String machine, String owner, String wish) {
        button("Take a machine in (N)").click();
        page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("Machine"))
                .fill(machine);
        press("Enter");
        page.getByLabel("Whose it is").fill(owner);
        page.getByLabel("What they want, in their words").fill(wish);
        button("Take in").click();
        sees(heading("Take in"));
        return this;
    }

    Technician go(String station) {
        page.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("Stations"))
                .getByRole(
                        AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile("^[1-8] " + station)))
                .click();
        sees(heading(station));
        return this;
    }

    Technician answer(String question, String answer) {
        page.getByRole(AriaRole.RADIOGROUP, new Page.GetByRoleOptions().setName(question))
                .getByText(answer, new Locator.GetByTextOptions().setExact(true))
                .click();
        return kept();
    }

    Technician enter(String field, String value) {
        Locator input = page.getByLabel(field, new Page.GetByLabelOptions().setExact(true));
        Locator folded = page.locator(
                "details:not([open]) > summary:text-is('Memory test, positions, ranks, channels, bandwidth')");
        if (!input.isVisible() && folded.count() > 0) {
            folded.click();
        }
        input.fill(value);
        input.blur();
        return kept();
    }

    Technician drag(Locator from, Locator to) {
        // What lands meanwhile would draw anew what is held.
        kept();
        from.scrollIntoViewIfNeeded();
        BoundingBox a = atRest(from);
        BoundingBox b = atRest(to);
        page.mouse().move(a.x + a.width / 2, a.y + a.height / 2);
        page.mouse().down();
        page.mouse().move(a.x + a.width / 2 + 12, a.y + a.height / 2 - 12);
        page.mouse()
                .move(
                        b.x + b.width / 2,
                        b.y + b.height / 2,
                        new com.microsoft.playwright.Mouse.MoveOptions().setSteps(8));
        page.mouse().up();
        return kept();
    }

    /** Where something is once nothing above it moves any more: a person does not take hold of what still moves either. */
    private BoundingBox atRest(Locator what) {
        BoundingBox last = what.boundingBox();
        for (int still = 0; still < 3; ) {
            page.waitForTimeout(60);
            BoundingBox now = what.boundingBox();
            still = now.x == last.x && now.y == last.y && now.width == last.width ? still + 1 : 0;
            last = now;
        }
        return last;
    }

    /** A position in the planned picture. */
    Locator position(String id) {
        return page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Memory as planned"))
                .locator("[data-position='" + id + "']");
    }

    Locator chip(String text) {
        return page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Modules to place"))
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile(text)));
    }

    Technician tickAllSteps() {
        // What the work asks for follows from what has landed.
        kept();
        Locator open = page.locator("[data-step]")
                .filter(new Locator.FilterOptions().setHas(page.locator("input:not(:checked)")));
        for (int left = open.count(); left > 0; left = open.count()) {
            // A step that is done folds away, so its box is not there any more to be seen checked.
            pressStep(open.first());
            kept();
            assertThat(open).hasCount(left - 1);
        }
        return this;
    }

    /** The words beside the box, as a finger does; Playwright waits until they are at rest and in view. */
    static void pressStep(Locator step) {
        step.locator("label:has(input)").first().click();
    }

    /** Decides on the plan; then it is what opening, fitting and proving follow. */
    Technician choosePlan() {
        lead("Choose this plan").click();
        sees(page.getByText(Pattern.compile("This plan is chosen")));
        return kept();
    }

    /** Switches the machine on, and it comes up. */
    Technician start() {
        kept();
        int before = page.locator("[data-start]").count();
        Locator again = page.locator("details:not([open]) > summary:text-is('Switched on once more')");
        if (again.count() > 0) {
            again.click();
        }
        button("It came up").click();
        assertThat(page.locator("[data-start]")).hasCount(before + 1);
        return kept();
    }

    /** What is said at Hand back once the machine is whole again. */
    Technician proven() {
        sees(page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Hand back"))
                .getByText(PROVEN));
        return this;
    }

    /**
     * Waits until this is to be seen. An assertion would ask too, but seldom, and would draw up an account of the whole page each
     * time that it was not there yet: half of the time of a journey.
     */
    static void sees(Locator what) {
        try {
            what.waitFor();
        } catch (TimeoutError e) {
            // Whoever reads of it elsewhere has no page to look at.
            throw new AssertionError(
                    e.getMessage().lines().findFirst().orElse("") + " Not seen: " + what + "\nThe page says: "
                            + what.page().locator("body").innerText().replaceAll("\\s+", " "));
        }
    }

    /** Waits until this is not to be seen any more. */
    static void gone(Locator what) {
        what.waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.HIDDEN));
    }

    /** Waits until everything is kept. */
    Technician kept() {
        sees(page.getByText(Pattern.compile("^all kept, ")));
        return this;
    }

    Locator button(String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    Locator heading(String name) {
        return page.getByRole(
                AriaRole.HEADING,
                new Page.GetByRoleOptions().setName(name).setExact(true).setLevel(1));
    }

    /** What an answer begins with. */
    Locator heading2(String name) {
        return page.getByRole(
                AriaRole.HEADING,
                new Page.GetByRoleOptions().setName(name).setExact(true).setLevel(2));
    }

    /** The one button of the line that leads. */
    Locator lead(String text) {
        return page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("What comes next"))
                .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile("^" + text)));
    }

    /** What the page says by itself because something was refused. */
    Locator alert(String text) {
        return page.getByRole(AriaRole.ALERT).filter(new Locator.FilterOptions().setHasText(text));
    }

    /** In the margin, or where the work is; what stops also stands above the work on narrow screens. */
    Locator finding(String code) {
        return page.locator("[data-code='" + code + "']").last();
    }

    /** Presses Tab until the element in focus has this name, as somebody without a mouse does. */
    Technician tabTo(String name) {
        for (int i = 0; i < 150; i++) {
            page.keyboard().press("Tab");
            String at = String.valueOf(
                    page.evaluate(
                            """
                    () => { const e = document.activeElement; if (!e) return '';
                      const labels = e.labels && e.labels.length ? [...e.labels].map(l => l.textContent).join(' ') : '';
                      return (e.getAttribute('aria-label') || labels || e.textContent || '').replace(/\\s+/g, ' ').trim(); }"""));
            if (at.startsWith(name)) {
                return this;
            }
        }
        throw new AssertionError("no way by Tab to " + name);
    }

    Technician press(String... keys) {
        for (String key : keys) {
            page.keyboard().press(key);
        }
        return this;
    }

    Technician type(String text) {
        page.keyboard().type(text);
        return this;
    }
}
