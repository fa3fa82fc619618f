package zephyrridge.server.account;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;

/**
 * Browsers that have signed in before, by a word that they keep for half a year. It lets nobody in; whoever has it waits for the failures of
 * that browser only, so that nobody can keep the lead out by failing on purpose.
 */
@Component
class Devices {
    private static final String COOKIE = "ridge-device";
    /** Sent where it counts and nowhere else. */
    private static final String PATH = "/api/sign-in";

    private static final Duration KEPT = Duration.ofDays(180);
    private static final int MOST_OF_A_LOGIN = 20;
    private static final int WORD_BYTES = 32;
    private static final int LONGEST_WORD = 100;
    private static final SecureRandom RANDOM = new SecureRandom();
    private final SignInDeviceStore store;

    Devices(SignInDeviceStore store) {
        this.store = store;
    }

    /** Hash of the word that a browser brought; empty when it brought none. */
    static Optional<String> hashOf(HttpServletRequest request) {
        return wordOf(request).map(Devices::hash);
    }

    boolean knows(String hash, String login) {
        return store.knows(hash, login, now().minus(KEPT));
    }

    /** A browser signed in: it is known by its word from now on, by a new one where it had none. */
    void signedIn(String login, HttpServletRequest request, HttpServletResponse response) {
        String word = wordOf(request).orElseGet(Devices::newWord);
        store.keep(hash(word), login, now(), MOST_OF_A_LOGIN);
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(COOKIE, word)
                        .httpOnly(true)
                        .secure(request.isSecure())
                        .sameSite("Strict")
                        .path(PATH)
                        .maxAge(KEPT)
                        .build()
                        .toString());
    }

    /** None of this login's browsers is known any more. */
    void forget(String login) {
        store.forget(login);
    }

    private static Optional<String> wordOf(HttpServletRequest request) {
        return request.getCookies() == null
                ? Optional.empty()
                : Arrays.stream(request.getCookies())
                        .filter(c -> c.getName().equals(COOKIE))
                        .map(Cookie::getValue)
                        .filter(v -> !v.isEmpty() && v.length() <= LONGEST_WORD)
                        .findFirst();
    }

    private static String newWord() {
        byte[] bytes = new byte[WORD_BYTES];
        RANDOM.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    private static String hash(String word) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(word.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private static LocalDateTime now() {
        return LocalDateTime.now(ZoneOffset.UTC);
    }
}
