package zephyrridge.core.unit;

import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zephyrridge.core.quantity.ByteSize;

/** What the owner's words say of how much memory they want ("32 GB, please"): proposed, and asked; never taken by itself. */
public final class Wish {
    private static final int MOST_GIB = 4096;
    private static final Pattern SIZE =
            Pattern.compile("(?<![\\w.,])(\\d{1,4}) ?(?:GB|GiB|gigs?|gigabytes?|Go)(?!\\w)", Pattern.CASE_INSENSITIVE);
    /** A size beside one of these is a drive's, or what is there already. */
    private static final Pattern OTHER = Pattern.compile(
            "(?<!\\p{L})(?:ssd|hdd|nvme|drive|disk|disc|storage|card|stick|phone|backup|has|only|now|from|instead of|festplatte)(?!\\p{L})",
            Pattern.CASE_INSENSITIVE);

    private static final int NEAR = 14;

    private Wish() {}

    /** Empty where no size is named, or several are, or it is about something else. */
    public static Optional<ByteSize> memory(String wish) {
        SortedSet<Integer> sizes = new TreeSet<>();
        for (Matcher m = SIZE.matcher(wish); m.find(); ) {
            String near = wish.substring(Math.max(0, m.start() - NEAR), Math.min(wish.length(), m.end() + NEAR));
            int gib = Integer.parseInt(m.group(1));
            if (!OTHER.matcher(near).find() && gib > 0 && gib <= MOST_GIB) {
                sizes.add(gib);
            }
        }
        return sizes.size() == 1 ? Optional.of(ByteSize.ofGibibytes(sizes.first())) : Optional.empty();
    }
}
