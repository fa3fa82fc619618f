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
import io.swagger.v3.oas.models.parameters.Parameter;
import io.swagger.v3.oas.models.parameters.RequestBody;
import io.swagger.v3.oas.models.responses.ApiResponse;
import io.swagger.v3.oas.models.responses.ApiResponses;
import io.swagger.v3.oas.models.security.SecurityRequirement;
import io.swagger.v3.oas.models.security.SecurityScheme;
import java.lang.reflect.RecordComponent;
import java.nio.file.Path;
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
import org.springframework.web.method.HandlerMethod;
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

    private SourceDocs docs;

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
                    .ifPresent(r -> {
                        require(schema, r);
                        docs().of(r).ifPresent(d -> describe(schema, d));
                    }));
        };
    }

    /** Read when the document is made, and never for the tests that do without. */
    private synchronized SourceDocs docs() {
        if (docs == null) {
            docs = new SourceDocs(Path.of("src/main/java"), Path.of("../core/src/main/java"));
        }
        return docs;
    }

    private static void describe(Schema<?> schema, SourceDocs.Doc doc) {
        if (schema.getDescription() == null && !doc.text().isBlank()) {
            schema.setDescription(doc.text());
        }
        describeParts(schema, doc);
        if (schema.getAllOf() != null) {
            schema.getAllOf().forEach(part -> describeParts(part, doc));
        }
    }

    private static void describeParts(Schema<?> schema, SourceDocs.Doc doc) {
        if (schema.getProperties() != null) {
            schema.getProperties()
                    .forEach((name, of) ->
                            Optional.ofNullable(doc.parts().get(name)).ifPresent(of::setDescription));
        }
    }

    private static List<Parameter> parameters(Operation operation) {
        return Optional.ofNullable(operation.getParameters()).orElse(List.of());
    }

    /** What is meant by the same word wherever nothing else is said. */
    private static final Map<String, String> PARAMETERS = Map.ofEntries(
            Map.entry("bank", "JEP106 bank, from 1"),
            Map.entry("caption", "what it shows"),
            Map.entry("claim", "number of the claim"),
            Map.entry("cl", "CAS latency, in clocks"),
            Map.entry("code", "JEP106 code without parity, from 1"),
            Map.entry("csrf", "the token, to be sent back with every change"),
            Map.entry("ecc", "whether it carries check bits"),
            Map.entry("expectedVersion", "the version that was seen; another one is answered with 409"),
            Map.entry("free", "only what no job holds"),
            Map.entry("generation", "of memory, as DDR4"),
            Map.entry("gone", "also what was taken out for good"),
            Map.entry("If-None-Match", "the version that is held already; the same is answered with 304"),
            Map.entry("key", "of the module, within the job"),
            Map.entry("login", "of the account"),
            Map.entry("name", "as it was typed"),
            Map.entry("no", "of the entry in the log"),
            Map.entry("one", "number of the first start"),
            Map.entry("other", "number of the other start"),
            Map.entry("otherCl", "CAS latency of the other, in clocks"),
            Map.entry("otherRate", "rate of the other, in MT/s"),
            Map.entry("page", "from 0"),
            Map.entry("patience", "ms that an answer may wait"),
            Map.entry("photo", "UUID of the picture"),
            Map.entry("position", "id of the place"),
            Map.entry("printed", "the size on the drive"),
            Map.entry("ranks", "of the module"),
            Map.entry("rate", "in MT/s"),
            Map.entry("run", "number of the reading"),
            Map.entry("search", "number of the search"),
            Map.entry("source", "UUID of what was read"),
            Map.entry("state", "whether it was tested, and with what outcome"),
            Map.entry("tag", "on the module, as D-012"),
            Map.entry("text", "words to look for"),
            Map.entry("timer", "number of the timer"),
            Map.entry("trial", "number of the trial"),
            Map.entry("unit", "of the size: a thousand, or 1024"),
            Map.entry("width", "of its devices, in bits"));

    private static Optional<String> meant(String path, String parameter) {
        return parameter.equals("id")
                ? Optional.of(
                        path.startsWith("/api/machines")
                                ? "id of the model"
                                : path.startsWith("/api/suppliers") ? "number of the supplier" : "number of the job")
                : Optional.ofNullable(PARAMETERS.get(parameter));
    }

    /** What the comment of an endpoint's method says of it, of what it takes and of what it gives. */
    private void describe(Operation operation, HandlerMethod method) {
        docs().of(method.getBeanType(), method.getMethod().getName()).ifPresent(d -> {
            if (!d.text().isBlank()) {
                operation.setDescription(d.text());
            }
            Optional.ofNullable(operation.getParameters()).orElse(List.of()).forEach(p -> Optional.ofNullable(
                            d.parts().get(p.getName()))
                    .ifPresent(p::setDescription));
            if (!d.gives().isBlank()) {
                operation.getResponses().values().stream().findFirst().ifPresent(r -> r.setDescription(d.gives()));
            }
        });
    }

    /** Ids that stay when another endpoint comes: the controller's name and its method's, and where two are alike, the way too. */
    @Bean
    OperationCustomizer stableIds() {
        return (operation, method) -> {
            String of = method.getBeanType().getSimpleName().replace("Controller", "");
            operation.setTags(List.of(of));
            operation.setOperationId(of.substring(0, 1).toLowerCase(Locale.ROOT) + of.substring(1) + "."
                    + method.getMethod().getName());
            describe(operation, method);
            return operation;
        };
    }

    /** What every endpoint has in common: who may, how a refusal looks; and the door, which is none of the controllers'. */
    @Bean
    OpenApiCustomizer doorAndRefusals() {
        return api -> {
            ObjectSchema problem = new ObjectSchema();
            problem.description("RFC 9457, with a stable code; further members by code, such as field.");
            problem.addProperty("status", new IntegerSchema());
            problem.addProperty("title", new StringSchema());
            problem.addProperty("detail", new StringSchema().description("What is wrong, where, and what to do."));
            problem.addProperty("code", new StringSchema());
            problem.setRequired(List.of("status", "detail", "code"));
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
                    .addSchemas(PROBLEM, problem);
            api.path("/api/sign-in", new PathItem().post(door("signIn", true)))
                    .path("/api/sign-out", new PathItem().post(door("signOut", false)));
            Map<String, Integer> ids = new TreeMap<>();
            api.getPaths().forEach((path, item) -> item.readOperationsMap().forEach((method, o) -> {
                if (ids.merge(o.getOperationId(), 1, Integer::sum) > 1) {
                    o.setOperationId(o.getOperationId() + "."
                            + path.substring(path.lastIndexOf('/') + 1).replaceAll("\\W", ""));
                }
                parameters(o).stream().filter(p -> p.getDescription() == null).forEach(p -> meant(path, p.getName())
                        .ifPresent(p::setDescription));
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
                .description(in ? "Signs in; the answer sets the session's cookie." : "Ends the session.")
                .tags(List.of("Session"))
                .responses(new ApiResponses().addApiResponse("204", new ApiResponse().description("Done")));
        if (in) {
            ObjectSchema form = new ObjectSchema();
            form.addProperty("login", new StringSchema())
                    .addProperty("password", new StringSchema().format("password"));
            form.setRequired(List.of("login", "password"));
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
