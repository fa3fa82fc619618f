package zephyrridge.server.web;

import org.springframework.stereotype.Component;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.module.SimpleModule;
import zephyrridge.core.change.Characters;

/** Texts come in without what no paper or page can show: a scanner's separators, a vertical tab, half of a character. */
@Component
class TextModule extends SimpleModule {
    private static final long serialVersionUID = 1L;

    TextModule() {
        addDeserializer(String.class, new StdDeserializer<>(String.class) {
            @Override
            public String deserialize(JsonParser in, DeserializationContext context) {
                String text = in.getValueAsString();
                return text == null
                        ? (String) context.handleUnexpectedToken(getValueType(context), in)
                        : Characters.fit(text);
            }

            @Override
            public Object getEmptyValue(DeserializationContext context) {
                return "";
            }
        });
    }
}
