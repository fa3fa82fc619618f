package zephyrridge.core;

/** How often a test of drawn cases draws. -Dzephyr.thorough=10 draws ten times as many (CONTRIBUTING.md). */
public final class Rounds {
    private static final int THOROUGH = Integer.getInteger("zephyr.thorough", 1);

    private Rounds() {}

    /** @param usual how many are enough for every run of the suite, each by its own seed */
    public static int of(int usual) {
        return usual * THOROUGH;
    }
}
