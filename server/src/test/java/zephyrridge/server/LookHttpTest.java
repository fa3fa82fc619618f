package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import zephyrridge.core.Firmware;
import zephyrridge.core.module.ModuleSpec;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.core.reading.smbios.SmbiosEncoder;
import zephyrridge.core.reading.spd.SpdContents;
import zephyrridge.core.reading.spd.SpdEncoder;

/** One file that a machine tells of itself: what the script writes of a drawn system, and what is made of it. */
@ExtendWith(TestServer.class)
class LookHttpTest {
    private static final Path SCRIPT = Path.of("../web/public/zephyr-look.sh");

    /** A root folder as Linux shows it: a firmware table, two chips beside a sensor, and what the system sees. */
    private static void drawn(Path root) throws IOException {
        byte[] table = Firmware.table(
                "Quarrow",
                "Look 13",
                SmbiosEncoder.Wrapping.BARE,
                Firmware.device("ChannelA-DIMM0", 16, 0x0D, 2, "TN16", "01020304"),
                Firmware.device("ChannelB-DIMM0", 16, 0x0D, 2, "TN16", "01020305"));
        Path tables = Files.createDirectories(root.resolve("sys/firmware/dmi/tables"));
        Files.write(tables.resolve("DMI"), table);
        ModuleSpec spec =
                LabelParser.parse("16GB 2Rx8 PC4-3200AA-SE1-11").spec().orElseThrow();
        for (String at : List.of("0-0050", "0-0051")) {
            Path device = Files.createDirectories(root.resolve("sys/bus/i2c/devices/" + at));
            Files.writeString(device.resolve("name"), "ee1004\n");
            Files.write(
                    device.resolve("eeprom"),
                    SpdEncoder.encode(
                            new SpdContents(spec, Optional.empty(), Optional.empty(), "TN16", 0x01020304, 2031, 7)));
        }
        Path other = Files.createDirectories(root.resolve("sys/bus/i2c/devices/0-0018"));
        Files.writeString(other.resolve("name"), "jc42\n");
        Files.write(other.resolve("eeprom"), new byte[] {1});
        Files.createDirectories(root.resolve("proc"));
        Files.writeString(root.resolve("proc/meminfo"), "MemTotal:       32663212 kB\nMemFree:        1 kB\n");
    }

    /** A drive with one partition that begins like this, a stick beside it, a battery, and the kernel's map of what is online. */
    private static void drawnAround(Path root, byte[] partition) throws IOException {
        said(root, "etc/os-release", "ID=some\nPRETTY_NAME=\"Some GNU/Linux \\\"12\\\"\"\n");
        said(root, "sys/block/nvme0n1/size", "1000215216\n");
        said(root, "sys/block/nvme0n1/removable", "0\n");
        said(root, "sys/block/nvme0n1/nvme0n1p1/size", "2048\n");
        said(root, "sys/block/sda/size", "60000000\n");
        said(root, "sys/block/sda/removable", "1\n");
        said(root, "sys/block/loop0/size", "4096\n");
        Files.createDirectories(root.resolve("dev"));
        Files.write(root.resolve("dev/nvme0n1"), new byte[512]);
        Files.write(root.resolve("dev/nvme0n1p1"), partition);
        said(root, "sys/class/power_supply/AC/type", "Mains\n");
        said(root, "sys/class/power_supply/BAT0/type", "Battery\n");
        said(root, "sys/class/power_supply/BAT0/energy_full", "41080000\n");
        said(root, "sys/class/power_supply/BAT0/energy_full_design", "52000000\n");
        said(root, "sys/devices/system/memory/block_size_bytes", "80000000\n");
        for (int i = 0; i < 16; i++) {
            said(root, "sys/devices/system/memory/memory" + i + "/state", "online\n");
        }
        said(
                root,
                "bin/df",
                "#!/bin/sh\necho 'Filesystem 1024-blocks Used Available Capacity Mounted on'\n"
                        + "echo '/dev/nvme0n1p1 500000 100 117187500 1% /'\necho '/dev/sda1 9 1 8 1% /media'\n");
        assertThat(root.resolve("bin/df").toFile().setExecutable(true)).isTrue();
    }

