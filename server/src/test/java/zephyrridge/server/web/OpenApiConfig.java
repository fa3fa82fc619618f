package zephyrridge.server.web;

import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.DieDensity;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.quantity.Picoseconds;

/** The API document: every component of a record is required except those that are Optional in Java. */
@Configuration
@ConditionalOnProperty("springdoc.api-docs.enabled")
class OpenApiConfig {
    /** Records by the name of their schema. */
    private final Map<String, Class<?>> records = new ConcurrentHashMap<>();

    OpenApiConfig() {
        // As QuantityModule writes them.
        for (Class<?> text :
                List.of(ByteSize.class, DataRate.class, DieDensity.class, Picoseconds.class, Money.class)) {
            SpringDocUtils.getConfig().replaceWithClass(text, String.class);
        }
    }

    @Bean
    OpenAPI openApi() {
        return new OpenAPI()
                .info(new Info()
                        .title("Zephyr Ridge")
                        .version("1")
                        .description("What the pages of Zephyr Ridge ask the server."));
    }

    @Bean
    ModelConverter rememberRecords() {
        return (type, context, chain) -> {
            Schema<?> schema = chain.hasNext() ? chain.next().resolve(type, context, chain) : null;
            if (schema != null && type.getType() != null) {
                Class<?> raw = Json.mapper().constructType(type.getType()).getRawClass();
                String name = schema.get$ref() == null
                        ? schema.getName()
                        : schema.get$ref().substring(schema.get$ref().lastIndexOf('/') + 1);
                if (raw.isRecord() && name != null) {
                    records.put(name, raw);
                }
            }
            return schema;
        };
    }

    @Bean
    OpenApiCustomizer requireWhatIsNotOptional() {
        return api -> {
            api.setServers(List.of());
            api.getComponents().getSchemas().forEach((name, schema) -> Optional.ofNullable(records.get(name))
                    .ifPresent(r -> require(schema, r)));
        };
    }

    private static void require(Schema<?> schema, Class<?> record) {
        if (schema.getProperties() != null) {
            schema.setRequired(Arrays.stream(record.getRecordComponents())
                    .filter(c -> c.getType() != Optional.class
                            && schema.getProperties().containsKey(c.getName()))
                    .map(RecordComponent::getName)
                    .toList());
        }
        if (schema.getAllOf() != null) {
            schema.getAllOf().forEach(part -> require(part, record));
        }
    }
}
