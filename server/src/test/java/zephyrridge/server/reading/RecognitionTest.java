package zephyrridge.server.reading;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.Recogniser;

class RecognitionTest {
    private final Recogniser.Trees trees = mock(Recogniser.Trees.class);
    private final Recognition recognition = new Recognition(trees);

    @Test
    void aContentIsDecodedOnce() {
        when(trees.json(anyString())).thenReturn(Map.of());
        Recognised first = recognition.of(bytes("{\"blockdevices\": []}"));
        assertThat(recognition.of(bytes("{\"blockdevices\": []}"))).isSameAs(first);
        recognition.all(bytes("{\"blockdevices\": []}"));
        verify(trees, times(1)).json(anyString());
    }

    @Test
    void anotherContentIsNotTakenForIt() {
        when(trees.json(anyString())).thenReturn(Map.of());
        recognition.of(bytes("{\"a\": 1}"));
        recognition.of(bytes("{\"a\": 2}"));
        verify(trees, times(2)).json(anyString());
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
