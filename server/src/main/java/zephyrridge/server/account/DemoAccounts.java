package zephyrridge.server.account;

import java.util.List;

/** The made-up accounts of the demo; their passwords are shown on its sign-in page and exist nowhere else. */
public final class DemoAccounts {
    public record Hint(String login, String name, Role role, String password) {}

    public static final List<Hint> ALL = List.of(
            new Hint("wren", "Wren", Role.LEAD, "heather-on-the-ridge"),
            new Hint("ilka", "Ilka", Role.TECHNICIAN, "lichen-on-the-wall"),
            new Hint("bram", "Bram", Role.TECHNICIAN, "gorse-by-the-gate"),
            new Hint("desk", "Front desk", Role.DESK, "fog-over-the-loch"));

    private DemoAccounts() {}
}
