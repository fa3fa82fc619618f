package zephyrridge.server.reading;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import zephyrridge.core.reading.MachineLook;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.Recogniser;
import zephyrridge.server.web.Problem;

/** What files and texts turn out to be, worked out once per content: a look, its source and its record are of one paste. */
@Component
public class Recognition {
    /** Bytes of contents whose decoded form is kept at hand. */
    private static final long MOST_DECODED_BYTES = 16_000_000;

    private record Decoded(Recognised what, int bytes) {}

    private final Recogniser.Trees trees;
    /** By SHA-256, so that no content can be taken for another. */
    private final Cache<String, Decoded> decoded = Caffeine.newBuilder()
            .maximumWeight(MOST_DECODED_BYTES)
            .weigher((String digest, Decoded d) -> d.bytes())
            .build();

    public Recognition(Recogniser.Trees trees) {
        this.trees = trees;
    }

    public Recognised of(byte[] content) {
        return decoded.get(digest(content), digest -> new Decoded(Recogniser.recognise(content, trees), content.length))
                .what();
    }

    /**
     * What one file of a system has in it, each part to be read alone (docs/formats/look.schema.json); empty where it is no such file.
     *
     * @throws Problem LOOK_BROKEN where it is one and does not hold
     */
    public Optional<MachineLook> look(byte[] content) {
        Optional<String> text = Recogniser.text(content)
                .filter(t -> t.stripLeading().startsWith("{") && t.contains(MachineLook.FORMAT));
        try {
            return text.flatMap(t -> MachineLook.of(trees.json(t)));
        } catch (IllegalArgumentException e) {
            throw Problem.invalid("content", "LOOK_BROKEN", "why", e.getMessage());
        }
    }

    /** Everything in one paste or file: what a system says, and beside it each line that is a module's label. */
    public List<Recognised> all(byte[] content) {
        return look(content)
                .map(l -> l.parts().stream()
                        .map(MachineLook.Part::content)
                        .map(this::of)
                        .filter(r -> !(r instanceof Recognised.Unknown))
                        .toList())
                .filter(l -> !l.isEmpty())
                .orElseGet(() -> Recogniser.all(of(content), content));
    }

    private static String digest(byte[] content) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-256", e);
        }
    }
}
