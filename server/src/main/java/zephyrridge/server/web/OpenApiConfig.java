package zephyrridge.server.web;

import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.PropertyCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import zephyrridge.core.quantity.ByteSize;

/** The API document: every field is required except those that are Optional in Java. */
@Configuration
class OpenApiConfig {
    private static final String OPTIONAL = "x-optional";

    OpenApiConfig() {
        SpringDocUtils.getConfig().replaceWithClass(ByteSize.class, String.class);
    }

    @Bean
    OpenAPI openApi() {
        return new OpenAPI().info(new Info().title("Zephyr Ridge").version("1").description("What the pages of Zephyr Ridge ask the server."));
    }

    @Bean
    PropertyCustomizer markOptional() {
        return (property, type) -> {
            if (type.getType() != null && type.getType().getTypeName().contains(Optional.class.getName())) {
                property.addExtension(OPTIONAL, true);
            }
            return property;
        };
    }

    @Bean
    OpenApiCustomizer requireTheRest() {
        return api -> {
            api.setServers(List.of());
            api.getComponents().getSchemas().values().forEach(OpenApiConfig::require);
        };
    }

    private static void require(Schema<?> schema) {
        if (schema.getAllOf() != null) {
            schema.getAllOf().forEach(OpenApiConfig::require);
        }
        if (schema.getProperties() == null) {
            return;
        }
        List<String> required = new ArrayList<>();
        for (Map.Entry<String, ?> e : schema.getProperties().entrySet()) {
            Schema<?> property = (Schema<?>) e.getValue();
            boolean optional = property.getExtensions() != null && property.getExtensions().remove(OPTIONAL) != null;
            if (!optional) {
                required.add(e.getKey());
            }
        }
        schema.setRequired(required);
    }
}
