package zephyrridge.core.limit;

import java.util.Comparator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Firmware versions as they are printed: groups of digits compared as numbers, the rest as text (common practice, no source). */
public final class FirmwareVersion {
    private static final Pattern GROUP = Pattern.compile("\\d{1,18}|[A-Za-z]+");
    static final Comparator<String> ORDER = FirmwareVersion::compare;

    private FirmwareVersion() {}

    private static int compare(String one, String other) {
        Matcher a = GROUP.matcher(one);
        Matcher b = GROUP.matcher(other);
        while (true) {
            boolean hasA = a.find();
            boolean hasB = b.find();
            if (!hasA || !hasB) {
                return Boolean.compare(hasA, hasB);
            }
            String x = a.group();
            String y = b.group();
            boolean digits = Character.isDigit(x.charAt(0)) && Character.isDigit(y.charAt(0));
            int c = digits ? Long.compare(Long.parseLong(x), Long.parseLong(y)) : x.compareToIgnoreCase(y);
            if (c != 0) {
                return c;
            }
        }
    }

    /** Whether a noted version is at least another; one that was not noted is not. */
    public static boolean reaches(String noted, String wanted) {
        return !noted.isBlank() && ORDER.compare(noted, wanted) >= 0;
    }
}
