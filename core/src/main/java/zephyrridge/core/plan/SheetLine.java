package zephyrridge.core.plan;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.reading.label.LabelFinding;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.reading.label.LabelReading;

/**
 * A line of a supplier's sheet, read as retail wording is: by whole words, a kit as one pack of several modules. What cannot
 * be read is a reason and never a guess.
 *
 * @param returnDays empty: it cannot go back
 */
public record SheetLine(
        String wording,
        ModuleSpec spec,
        int pieces,
        Money price,
        int stock,
        int leadDays,
        Optional<Integer> returnDays) {
    /** What stands where no stock is told: enough for any machine. */
    public static final int STOCK_NOT_TOLD = 999;

    private static final Pattern WHOLE = Pattern.compile("\\d{1,6}");
    private static final String CURRENCY = "(?:[A-Z]{3}|\\p{Sc}|[Ff]r\\.?|[Kk]r\\.?|z\u0142)";
    /** A price is read whole or not at all: "-4.00" is not 4.00, and "2 x 12.50" is not 212.50. */
    private static final Pattern PRICE = Pattern.compile("(?:" + CURRENCY
            + "\\s?)?(\\d{1,3}(?:[ '\u2019\u00a0]\\d{3})+|\\d{1,3}(?:[.]\\d{3})+(?=,)|\\d{1,3}(?:,\\d{3})+(?=[.])|\\d{1,9})"
            + "(?:[.,](\\d{1,2}|-{1,2}))?(?:\\s?" + CURRENCY + ")?");

    private static final Pattern NEVER = Pattern.compile("(?i)no|none|never|0|-|nein|non");

    public enum Reason {
        NO_WORDING,
        NOT_A_WHOLE_MODULE,
        KIT_SIZE_OPEN,
        WIDTH_OR_PIECES,
        PACK_DISAGREES,
        PACK_SIZE,
        PRICE,
        STOCK,
        LEAD,
        RETURNS
    }

    /** Cells by what they mean; "" where the sheet has none. */
    public record Cells(String wording, String price, String pack, String stock, String lead, String returns) {}

    /** What holds for lines that do not say. */
    public record Usual(int leadDays, Optional<Integer> returnDays) {}

    /** @param cell the one that was not understood */
    public record Unread(Reason reason, String cell) {}

    /** One of the two is there. */
    public record Read(Optional<SheetLine> line, Optional<Unread> unread) {}

    public static Read of(Cells c, Usual usual) {
        if (c.wording.isBlank()) {
            return unread(Reason.NO_WORDING, "");
        }
        LabelReading read = LabelParser.parse(c.wording.strip());
        Optional<Integer> kit = kit(read);
        for (Finding f : read.findings()) {
            if (f.code() == LabelFinding.LABEL_KIT_SIZE_OPEN) {
                return unread(Reason.KIT_SIZE_OPEN, c.wording);
            }
            if (f.code() == LabelFinding.LABEL_WIDTH_OR_PIECES) {
                return unread(Reason.WIDTH_OR_PIECES, c.wording);
            }
        }
        if (read.spec().isEmpty()) {
            return unread(Reason.NOT_A_WHOLE_MODULE, c.wording);
        }
        Optional<Integer> pack = c.pack.isBlank() ? Optional.empty() : whole(c.pack);
        if (!c.pack.isBlank()
                && pack.filter(p -> p >= 1 && p <= Offer.MOST_PIECES).isEmpty()) {
            return unread(Reason.PACK_SIZE, c.pack);
        }
        if (kit.isPresent() && pack.isPresent() && !kit.equals(pack)) {
            return unread(Reason.PACK_DISAGREES, c.pack);
        }
        int pieces = kit.or(() -> pack).orElse(1);
        if (pieces > Offer.MOST_PIECES) {
            return unread(Reason.PACK_SIZE, c.wording);
        }
        Money price;
        try {
            price = price(c.price);
        } catch (IllegalArgumentException e) {
            return unread(Reason.PRICE, c.price);
        }
        Optional<Integer> stock = c.stock.isBlank() ? Optional.of(STOCK_NOT_TOLD) : whole(c.stock);
        if (stock.isEmpty()) {
            return unread(Reason.STOCK, c.stock);
        }
        Optional<Integer> lead = c.lead.isBlank() ? Optional.of(usual.leadDays) : whole(c.lead);
        if (lead.filter(l -> l <= 365).isEmpty()) {
            return unread(Reason.LEAD, c.lead);
        }
        Optional<Integer> returns = usual.returnDays;
        if (!c.returns.isBlank()) {
            boolean never = NEVER.matcher(c.returns.strip()).matches();
            returns = never ? Optional.empty() : whole(c.returns);
            if (!never && returns.filter(r -> r <= 365).isEmpty()) {
                return unread(Reason.RETURNS, c.returns);
            }
        }
        return new Read(
                Optional.of(new SheetLine(
                        c.wording.strip(), read.spec().get(), pieces, price, stock.get(), lead.get(), returns)),
                Optional.empty());
    }

    private static Optional<Integer> kit(LabelReading read) {
        return read.findings().stream()
                .filter(f -> f.code() == LabelFinding.LABEL_KIT)
                .map(f -> ((LabelFinding.Pack) f.detail()).pieces())
                .findFirst();
    }

    /** "3", "3 days", "12 pcs". */
    private static Optional<Integer> whole(String text) {
        String first = text.strip().toLowerCase(Locale.ROOT).split("[^0-9]", 2)[0];
        return WHOLE.matcher(first).matches() ? Optional.of(Integer.parseInt(first)) : Optional.empty();
    }

    private static Read unread(Reason reason, String cell) {
        return new Read(Optional.empty(), Optional.of(new Unread(reason, cell)));
    }

    private static Money price(String cell) {
        Matcher m = PRICE.matcher(cell.strip());
        if (!m.matches()) {
            throw new IllegalArgumentException("no price: " + cell);
        }
        String part = m.group(2) == null || m.group(2).startsWith("-") ? "" : "." + m.group(2);
        return Money.parse(m.group(1).replaceAll("\\D", "") + part);
    }
}
