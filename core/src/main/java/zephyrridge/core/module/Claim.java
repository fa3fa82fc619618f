package zephyrridge.core.module;

import java.util.Locale;
import zephyrridge.core.finding.Evidence;

/**
 * One source's word on one field.
 *
 * @param source id of the source within its job
 * @param reliability probability that it is right, 0.5 to 0.999 (common practice, no source)
 */
public record Claim(
        ModuleField field, String value, SourceKind kind, String source, double reliability, Evidence evidence) {
    public Claim {
        if (value.isBlank()) {
            throw new IllegalArgumentException("a claim says something: " + field);
        }
        if (!(reliability >= 0.5 && reliability <= 0.999)) {
            throw new IllegalArgumentException("reliability out of range 0.5..0.999: " + reliability);
        }
    }

    /** Whether two values of a field say the same: spelling aside, and serials also when some firmware prints their bytes reversed. */
    public static boolean same(ModuleField field, String a, String b) {
        String x = plain(a);
        String y = plain(b);
        return x.equals(y) || field == ModuleField.SERIAL && x.length() == 8 && x.equals(reversed(y));
    }

    private static String plain(String value) {
        return value.toUpperCase(Locale.ROOT).replaceAll("[\\s_]", "");
    }

    private static String reversed(String hex) {
        return hex.length() != 8
                ? ""
                : hex.substring(6) + hex.substring(4, 6) + hex.substring(2, 4) + hex.substring(0, 2);
    }
}
