package zephyrridge.server.web;

import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.Operation;
import io.swagger.v3.oas.models.PathItem;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Content;
import io.swagger.v3.oas.models.media.IntegerSchema;
import io.swagger.v3.oas.models.media.MediaType;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import io.swagger.v3.oas.models.parameters.RequestBody;
import io.swagger.v3.oas.models.responses.ApiResponse;
import io.swagger.v3.oas.models.responses.ApiResponses;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.customizers.OperationCustomizer;
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
    private static final String SESSION = "session";
    private static final String PROBLEM = "Problem";
    private static final Set<String> OPEN =
            Set.of("/api/session", "/api/sign-in", "/api/sign-in-hints", "/api/first-account");

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

    /** Ids that stay when another endpoint comes: the controller's name and its method's, and where two are alike, the way too. */
    @Bean
    OperationCustomizer stableIds() {
        return (operation, method) -> {
            String of = method.getBeanType().getSimpleName().replace("Controller", "");
            operation.setTags(List.of(of));
            operation.setOperationId(of.substring(0, 1).toLowerCase(Locale.ROOT) + of.substring(1) + "."
                    + method.getMethod().getName());
            return operation;
        };
    }

    /** What every endpoint has in common: who may, how a refusal looks; and the door, which is none of the controllers'. */
    @Bean
    OpenApiCustomizer doorAndRefusals() {
        return api -> {
            api.getComponents()
                    .addSecuritySchemes(
                            SESSION,
                            new SecurityScheme()
                                    .type(SecurityScheme.Type.APIKEY)
                                    .in(SecurityScheme.In.COOKIE)
                                    .name("ridge")
                                    .description(
                                            "Set by /api/sign-in. Every other method than GET also sends the cookie XSRF-TOKEN"
                                                    + " back as the header X-XSRF-TOKEN."))
                    .addSchemas(
                            PROBLEM,
                            new ObjectSchema()
                                    .description(
                                            "RFC 9457, with a stable code; further members by code, such as field.")
                                    .addProperty("status", new IntegerSchema())
                                    .addProperty("title", new StringSchema())
                                    .addProperty(
                                            "detail",
                                            new StringSchema().description("What is wrong, where, and what to do."))
                                    .addProperty("code", new StringSchema())
                                    .required(List.of("status", "detail", "code")));
            api.path("/api/sign-in", new PathItem().post(door("signIn", true)))
                    .path("/api/sign-out", new PathItem().post(door("signOut", false)));
            Map<String, Integer> ids = new TreeMap<>();
            api.getPaths().forEach((path, item) -> item.readOperationsMap().forEach((method, o) -> {
                if (ids.merge(o.getOperationId(), 1, Integer::sum) > 1) {
                    o.setOperationId(o.getOperationId() + "."
                            + path.substring(path.lastIndexOf('/') + 1).replaceAll("\\W", ""));
                }
                if (!OPEN.contains(path)) {
                    o.addSecurityItem(new SecurityRequirement().addList(SESSION));
                }
                o.getResponses()
                        .addApiResponse(
                                "default",
                                new ApiResponse()
                                        .description("Refused, or gone wrong")
                                        .content(new Content()
                                                .addMediaType(
                                                        "application/problem+json",
                                                        new MediaType()
                                                                .schema(new Schema<>()
                                                                        .$ref("#/components/schemas/" + PROBLEM)))));
            }));
        };
    }

    private static Operation door(String id, boolean in) {
        Operation operation = new Operation()
                .operationId("session." + id)
                .tags(List.of("Session"))
                .responses(new ApiResponses().addApiResponse("204", new ApiResponse().description("Done")));
        if (in) {
            ObjectSchema form = new ObjectSchema();
            form.addProperty("login", new StringSchema())
                    .addProperty("password", new StringSchema().format("password"));
            form.required(List.of("login", "password"));
            operation.requestBody(new RequestBody()
                    .required(true)
                    .content(new Content()
                            .addMediaType("application/x-www-form-urlencoded", new MediaType().schema(form))));
        }
        return operation;
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
