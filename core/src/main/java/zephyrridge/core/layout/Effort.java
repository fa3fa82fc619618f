package zephyrridge.core.layout;

/**
 * Bench time of a layout, the one sum that card, slip and trail show: to open, hands, to close, the first start and what a
 * person attends of its proof; the hours of an unattended test stand apart.
 *
 * @param openSeconds parts off; {@code closeSeconds} parts back on
 * @param handSeconds modules out and in
 * @param startSeconds the most that is usual of the first start
 */
public record Effort(int openSeconds, int handSeconds, int closeSeconds, int startSeconds) {
    /** Where nothing changes. */
    public static final Effort NONE = new Effort(0, 0, 0, 0);

    /** A module and its latches, out or in (common practice, no source). */
    public static final int HAND_SECONDS = 30;
    /** To read what it shows and to set a test off (common practice, no source). */
    private static final int ATTENDED_MINUTES = 4;

    /** What any change of these parts takes at least, whatever is moved. */
    static int leastMinutes(int openAndClose) {
        return whole(openAndClose) + ATTENDED_MINUTES;
    }

    public int openMinutes() {
        return whole(openSeconds);
    }

    public int fitMinutes() {
        return whole(handSeconds + closeSeconds);
    }

    public int proveMinutes() {
        return equals(NONE) ? 0 : whole(startSeconds) + ATTENDED_MINUTES;
    }

    /** Each station in whole minutes, rounded up. */
    public int minutes() {
        return openMinutes() + fitMinutes() + proveMinutes();
    }

    private static int whole(int seconds) {
        return (seconds + 59) / 60;
    }
}
