package zephyrridge.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.infra.Blackhole;
import zephyrridge.core.module.Jep106;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.reading.Bytes;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.reading.Recogniser;
import zephyrridge.core.reading.label.LabelDecoder;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.reading.label.LabelPhoto;
import zephyrridge.core.reading.smbios.MemoryDevice;
import zephyrridge.core.reading.smbios.SmbiosContents;
import zephyrridge.core.reading.smbios.SmbiosDecoder;
import zephyrridge.core.reading.smbios.SmbiosEncoder;
import zephyrridge.core.reading.smbios.SmbiosKey;
import zephyrridge.core.reading.smbios.SmbiosReading;
import zephyrridge.core.reading.spd.SpdContents;
import zephyrridge.core.reading.spd.SpdDecoder;
import zephyrridge.core.reading.spd.SpdEncoder;
import zephyrridge.core.reading.spd.SpdRates;
import zephyrridge.core.reading.spd.SpdReading;

/** An SPD image and a 128-device firmware table decoded, with every field as text; the rate table apart. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(3)
public class ReadingBenchmark {
    private final Bytes ddr4 = image("16GB 2Rx8 PC4-3200AA-SE1-11");
    private final Bytes ddr5 = image("16GB 1Rx8 PC5-5600B-SA0-1010-XT");
    private final SpdReading reading = SpdDecoder.decode(ddr5).orElseThrow();
    private final Bytes table = table();

    /** A line with three characters misread: its likeliest reading, others, and the margin of every field. */
    @Benchmark
    public Object misreadLabel() {
        return LabelDecoder.decode("16G8 2Rx8 PC4-26b6V-SEl-11");
    }

    /** Four readings of one paper, as a badly lit photo gets them, added up. */
    @Benchmark
    public Object photographedLabel() {
        return LabelPhoto.read(List.of(
                List.of("WEEK 31 2021", "16G8 2RxB PC4-2666V-", "SE1-11 ||"),
                List.of("16GB 2Rx8 PC4-26b6V-", "5E1-11", "1.2V"),
                List.of("l6GB 2Rx8 PC4-2666V-SEl-11"),
                List.of("I16GB 2Rx8 PC42666V", "SE1-1I")));
    }

    private static Bytes image(String label) {
        ModuleSpec spec = LabelParser.parse(label).spec().orElseThrow();
        return Bytes.copyOf(SpdEncoder.encode(new SpdContents(
                spec, Optional.of(new Jep106(5, 0x1A)), Optional.empty(), "PART-NUMBER", 0x01020304, 2031, 7)));
    }

    private static Bytes table() {
        List<SmbiosContents.Device> devices = new ArrayList<>();
        for (int i = 0; i < 128; i++) {
            devices.add(new SmbiosContents.Device(
                    "P" + i / 24 + " DIMM " + i % 24,
                    "Channel " + i % 8,
                    Optional.of(ByteSize.ofGibibytes(64)),
                    9,
                    0x1A,
                    0x2080,
                    72,
                    64,
                    2,
                    3200,
                    2933,
                    1200,
                    "Tindle",
                    "0A0B0C" + (10 + i),
                    "tag",
                    "PART-NUMBER-" + i,
                    Optional.of(new Jep106(5, 0x1A))));
        }
        return Bytes.copyOf(SmbiosEncoder.encode(
                new SmbiosContents(
                        33,
                        new SmbiosContents.Bios("v", "1", "d"),
                        new SmbiosContents.SystemInfo("m", "p", "", ""),
                        new SmbiosContents.Board("m", "b", ""),
                        List.of(new SmbiosContents.Array(6, ByteSize.ofGibibytes(2048), 128, devices))),
                SmbiosEncoder.Wrapping.ENTRY_POINT));
    }

    /** A paste of a megabyte that goes on about other things, with figures in it. */
    private final byte[] longText = ("the quick brown fox went 12 times over 3 dogs, and said 4 of 8 things again\n"
                    .repeat(13_200))
            .getBytes(java.nio.charset.StandardCharsets.UTF_8);

    @Benchmark
    public Recognised textOfAMegabyte() {
        return Recogniser.recognise(longText, NO_TREES);
    }

    @Benchmark
    public SpdReading spdDdr4() {
        return SpdDecoder.decode(ddr4).orElseThrow();
    }

    @Benchmark
    public SpdReading spdDdr5() {
        return SpdDecoder.decode(ddr5).orElseThrow();
    }

    /** As the evidence shows it: the raw bytes of every field too. */
    @Benchmark
    public void spdDdr4WithBytes(Blackhole sink) {
        withBytes(ddr4, sink);
    }

    @Benchmark
    public void spdDdr5WithBytes(Blackhole sink) {
        withBytes(ddr5, sink);
    }

    private static void withBytes(Bytes image, Blackhole sink) {
        SpdReading decoded = SpdDecoder.decode(image).orElseThrow();
        decoded.fields().values().forEach(f -> sink.consume(decoded.hex(f)));
    }

    @Benchmark
    public List<SpdRates.Line> rateTable() {
        return SpdRates.of(reading);
    }

    @Benchmark
    public SmbiosReading smbios128() {
        return SmbiosDecoder.decode(table).orElseThrow();
    }

    @Benchmark
    public void smbios128AllFields(Blackhole sink) {
        for (MemoryDevice device : SmbiosDecoder.decode(table).orElseThrow().devices()) {
            for (SmbiosKey key : device.structure().keys()) {
                sink.consume(device.structure().text(key));
            }
        }
    }

    /** No text of these benchmarks is JSON or CSV. */
    private static final Recogniser.Trees NO_TREES = new Recogniser.Trees() {
        @Override
        public Object json(String text) {
            throw new IllegalArgumentException("no JSON");
        }

        @Override
        public java.util.List<java.util.Map<String, String>> csv(String text) {
            throw new IllegalArgumentException("no CSV");
        }
    };
}
