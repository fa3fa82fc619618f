package zephyrridge.server.web;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.util.Base64;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;

/**
 * The one page, for every address that the page itself knows. Each response has a nonce of its own, which lets the component
 * library add its styles and nothing else.
 */
@Controller
class PageController {
    private static final SecureRandom RANDOM = new SecureRandom();
    private final String page;

    PageController() throws IOException {
        ClassPathResource index = new ClassPathResource("static/index.html");
        page = index.exists()
                ? index.getContentAsString(StandardCharsets.UTF_8)
                : "<!doctype html><title>Zephyr Ridge</title><p>The pages were not built.";
    }

    @GetMapping({
        "/",
        "/index.html",
        "/sign-in",
        "/jobs",
        "/jobs/**",
        "/machines",
        "/machines/**",
        "/desk",
        "/accounts",
        "/account",
        "/upkeep",
        "/about",
        "/drawer",
        "/suppliers",
        "/house",
        "/orders",
        "/rooms/**",
        "/practice",
        "/shop"
    })
    ResponseEntity<String> page(HttpServletResponse response) {
        return page(HttpStatus.OK, response);
    }

    /** The page, which knows itself what it has to show at an address. */
    ResponseEntity<String> page(HttpStatus status, HttpServletResponse response) {
        byte[] bytes = new byte[18];
        RANDOM.nextBytes(bytes);
        String nonce = Base64.getUrlEncoder().encodeToString(bytes);
        response.setHeader(
                "Content-Security-Policy",
                "default-src 'none'; script-src 'self'; style-src 'self' 'nonce-" + nonce
                        + "'; img-src 'self' data: blob:; "
                        + "font-src 'self'; connect-src 'self'; worker-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'");
        return ResponseEntity.status(status)
                .contentType(new MediaType("text", "html", StandardCharsets.UTF_8))
                .cacheControl(CacheControl.noStore())
                .body(page.replace("__NONCE__", nonce));
    }
}