    private static void said(Path root, String name, String text) throws IOException {
        Path file = root.resolve(name);
        Files.createDirectories(file.getParent());
        Files.writeString(file, text);
    }

    private static byte[] look(Path root) throws IOException, InterruptedException {
        Path out = root.resolve("look.json");
        ProcessBuilder builder = new ProcessBuilder("sh", SCRIPT.toString())
                .redirectInput(Path.of("/dev/null").toFile())
                .redirectOutput(out.toFile())
                .redirectError(ProcessBuilder.Redirect.INHERIT);
        builder.environment().put("ZEPHYR_LOOK_ROOT", root.toString());
        builder.environment().merge("PATH", root.resolve("bin").toString(), (path, first) -> first + ":" + path);
        Process script = builder.start();
        assertThat(script.waitFor(60, TimeUnit.SECONDS)).isTrue();
        assertThat(script.exitValue()).isZero();
        return Files.readAllBytes(out);
    }

    private static List<String> faults(byte[] look) throws IOException {
        return JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(Files.readString(Path.of("../docs/formats/look.schema.json")))
                .validate(new String(look, StandardCharsets.UTF_8), InputFormat.JSON)
                .stream()
                .map(Object::toString)
                .toList();
    }

    @Test
    void oneFileOfALinuxSystemIsReadAtOnce(TestServer.Running server, @TempDir Path root) throws Exception {
        drawn(root);
        byte[] look = look(root);
        assertThat(faults(look)).isEmpty();

        ApiClient client = ApiClient.signedIn(server, "ilka");
        long job = ReadingSteps.takeIn(client, "quarrow-fell-13");
        ApiClient.Answer answer = ReadingSteps.upload(client, job, "look.json", look);
        assertThat(answer.status()).as(answer.body()).isEqualTo(201);
        JsonNode handed = answer.json();
        assertThat(handed.get("unread").toString()).contains("whether a drive is encrypted");
        List<String> kinds = new ArrayList<>();
        handed.get("all").forEach(s -> kinds.add(s.get("kind").asString()));
        assertThat(kinds).containsExactly("FIRMWARE", "CHIP", "CHIP", "LISTING");
        assertThat(handed.at("/all/1/name").asString()).isEqualTo("look.json: module's chip at 0-0050");
        for (JsonNode source : handed.get("all")) {
            ok(client.change(
                    job,
                    "AddSource",
                    Map.of(
                            "source",
                            source.get("id").asString(),
                            "name",
                            source.get("name").asString())));
        }
        assertThat(ok(client.get("/api/jobs/" + job + "/evidence")).get("sources"))
                .hasSize(4);

        // The same file answers at the field desk, drafts a record, and gives the readings after a start.
        JsonNode glance = client.upload("/api/glance/file", "application/octet-stream", look)
                .json();
        assertThat(glance.toString()).contains("32 GB DDR4 installed", "2 of 2");
        assertThat(glance.get("readings").toString()).contains("\"positionsFilled\":\"2\"", "31.1 GB");
        JsonNode draft = client.upload("/api/machines/draft", "application/octet-stream", look)
                .json();
        assertThat(draft.get("model").asString()).isEqualTo("Look 13");
    }

