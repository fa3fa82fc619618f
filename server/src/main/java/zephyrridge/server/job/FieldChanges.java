package zephyrridge.server.job;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.server.document.Differences;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.FieldChange;

/** Values that a change had, in words: which field, from what to what. */
@Component
public class FieldChanges {
    private static final Pattern CODE = Pattern.compile("[A-Z][A-Z0-9_]{2,}");
    /** A size that no larger unit divides, as it is kept; shown it is rounded. */
    private static final Pattern UNEVEN = Pattern.compile("\\d{1,15} (?:bytes|KiB)");

    private static final int LONGEST = 60;

    private final Texts texts;

    FieldChanges(Texts texts) {
        this.texts = texts;
    }

    /** Only of fields that have a name; bookkeeping has none. */
    public List<FieldChange> of(List<Differences.Field> fields) {
        return fields.stream()
                .flatMap(f ->
                        name(f.path()).stream().map(name -> new FieldChange(name, value(f.before()), value(f.after()))))
                .toList();
    }

    /** In one line, for the button that takes it back. */
    public String briefly(List<Differences.Field> fields) {
        return String.join(
                "; ",
                of(fields).stream()
                        .limit(3)
                        .map(f -> f.name() + " " + (f.before().isEmpty() ? "nothing" : f.before()) + " → "
                                + (f.after().isEmpty() ? "nothing" : f.after()))
                        .toList());
    }

    private Optional<String> name(String path) {
        return texts.find("field." + path);
    }

    private static String value(String text) {
        if (UNEVEN.matcher(text).matches()) {
            return Texts.size(ByteSize.parse(text));
        }
        String words = CODE.matcher(text).matches()
                ? text.toLowerCase(Locale.ROOT).replace('_', ' ')
                : text.replaceAll("(\\d) ([KMGT])iB\\b", "$1 $2B");
        return words.length() > LONGEST ? words.substring(0, LONGEST - 1) + "…" : words;
    }
}
