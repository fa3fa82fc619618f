package zephyrridge.server.web;

import java.util.function.Function;
import org.springframework.stereotype.Component;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.ser.std.StdSerializer;
import zephyrridge.core.module.CasLatencies;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.DataRate;
import zephyrridge.core.quantity.DieDensity;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.quantity.Picoseconds;

/** Quantities in JSON carry their unit ("8 GiB", "2666 MT/s"), and CAS latencies are a list: people read these documents. */
@Component
public class QuantityModule extends SimpleModule {
    private static final long serialVersionUID = 1L;

    public QuantityModule() {
        text(ByteSize.class, ByteSize::parse);
        text(DataRate.class, DataRate::parse);
        text(DieDensity.class, DieDensity::parse);
        text(Picoseconds.class, Picoseconds::parse);
        text(Money.class, Money::parse);
        addSerializer(CasLatencies.class, new StdSerializer<>(CasLatencies.class) {
            @Override
            public void serialize(CasLatencies value, JsonGenerator out, SerializationContext context) {
                int[] list = value.toList().stream().mapToInt(Integer::intValue).toArray();
                out.writeArray(list, 0, list.length);
            }
        });
        addDeserializer(CasLatencies.class, new StdDeserializer<>(CasLatencies.class) {
            @Override
            public CasLatencies deserialize(JsonParser in, DeserializationContext context) {
                CasLatencies all = CasLatencies.NONE;
                for (int cl : in.readValueAs(int[].class)) {
                    all = all.with(cl);
                }
                return all;
            }
        });
    }

    private <T> void text(Class<T> type, Function<String, T> parse) {
        addSerializer(type, new StdSerializer<>(type) {
            @Override
            public void serialize(T value, JsonGenerator out, SerializationContext context) {
                out.writeString(value.toString());
            }
        });
        addDeserializer(type, new StdDeserializer<>(type) {
            @Override
            public T deserialize(JsonParser in, DeserializationContext context) {
                String text = in.getString();
                try {
                    return parse.apply(text);
                } catch (IllegalArgumentException | ArithmeticException e) {
                    return type.cast(context.handleWeirdStringValue(type, text, e.getMessage()));
                }
            }
        });
    }
}
