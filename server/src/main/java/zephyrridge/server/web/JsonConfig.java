package zephyrridge.server.web;

import com.fasterxml.jackson.annotation.JsonAutoDetect;
import com.fasterxml.jackson.annotation.JsonInclude;
import org.springframework.boot.jackson.autoconfigure.JsonFactoryBuilderCustomizer;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** How documents are read and written: records by their components only, unknown and missing fields refused, depth and size bounded. */
@Configuration
public class JsonConfig {
    /** More levels and words than any document here has. */
    private static final StreamReadConstraints BOUNDS = StreamReadConstraints.builder()
            .maxNestingDepth(64)
            .maxStringLength(1 << 20)
            .maxTokenCount(1_000_000)
            .build();

    @Bean
    JsonMapperBuilderCustomizer strictJson() {
        return JsonConfig::strict;
    }

    @Bean
    JsonFactoryBuilderCustomizer boundedJson() {
        return factory -> factory.streamReadConstraints(BOUNDS);
    }

    private static void strict(JsonMapper.Builder mapper) {
        mapper.changeDefaultVisibility(v -> v.withIsGetterVisibility(JsonAutoDetect.Visibility.NONE))
                .enable(
                        DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES,
                        DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES,
                        DeserializationFeature.FAIL_ON_NULL_CREATOR_PROPERTIES,
                        DeserializationFeature.FAIL_ON_TRAILING_TOKENS);
    }

    /** The same for who does without Spring. */
    public static JsonMapper mapper() {
        JsonMapper.Builder mapper = JsonMapper.builder(
                        JsonFactory.builder().streamReadConstraints(BOUNDS).build())
                .addModule(new QuantityModule())
                .addModule(new TextModule())
                .changeDefaultPropertyInclusion(i -> i.withValueInclusion(JsonInclude.Include.NON_ABSENT));
        strict(mapper);
        return mapper.build();
    }
}
