package zephyrridge.e2e;

import static zephyrridge.e2e.Technician.sees;

import com.google.gson.JsonObject;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.Cookie;
import com.microsoft.playwright.options.ReducedMotion;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.extension.AfterEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import zephyrridge.server.ApiClient;

/** Debian's Chromium, headless, driven by the system's Node; started once per thread: its driver serves one thread only. */
public final class Browser implements ParameterResolver, AfterEachCallback {
    /** On a busy machine an answer may take its time; what is wrong stays wrong. It costs nothing while all is well. */
    static final int PATIENCE_MS = 180_000;

    /** Of a test whose page computes for long, such as one that reads pictures. */
    @Retention(RetentionPolicy.RUNTIME)
    @Target(ElementType.PARAMETER)
    public @interface Computing {}

    /** What is running. */
    public static final class Running implements AutoCloseable {
        // A page that lives for seconds pays for its optimised code and never runs it; where pictures are read it takes
        // three times as long without.
        private static final List<String> QUICKLY_THERE = List.of("--js-flags=--no-opt --no-maglev");

        static {
            PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MS);
        }

        private final Playwright playwright = Playwright.create(new Playwright.CreateOptions()
                .setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1", "PLAYWRIGHT_NODEJS_PATH", onPath("node"))));
        private final com.microsoft.playwright.Browser browser;

        private final Map<String, Deque<BrowserContext>> free = new HashMap<>();
        private final Map<BrowserContext, String> inUse = new HashMap<>();

        Running(boolean computing) {
            List<String> arguments = new ArrayList<>(List.of(
                    "--no-sandbox",
                    "--disable-gpu",
                    "--disable-quic",
                    "--no-first-run",
                    "--disable-background-networking",
                    "--disable-component-update",
                    "--disable-sync"));
            arguments.addAll(computing ? List.of() : QUICKLY_THERE);
            browser = playwright
                    .chromium()
                    .launch(new BrowserType.LaunchOptions()
                            // The one without windows of its own, where Debian has it: it takes half as much of the
                            // processor.
                            .setExecutablePath(Path.of(onPath("chromium-headless-shell", "chromium")))
                            .setArgs(arguments));
        }

        /** A fresh person at a 1280x800 screen, at the sign-in page. */
        Page newPage(String address) {
            Page page = context(address).newPage();
            page.navigate("/");
            return page;
        }

        /** Somebody of the demo at the bench, signed in already: how that is done on the page is tried where it is the matter. */
        Technician signedIn(String address, String login) {
            BrowserContext context = context(address);
            context.addCookies(ApiClient.signedIn(address, login).cookies().stream()
                    .map(c -> new Cookie(c.getName(), c.getValue()).setUrl(address))
                    .toList());
            Technician technician = new Technician(context.newPage());
            technician.page.navigate("/");
            sees(technician.heading("Bench"));
            return technician;
        }

        /** One that nobody is in; what pages are made of it may hold already, who was there before it does not. */
        private BrowserContext context(String address) {
            BrowserContext context = free(address).isEmpty()
                    ? newContext(address)
                    : free(address).pop();
            inUse.put(context, address);
            return context;
        }

        private BrowserContext newContext(String address) {
            BrowserContext context = browser.newContext(new com.microsoft.playwright.Browser.NewContextOptions()
                    .setViewportSize(1280, 800)
                    .setBaseURL(address)
                    // What moves for show would only be waited for.
                    .setReducedMotion(ReducedMotion.REDUCE)
                    .setAcceptDownloads(true));
            context.setDefaultTimeout(PATIENCE_MS);
            return context;
        }

        private Deque<BrowserContext> free(String address) {
            return free.computeIfAbsent(address, a -> new ArrayDeque<>());
        }

        /** A page that stays open goes on asking and drawing beside the next test. */
        private void allGoHome() {
            inUse.forEach((context, address) -> {
                for (Page page : context.pages()) {
                    JsonObject kept = new JsonObject();
                    kept.addProperty("origin", address);
                    kept.addProperty("storageTypes", "cookies,local_storage,indexeddb,service_workers");
                    context.newCDPSession(page).send("Storage.clearDataForOrigin", kept);
                    page.close();
                }
                context.clearCookies();
                context.setOffline(false);
                free(address).push(context);
            });
            inUse.clear();
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
        boolean computing = parameter.isAnnotated(Computing.class);
        return store(extension)
                .getOrComputeIfAbsent(ofThisThread(computing), k -> new Running(computing), Running.class);
    }

    @Override
    public void afterEach(ExtensionContext extension) {
        for (boolean computing : List.of(true, false)) {
            Running running = store(extension).get(ofThisThread(computing), Running.class);
            if (running != null) {
                running.allGoHome();
            }
        }
    }

    private static ExtensionContext.Store store(ExtensionContext extension) {
        return extension.getRoot().getStore(ExtensionContext.Namespace.create(Browser.class));
    }

    private static String ofThisThread(boolean computing) {
        return (computing ? "computing on " : "running on ")
                + Thread.currentThread().getId();
    }

    /** The first of these programs that is there. */
    private static String onPath(String... programs) {
        return Arrays.stream(programs)
                .flatMap(program ->
                        Arrays.stream(System.getenv("PATH").split(":")).map(dir -> Path.of(dir, program)))
                .filter(Files::isExecutable)
                .map(Path::toString)
                .findFirst()
                .orElseThrow(() -> new IllegalStateException(
                        String.join(" or ", programs) + " is not installed; ./zephyr test installs what it needs"));
    }
}
