package zephyrridge.server.web;

import com.fasterxml.jackson.annotation.JsonAutoDetect;
import org.springframework.boot.jackson.autoconfigure.JsonFactoryBuilderCustomizer;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.databind.DeserializationFeature;

/** How documents are read and written: records by their components only, unknown and missing fields refused, depth and size bounded. */
@Configuration
class JsonConfig {
    @Bean
    JsonMapperBuilderCustomizer strictJson() {
        return mapper -> mapper.changeDefaultVisibility(v -> v.withIsGetterVisibility(JsonAutoDetect.Visibility.NONE))
                .enable(
                        DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES,
                        DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES,
                        DeserializationFeature.FAIL_ON_NULL_CREATOR_PROPERTIES,
                        DeserializationFeature.FAIL_ON_TRAILING_TOKENS);
    }

    /** 64 levels are more than any document here has. */
    @Bean
    JsonFactoryBuilderCustomizer boundedJson() {
        return factory -> factory.streamReadConstraints(StreamReadConstraints.builder()
                .maxNestingDepth(64)
                .maxStringLength(1 << 20)
                .build());
    }
}
