package zephyrridge.server;

import java.util.Arrays;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.MigrationState;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.stereotype.Component;
import zephyrridge.server.text.Texts;

/** Data of a newer program are not touched: an older one reads of them what it knows, and writes the rest away. */
@Component
class SchemaGuard implements FlywayMigrationStrategy {
    private final Texts texts;

    SchemaGuard(Texts texts) {
        this.texts = texts;
    }

    /** @throws IllegalStateException saying which tables are there and what to do, where they are newer than those that are known */
    @Override
    public void migrate(Flyway flyway) {
        MigrationInfo[] applied = flyway.info().applied();
        Arrays.stream(applied)
                .filter(m ->
                        m.getState() == MigrationState.FUTURE_SUCCESS || m.getState() == MigrationState.FUTURE_FAILED)
                .findFirst()
                .ifPresent(m -> {
                    throw new IllegalStateException(texts.say("schema.newer", "version", m.getVersion()));
                });
        flyway.migrate();
    }
}
