package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Addresses of pages: what the pages know is there, whoever opens it in a new window; what they do not know is not. */
@ExtendWith(TestServer.class)
class PagesHttpTest {
    @Test
    void everyPageIsThereByItsAddress(TestServer.Running server) throws Exception {
        ApiClient wren = ApiClient.signedIn(server, "wren");
        List<String> pages = new ArrayList<>();
        Matcher m = Pattern.compile("path=\"(/[^\"]*)\"").matcher(Files.readString(Path.of("../web/src/App.tsx")));
        while (m.find()) {
            pages.add(m.group(1).replaceAll(":[a-z]+", "1"));
        }
        assertThat(pages).contains("/practice", "/orders", "/rooms/1", "/shop", "/jobs/1/1");
        for (String page : pages) {
            assertThat(wren.get(page).status()).as(page).isEqualTo(200);
        }
        assertThat(wren.get("/no-such-page").status()).isEqualTo(404);
    }
}
