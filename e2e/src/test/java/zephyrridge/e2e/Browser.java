package zephyrridge.e2e;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.ReducedMotion;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;

/** Debian's Chromium, headless, driven by the system's Node; started once per thread: its driver serves one thread only. */
public final class Browser implements ParameterResolver {
    /** What is running. */
    public static final class Running implements AutoCloseable {
        static {
            // On a busy machine an answer may take its time; what is wrong stays wrong.
            PlaywrightAssertions.setDefaultAssertionTimeout(15_000);
        }

        private final Playwright playwright = Playwright.create(new Playwright.CreateOptions()
                .setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1", "PLAYWRIGHT_NODEJS_PATH", onPath("node"))));
        private final com.microsoft.playwright.Browser browser = playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of(onPath("chromium")))
                        .setArgs(List.of(
                                "--no-sandbox",
                                "--disable-gpu",
                                "--disable-quic",
                                "--no-first-run",
                                "--disable-background-networking",
                                "--disable-component-update",
                                "--disable-sync")));

        /** A fresh person at a 1280x800 screen, at the sign-in page. */
        public Page newPage(String address) {
            BrowserContext context = browser.newContext(new com.microsoft.playwright.Browser.NewContextOptions()
                    .setViewportSize(1280, 800)
                    .setBaseURL(address)
                    // What moves for show would only be waited for.
                    .setReducedMotion(ReducedMotion.REDUCE)
                    .setAcceptDownloads(true));
            context.setDefaultTimeout(15_000);
            Page page = context.newPage();
            page.navigate("/");
            return page;
        }

        @Override
        public void close() {
            browser.close();
            playwright.close();
        }
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext extension) {
        return parameter.getParameter().getType() == Running.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext extension) {
        return extension
                .getRoot()
                .getStore(ExtensionContext.Namespace.create(Browser.class))
                .getOrComputeIfAbsent(
                        "running on " + Thread.currentThread().getId(), k -> new Running(), Running.class);
    }

    private static String onPath(String program) {
        return Arrays.stream(System.getenv("PATH").split(":"))
                .map(dir -> Path.of(dir, program))
                .filter(Files::isExecutable)
                .map(Path::toString)
                .findFirst()
                .orElseThrow(() ->
                        new IllegalStateException(program + " is not installed; ./zephyr test installs what it needs"));
    }
}
