package zephyrridge.server.reading;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.core.reading.Recogniser;

/** JSON and CSV (RFC 4180) into plain maps and lists for the core, within bounds of their own. */
@Component
public class TextTrees implements Recogniser.Trees {
    private static final int DEEPEST = 40;
    private static final int MOST_ROWS = 2000;
    private final JsonMapper json = JsonMapper.builder(JsonFactory.builder()
                    .streamReadConstraints(StreamReadConstraints.builder()
                            .maxNestingDepth(DEEPEST)
                            .build())
                    .build())
            .build();

    @Override
    public Object json(String text) {
        try {
            return json.readValue(text, Object.class);
        } catch (JacksonException e) {
            throw new IllegalArgumentException("no JSON", e);
        }
    }

    @Override
    public List<Map<String, String>> csv(String text) {
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .setIgnoreEmptyLines(true)
                .setTrim(true)
                .get();
        try (CSVParser rows = CSVParser.parse(new StringReader(text), format)) {
            List<Map<String, String>> read = new ArrayList<>();
            for (CSVRecord row : rows) {
                if (read.size() < MOST_ROWS) {
                    read.add(row.toMap());
                }
            }
            return read;
        } catch (IOException | UncheckedIOException e) {
            throw new IllegalArgumentException("no CSV", e);
        }
    }
}
