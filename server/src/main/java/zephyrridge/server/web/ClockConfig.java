package zephyrridge.server.web;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The application's clock: the real one, or the standing one of the demo. */
@Configuration
class ClockConfig {
    @Bean
    Clock clock(@Value("${zephyr.clock}") String fixed) {
        return fixed.isBlank() ? Clock.systemUTC() : Clock.fixed(Instant.parse(fixed), ZoneOffset.UTC);
    }
}