    /** What the system says beside the memory answers what nobody has answered yet, once; before anything is changed. */
    @Test
    void theSameFileAnswersTakeIn(TestServer.Running server, @TempDir Path root) throws Exception {
        drawn(root);
        drawnAround(root, new byte[512]);
        byte[] look = look(root);
        assertThat(faults(look)).isEmpty();
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long job = ReadingSteps.takeIn(client, "quarrow-fell-13");
        JsonNode handed = ReadingSteps.upload(client, job, "look.json", look).json();
        assertThat(handed.get("unread")).isEmpty();
        assertThat(handed.get("told").toString())
                .contains(
                        "Some GNU/Linux 12",
                        "None of its drives is encrypted",
                        "79",
                        "of what it was built for",
                        "A drive of 512 GB, 120 GB of it free");
        JsonNode answers = handed.get("answers");
        assertThat(answers.get("operatingSystem").asString()).isEqualTo("linux-64");
        assertThat(answers.get("encryption").asString()).isEqualTo("NOT_ENCRYPTED");
        assertThat(handed.get("readings").toString()).contains("31.1 GB", "\"positionsFilled\":\"2\"");

        ok(client.change(
                job, "AnswerIntake", Map.of("encryption", "KEY_AT_HAND", "operatingSystem", "windows-11-pro")));
        JsonNode again = ReadingSteps.upload(client, job, "look.json", look).json();
        assertThat(again.get("answers").has("encryption")).isFalse();
        assertThat(again.get("answers").has("operatingSystem")).isFalse();

        JsonNode glance = client.upload("/api/glance/file", "application/octet-stream", look)
                .json();
        assertThat(glance.get("oneFile").asBoolean()).isTrue();
        assertThat(glance.get("more").toString()).contains("120 GB of it free");
    }

