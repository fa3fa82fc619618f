package zephyrridge.core.reading;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import zephyrridge.core.finding.Evidence;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;
import zephyrridge.core.reading.dialog.DialogFinding;
import zephyrridge.core.reading.dialog.DialogReader;
import zephyrridge.core.reading.dialog.DialogReading;
import zephyrridge.core.reading.dialog.Meaning;
import zephyrridge.core.reading.label.LabelField;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.reading.label.LabelReading;
import zephyrridge.core.reading.listing.ListingDecoder;
import zephyrridge.core.reading.listing.ListingReading;
import zephyrridge.core.reading.smbios.SmbiosDecoder;
import zephyrridge.core.reading.smbios.SmbiosReading;
import zephyrridge.core.reading.spd.SpdDecoder;
import zephyrridge.core.reading.spd.SpdReading;

/** Tells what bytes or a text are: firmware table, SPD image (also as hex), a listing, a label line, what windows and commands print. */
public final class Recogniser {
    /** Turns JSON and CSV into maps, lists, texts and numbers; both throw IllegalArgumentException on what they cannot read. */
    public interface Trees {
        Object json(String text);

        /** One map per row after the header. */
        List<Map<String, String>> csv(String text);
    }

    /** Offsets at the head of a line ("0010: ", "00000010  ") and the text column behind two blanks and a bar are no data. */
    private static final Pattern HEX_DECORATION = Pattern.compile(
            "(?m)^\\s{0,8}(?:0x)?[0-9A-Fa-f]{1,8}:|^[0-9A-Fa-f]{7,8} {1,3}|\\s{2}\\|.{0,16}\\|?$|0x|[\\s,;]");

    private static final Pattern HEX = Pattern.compile("[0-9A-Fa-f]{128,8192}");

    /** Words that say that a line is about what is in a machine. */
    private static final Pattern OF_A_MACHINE = Pattern.compile(
            "(?i)(?<!\\p{L})(?:ram|memory|installed|installiert|arbeitsspeicher|m\u00e9moire|machine|laptop|notebook|desktop|in it|total|system)(?!\\p{L})|-?bit\\b");

    private static final int MOST_LABELS = 16;
    /** A text no longer than this is asked about where it cannot be understood alone. */
    private static final int MOST_ASKED = 400;
    /** What only labels have: ranks by width, or a PC number. "8 GB DDR4" is what is in a machine, or a module: that is asked. */
    private static final Pattern LABEL_GRAMMAR =
            Pattern.compile("(?i)(?<![\\p{L}\\d])(?:\\d(?:[SDQ]\\d?)?R\\s?x\\s?\\w|PC\\dL?U?-?\\d)");

    private Recogniser() {}

    public static Recognised recognise(byte[] content, Trees trees) {
        if (content.length == 0) {
            return new Recognised.Unknown(Recognised.Why.EMPTY);
        }
        Optional<String> text = text(content);
        return text.isPresent() ? text(text.get(), trees) : binary(Bytes.copyOf(content));
    }

    /**
     * Everything in one paste: what a system says, and beside it each line that is a module's label.
     *
     * @param whole what {@link #recognise} found the content to be
     */
    public static List<Recognised> all(Recognised whole, byte[] content) {
        List<Recognised> all = new ArrayList<>(List.of(whole));
        boolean text = whole instanceof Recognised.Dialog
                || whole instanceof Recognised.Unknown u && u.why() == Recognised.Why.TEXT;
        if (text) {
            DialogReader.lines(text(content).orElse("")).stream()
                    .map(String::strip)
                    .forEach(line -> {
                        if (all.size() < MOST_LABELS && line.length() <= 200 && !DialogReader.names(line)) {
                            LabelReading label = LabelParser.parse(line);
                            label.spec().ifPresent(spec -> all.add(new Recognised.Label(label)));
                        }
                    });
        }
        return all;
    }

    private static Recognised binary(Bytes image) {
        Optional<SpdReading> spd = SpdDecoder.looksLike(image) ? SpdDecoder.decode(image) : Optional.empty();
        // A chip whose checksum holds is one, whatever else its first bytes could mean.
        if (spd.filter(SpdReading::checksumsHold)
                .filter(r -> r.spec().isPresent())
                .isPresent()) {
            return new Recognised.Chip(spd.get());
        }
        Optional<SmbiosReading> table = SmbiosDecoder.decode(image);
        boolean whole = table.map(t -> !t.structures().isEmpty()
                                && t.structures().get(t.structures().size() - 1).type() == 127
                        || !t.version().isEmpty())
                .orElse(false);
        boolean imageSize = image.size() == 128 || image.size() == 256 || image.size() == 512 || image.size() == 1024;
        if (!whole && imageSize && isKnownButNotDecoded(image.u8(2))) {
            return new Recognised.Unknown(Recognised.Why.SPD_TYPE_NOT_DECODED);
        }
        if (whole || table.isPresent() && (spd.isEmpty() || !imageSize)) {
            return new Recognised.Firmware(table.get());
        }
        if (spd.isPresent()) {
            return new Recognised.Chip(spd.get());
        }
        int same = image.uniform(0, image.size());
        if (same == 0 || same == 0xFF) {
            return new Recognised.Unknown(Recognised.Why.BLANK_IMAGE);
        }
        return new Recognised.Unknown(Recognised.Why.BINARY);
    }

