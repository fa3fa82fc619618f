package zephyrridge.server.twin;

import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Scanner;
import tools.jackson.databind.json.JsonMapper;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.reading.Recogniser;
import zephyrridge.core.reading.dialog.Printout;
import zephyrridge.core.reading.label.LabelParser;
import zephyrridge.server.account.Accounts;
import zephyrridge.server.reading.GlanceView;
import zephyrridge.server.reading.HalfMinute;
import zephyrridge.server.reading.LabelView;
import zephyrridge.server.reading.LookWords;
import zephyrridge.server.reading.Recognition;
import zephyrridge.server.reading.TextTrees;
import zephyrridge.server.report.QrCode;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;
import zephyrridge.server.web.JsonConfig;
import zephyrridge.server.web.Problem;

/**
 * What the field desk says of files, and what a label's line decodes to, as text or as the JSON that the pages get ({@code --json}); and the
 * tool's own rehearsal on machines of the range. Ends
 * with 0 where all was understood and nothing stops, with 1 where something stops or was not understood, with 2 where it was asked wrongly
 * or a file cannot be read.
 */
public final class Twin {
    private static final int UNDERSTOOD = 0;
    private static final int STOPS = 1;
    private static final int ASKED_WRONGLY = 2;
    /** As large as a source may be that is handed in over the pages. */
    private static final long MOST_BYTES = 1 << 20;

    private static final String JSON = "--json";
    private final Texts texts = new Texts();
    private final PrintStream out;
    private final PrintStream err;
    private final HalfMinute looker = new HalfMinute(new Recognition(new TextTrees()), new LookWords(texts), texts);
    private final JsonMapper mapper = JsonConfig.mapper();

    Twin(PrintStream out, PrintStream err) {
        this.out = out;
        this.err = err;
    }

    public static void main(String[] arguments) {
        PrintStream out = new PrintStream(new FileOutputStream(FileDescriptor.out), true, StandardCharsets.UTF_8);
        PrintStream err = new PrintStream(new FileOutputStream(FileDescriptor.err), true, StandardCharsets.UTF_8);
        System.exit(new Twin(out, err).run(List.of(arguments)));
    }

    /** @return the code to end with */
    int run(List<String> arguments) {
        List<String> words = new ArrayList<>(arguments);
        boolean json = words.remove(JSON);
        String command = words.isEmpty() ? "" : words.remove(0);
        if (command.equals("hash")) {
            return hash(new Scanner(System.in, StandardCharsets.UTF_8));
        }
        if (command.equals("range")) {
            return range(words);
        }
        if (words.isEmpty()) {
            return wrong(texts.get("twin.usage"));
        }
        return switch (command) {
            case "read" -> words.stream()
                    .mapToInt(file -> read(file, json))
                    .max()
                    .orElseThrow();
            case "label" -> label(String.join(" ", words), json);
            case "code" -> code(words.get(0));
            default -> wrong(texts.get("twin.usage"));
        };
    }

    /** A password's hash, as accounts keep it; what is too short or too long for one is refused. */
    int hash(Scanner in) {
        String password = in.hasNextLine() ? in.nextLine() : "";
        if (!Accounts.fits(password)) {
            return wrong(texts.get("twin.password"));
        }
        out.println(Accounts.hash(password));
        return UNDERSTOOD;
    }

    private static final int MACHINES = 2_000;
    private static final int MOST_MACHINES = 1_000_000;

    /** @param words how many machines are drawn, and the first of their seeds; both may be left out */
    private int range(List<String> words) {
        try {
            int machines = words.isEmpty() ? MACHINES : Integer.parseInt(words.get(0));
            long seed = words.size() < 2 ? 1 : Long.parseLong(words.get(1));
            if (words.size() > 2 || machines < 0 || machines > MOST_MACHINES) {
                return wrong(texts.get("twin.range"));
            }
            return new RangeRun(out, texts).run(machines, seed) ? UNDERSTOOD : STOPS;
        } catch (NumberFormatException e) {
            return wrong(texts.get("twin.range"));
        }
    }

    private int code(String text) {
        out.print(QrCode.blocks(text));
        return UNDERSTOOD;
    }

    private int read(String file, boolean json) {
        byte[] content;
        GlanceView view;
        try {
            Path path = Path.of(file);
            if (Files.size(path) > MOST_BYTES) {
                return wrong(texts.say("twin.large", "file", file, "most", MOST_BYTES >> 10));
            }
            content = Files.readAllBytes(path);
            view = looker.look(
                    content,
                    Recogniser.text(content).map(Printout::of).orElse(Printout.NONE),
                    Optional.empty(),
                    Optional.empty());
        } catch (NoSuchFileException | java.nio.file.InvalidPathException e) {
            return wrong(texts.say("twin.missing", "file", file));
        } catch (IOException e) {
            return wrong(texts.say("twin.unreadable", "file", file, "why", e.getMessage()));
        } catch (Problem e) {
            return wrong(file + ": " + e.sentence());
        }
        if (json) {
            out.println(mapper.writeValueAsString(view));
        } else {
            out.println(file + ": " + view.headline());
            view.more().forEach(this::indented);
            view.answers().forEach(a -> indented(a.text() + " (" + a.percent() + "\u00a0%)"));
            view.understood().forEach(u -> indented(u.text() + ": " + u.meaning()));
            view.takes().forEach(t -> indented(t.text()));
            view.findings().forEach(this::finding);
            view.next().forEach(n -> indented("\u2192 " + n.text() + " (" + n.settles() + ")"));
        }
        return view.understood().isEmpty() && view.readings().isEmpty() ? STOPS : code(view.findings());
    }

    private int label(String line, boolean json) {
        LabelView view = LabelView.of(LabelParser.parse(line), texts);
        if (json) {
            out.println(mapper.writeValueAsString(view));
        } else {
            out.println(view.summary().orElse(texts.get("twin.incomplete")));
            view.values().forEach(v -> indented(v.name() + ": " + v.value() + " (" + v.how() + ")"));
            view.findings().forEach(this::finding);
            view.suggestions().forEach(s -> indented("\u2192 " + s.line() + " (" + s.organisation() + ")"));
        }
        return view.complete() ? code(view.findings()) : STOPS;
    }

    private void finding(FindingView f) {
        indented(f.severity().name().toLowerCase(java.util.Locale.ROOT) + ": " + f.text()
                + (f.advice().isBlank() ? "" : " " + f.advice()));
    }

    private void indented(String line) {
        out.println("  " + line);
    }

    private static int code(List<FindingView> findings) {
        return findings.stream().anyMatch(f -> f.severity() == Severity.STOP) ? STOPS : UNDERSTOOD;
    }

    private int wrong(String sentence) {
        err.println(sentence);
        return ASKED_WRONGLY;
    }
}
