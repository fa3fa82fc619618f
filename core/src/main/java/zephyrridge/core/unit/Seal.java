package zephyrridge.core.unit;

import java.util.Optional;

/**
 * A seal that was found, outside or on the way: each is cleared by itself.
 *
 * @param id within its job; {@code where} it sits, in words
 * @param part that it holds; "" where nobody said: then a refusal keeps the whole machine shut
 * @param answer the owner's; {@code who} asked, {@code photo} a picture of it
 */
public record Seal(String id, String where, String part, Answer answer, String who, Optional<String> photo) {
    public enum Answer {
        NOT_ASKED,
        OWNER_AGREES,
        OWNER_REFUSES
    }
}