    /** Device types of byte 2 that have no layout here: FB-DIMMs, DDR4E, low-power and others (JESD21-C 4.1.2, from memory). */
    private static boolean isKnownButNotDecoded(int type) {
        return type >= 0x0E && type <= 0x11
                || type >= 0x13 && type <= 0x15
                || type == 0x04
                || type == 0x09
                || type == 0x0A;
    }

    private static Recognised text(String raw, Trees trees) {
        String text = raw.strip();
        if (text.isEmpty()) {
            return new Recognised.Unknown(Recognised.Why.EMPTY);
        }
        if (text.charAt(0) == '{' || text.charAt(0) == '[') {
            try {
                Optional<ListingReading> listing = ListingDecoder.tree(trees.json(text));
                return listing.<Recognised>map(Recognised.Listing::new)
                        .orElse(new Recognised.Unknown(Recognised.Why.JSON_OF_SOMETHING_ELSE));
            } catch (IllegalArgumentException e) {
                return new Recognised.Unknown(Recognised.Why.JSON_BROKEN);
            }
        }
        if (text.contains("Capacity") && text.contains("\n")) {
            try {
                Optional<ListingReading> listing = ListingDecoder.rows(
                        trees.csv(text.startsWith("#") ? text.substring(text.indexOf('\n') + 1) : text));
                if (listing.isPresent()) {
                    return new Recognised.Listing(listing.get());
                }
            } catch (IllegalArgumentException e) {
                // Not every text with that word is a CSV.
            }
        }
        if (text.length() >= 128 && text.length() <= 32_768) {
            String hex = HEX_DECORATION.matcher(text).replaceAll("");
            if (HEX.matcher(hex).matches() && hex.length() % 2 == 0) {
                return binary(Bytes.copyOf(HexFormat.of().parseHex(hex)));
            }
        }
        if (text.length() <= 200 && text.indexOf('\n') < 0 && !DialogReader.names(text)) {
            LabelReading label = LabelParser.parse(text);
            if (!label.values().isEmpty() && LABEL_GRAMMAR.matcher(text).find()) {
                return new Recognised.Label(label);
            }
        }
        DialogReading dialog = DialogReader.read(text);
        boolean asks = text.length() <= MOST_ASKED && dialog.asks();
        return dialog.isEmpty() && !asks
                ? new Recognised.Unknown(Recognised.Why.TEXT)
                : new Recognised.Dialog(askedWhose(text, dialog));
    }

    /** "16GB DDR4 3200" on a bag is a module's, over the counter it is the machine's: read as this, with the other beside it. */
    private static DialogReading askedWhose(String text, DialogReading dialog) {
        boolean alone = text.length() <= 60
                && text.indexOf('\n') < 0
                && dialog.size(Meaning.INSTALLED).isPresent()
                && dialog.generation().isPresent()
                && dialog.slots().isEmpty()
                && dialog.modules().isEmpty()
                && !OF_A_MACHINE.matcher(text).find();
        return alone
                ? dialog.with(Finding.of(
                        DialogFinding.DIALOG_MACHINE_OR_MODULE,
                        Severity.NOTE,
                        Subject.machine(),
                        new DialogFinding.Module(text, saidOfAModule(LabelParser.parse(text))),
                        new Evidence.Word("line 1", text)))
                : dialog;
    }

    /** Capacity, generation and rate, as far as the line says them of a module. */
    private static String saidOfAModule(LabelReading label) {
        return Stream.of(LabelField.CAPACITY, LabelField.GENERATION, LabelField.RATE)
                .flatMap(f -> label.value(f).stream())
                .map(LabelReading.Value::value)
                .collect(Collectors.joining(", "));
    }

    /** The content as text, when it is: UTF-8, or UTF-16 with its mark as Windows shells write it; without control characters. */
    public static Optional<String> text(byte[] content) {
        boolean little = content.length >= 2 && content[0] == (byte) 0xFF && content[1] == (byte) 0xFE;
        Charset charset = little ? StandardCharsets.UTF_16LE : StandardCharsets.UTF_8;
        try {
            String text = charset.newDecoder().decode(ByteBuffer.wrap(content)).toString();
            text = text.startsWith("\uFEFF") ? text.substring(1) : text;
            return text.chars().anyMatch(c -> c < 0x20 && c != '\n' && c != '\r' && c != '\t')
                    ? Optional.empty()
                    : Optional.of(text);
        } catch (CharacterCodingException e) {
            return Optional.empty();
        }
    }
}
