package zephyrridge.core.change;

/** What a text may hold: anything that can be written, line ends and tabs; no other control characters, no half of a pair. */
public final class Characters {
    private Characters() {}

    public static boolean areFit(String text) {
        return text.equals(fit(text));
    }

    /** Without what no paper or page can show: scanners send separators, half a pair comes of a cut text. */
    public static String fit(String text) {
        StringBuilder kept = null;
        for (int i = 0; i < text.length(); ) {
            int c = text.codePointAt(i);
            boolean shown = c == '\n'
                    || c == '\r'
                    || c == '\t'
                    || !Character.isISOControl(c) && !isHalf(c) && !isNoCharacter(c);
            int next = i + Character.charCount(c);
            if (!shown && kept == null) {
                kept = new StringBuilder(text.substring(0, i));
            } else if (shown && kept != null) {
                kept.appendCodePoint(c);
            }
            i = next;
        }
        return kept == null ? text : kept.toString();
    }

    private static boolean isHalf(int c) {
        return c >= Character.MIN_SURROGATE && c <= Character.MAX_SURROGATE;
    }

    /** Code points that Unicode keeps for no character (The Unicode Standard, 23.7). */
    private static boolean isNoCharacter(int c) {
        return (c & 0xFFFE) == 0xFFFE || c >= 0xFDD0 && c <= 0xFDEF;
    }
}