    /** What lies in a volume group or an array may be encrypted: nothing is said of it. */
    @Test
    void whatIsNotSeenIntoIsNotCalledPlain(TestServer.Running server, @TempDir Path root) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        byte[] group = new byte[8192];
        System.arraycopy("LABELONE".getBytes(StandardCharsets.US_ASCII), 0, group, 512, 8);
        byte[] array = new byte[8192];
        System.arraycopy(HexFormat.of().parseHex("fc4e2ba9"), 0, array, 4096, 4);
        for (byte[] partition : List.of(group, array)) {
            drawnAround(root, partition);
            said(root, "proc/meminfo", "MemTotal:       16000000 kB\n");
            long job = ReadingSteps.takeIn(client, "quarrow-fell-13");
            JsonNode handed =
                    ReadingSteps.upload(client, job, "look.json", look(root)).json();
            assertThat(handed.get("answers").has("encryption")).isFalse();
            assertThat(handed.get("unread").toString()).contains("whether a drive is encrypted");
        }
    }

    /** Of an encrypted drive the key is asked for; "as usual" does not say that it is plain. */
    @Test
    void anEncryptedDriveAsksForItsKey(TestServer.Running server, @TempDir Path root) throws Exception {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        for (String start : List.of("LUKS\u00ba\u00be", "\u00eb\u0058\u0090-FVE-FS-")) {
            drawnAround(root, (start + "\0".repeat(500)).getBytes(StandardCharsets.ISO_8859_1));
            said(root, "proc/meminfo", "MemTotal:       16000000 kB\n");
            long job = ReadingSteps.takeIn(client, "quarrow-fell-13");
            JsonNode answers = ReadingSteps.upload(client, job, "look.json", look(root))
                    .json()
                    .get("answers");
            assertThat(answers.get("encryption").asString()).as(start).isEqualTo("ENCRYPTED");
            JsonNode now = ok(client.change(job, "AnswerIntake", Map.of("encryption", "ENCRYPTED")));
            assertThat(now.toString()).contains("GATE_KEY_ENCRYPTED");
            JsonNode usual = ok(client.change(job, "AnswerAsUsual", Map.of()));
            assertThat(usual.at("/intake/encryption").asString()).isEqualTo("ENCRYPTED");
        }
    }

    @Test
    void whatCannotBeReadIsSaid(TestServer.Running server, @TempDir Path root) throws Exception {
        Files.createDirectories(root.resolve("proc"));
        Files.writeString(root.resolve("proc/meminfo"), "MemTotal:       16000000 kB\n");
        byte[] look = look(root);
        assertThat(faults(look)).isEmpty();
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long job = ReadingSteps.takeIn(client, "quarrow-fell-13");
        JsonNode handed = ReadingSteps.upload(client, job, "look.json", look).json();
        assertThat(handed.get("all")).hasSize(1);
        assertThat(handed.get("unread").toString())
                .contains("firmware table: this system shows none", "modules' chips: this system shows none");

        String broken = new String(look, StandardCharsets.UTF_8).replaceFirst("\"hex\": \"..", "\"hex\": \"zz");
        ApiClient.Answer refused =
                ReadingSteps.upload(client, job, "look.json", broken.getBytes(StandardCharsets.UTF_8));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("detail").asString()).contains("zephyr-look", "hex", "Run it once more");
        ApiClient.Answer nothing = ReadingSteps.upload(
                client,
                job,
                "look.json",
                "{\"format\":\"zephyr-ridge/look\",\"version\":1,\"system\":\"x\",\"parts\":[],\"unread\":[]}"
                        .getBytes(StandardCharsets.UTF_8));
        assertThat(nothing.status()).isEqualTo(422);
    }

    /** The form that the script for Windows writes, as its shell keeps it: UTF-16 with its mark; written by hand. */
    @Test
    void oneFileOfAWindowsSystem(TestServer.Running server) throws IOException {
        byte[] table = Firmware.table(
                "Quarrow",
                "Look 13",
                SmbiosEncoder.Wrapping.WINDOWS,
                Firmware.device("ChannelA-DIMM0", 8, 0x0D, 1, "TN8", "01020304"));
        String memory = "[{\"Capacity\":8589934592,\"DeviceLocator\":\"ChannelA-DIMM0\",\"BankLabel\":\"BANK 0\","
                + "\"FormFactor\":12,\"SMBIOSMemoryType\":26,\"Speed\":3200,\"ConfiguredClockSpeed\":2667,"
                + "\"DataWidth\":64,\"TotalWidth\":64,\"Manufacturer\":\"Tindle\",\"PartNumber\":\"TN8\"}]";
        String look =
                "\uFEFF{\r\n  \"format\": \"zephyr-ridge/look\",\r\n  \"version\": 1,\r\n  \"system\": \"Windows\",\r\n"
                        + "  \"parts\": [" + part("firmware table", table) + ","
                        + part("physical memory", memory.getBytes(StandardCharsets.UTF_8)) + ","
                        + part(
                                "what the system sees",
                                "Usable: 7.8 GB\nSystem type: 64-bit\n".getBytes(StandardCharsets.UTF_8))
                        + "],\r\n  \"facts\": {\"edition\": \"Microsoft Windows 11 Pro\", \"wordBits\": 64, \"driveEncrypted\": true,"
                        + " \"drives\": [{\"bytes\": 256060514304, \"freeBytes\": 90000000000}],"
                        + " \"battery\": {\"full\": 30000, \"design\": 50000}},"
                        + "\r\n  \"unread\": []\r\n}\r\n";
        assertThat(faults(look.substring(1).getBytes(StandardCharsets.UTF_8))).isEmpty();
        ApiClient client = ApiClient.signedIn(server, "ilka");
        JsonNode glance = client.upload(
                        "/api/glance/file", "application/octet-stream", look.getBytes(StandardCharsets.UTF_16LE))
                .json();
        assertThat(glance.toString())
                .contains(
                        "8 GB DDR4 installed",
                        "64-bit",
                        "calls itself Microsoft Windows 11 Pro",
                        "holds 60",
                        "of what it was built for",
                        "A drive of 256 GB, 90 GB of it free",
                        "whether the recovery key is at hand only the owner can tell");
        assertThat(glance.get("readings").toString()).contains("7.8 GB");
    }

    private static String part(String name, byte[] content) {
        return "{\"name\": \"" + name + "\", \"hex\": \"" + HexFormat.of().formatHex(content) + "\"}";
    }
}
