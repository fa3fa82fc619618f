package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.Closeable;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.core.env.Environment;

/** A database that is away or hangs: everybody is told so, signed in or not, and all goes on once it is back. */
@ExtendWith(TestServer.class)
class DatabaseAwayTest {
    private enum Way {
        OPEN,
        HANGS,
        SHUT
    }

    /** A way to the database that can be blocked. */
    private static final class Between implements Closeable {
        private final ServerSocket door = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        private final int to;
        private final List<Socket> sockets = new ArrayList<>();
        private Way way = Way.OPEN;

        Between(int to) throws IOException {
            this.to = to;
            start(this::accept);
        }

        private static void start(Runnable work) {
            Thread t = new Thread(work);
            t.setDaemon(true);
            t.start();
        }

        private void accept() {
            try {
                while (true) {
                    Socket from = door.accept();
                    synchronized (this) {
                        if (way == Way.SHUT) {
                            from.close();
                            continue;
                        }
                        Socket there = new Socket(InetAddress.getLoopbackAddress(), to);
                        sockets.addAll(List.of(from, there));
                        start(() -> pump(from, there));
                        start(() -> pump(there, from));
                    }
                }
            } catch (IOException e) {
                // It was closed: nobody comes any more.
            }
        }

        private void pump(Socket from, Socket there) {
            byte[] some = new byte[8192];
            try (from;
                    there) {
                for (int n = from.getInputStream().read(some);
                        n >= 0;
                        n = from.getInputStream().read(some)) {
                    waitWhileItHangs();
                    there.getOutputStream().write(some, 0, n);
                }
            } catch (IOException | InterruptedException e) {
                // One of the two is gone, and with it the way.
            }
        }

        private synchronized void waitWhileItHangs() throws InterruptedException {
            while (way == Way.HANGS) {
                wait();
            }
        }

        synchronized void is(Way next) {
            way = next;
            notifyAll();
            if (next == Way.SHUT) {
                sockets.forEach(s -> {
                    try {
                        s.close();
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                });
                sockets.clear();
            }
        }

        @Override
        public void close() throws IOException {
            is(Way.SHUT);
            door.close();
        }
    }

    @Test
    void everybodyIsToldAndGoesOn(TestServer.Running server) throws IOException {
        String url = server.bean(Environment.class).getProperty("spring.datasource.url");
        int port = Integer.parseInt(url.replaceFirst(".*:(\\d+)/.*", "$1"));
        try (Between between = new Between(port);
                TestServer.Instance instance = server.anotherInstance(
                        "--spring.datasource.url="
                                + url.replace(":" + port + "/", ":" + between.door.getLocalPort() + "/"),
                        // The same in less time: nobody waits here.
                        "--spring.datasource.hikari.connection-timeout=500",
                        "--spring.datasource.hikari.validation-timeout=300",
                        "--spring.datasource.hikari.data-source-properties.connectTimeout=400",
                        "--spring.datasource.hikari.data-source-properties.socketTimeout=1500")) {
            ApiClient signedIn = ApiClient.signedIn(instance.address(), "ilka");
            ApiClient nobody = new ApiClient(instance.address());
            for (Way way : List.of(Way.SHUT, Way.HANGS)) {
                between.is(way);
                away(way, signedIn.get("/api/jobs"));
                away(way, signedIn.post("/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", "x", "wish", "")));
                away(way, nobody.signIn("ilka", "lichen-on-the-wall"));
                // The program lives, and says that all is not well: with a session too, which is not looked for.
                assertThat(signedIn.get("/actuator/health/liveness").status()).isEqualTo(200);
                ApiClient.Answer health = signedIn.get("/actuator/health");
                assertThat(health.status()).isEqualTo(503);
                assertThat(health.json().get("status").asString()).isEqualTo("DOWN");
                between.is(Way.OPEN);
                goesOn(signedIn);
            }
        }
    }

    /** Connections that broke are made anew, each when it is asked for: not at once, and by itself. */
    private static void goesOn(ApiClient client) {
        ApiClient.Answer back = client.get("/api/jobs");
        for (int i = 0; i < 60 && back.status() == 503; i++) {
            back = client.get("/api/jobs");
        }
        assertThat(back.status()).isEqualTo(200);
    }

    private static void away(Way way, ApiClient.Answer answer) {
        assertThat(answer.status()).as(way + ": " + answer.body()).isEqualTo(503);
        assertThat(answer.json().get("code").asString()).isEqualTo("DATABASE_AWAY");
        assertThat(answer.json().get("detail").asString()).contains("The database does not answer");
    }
}
