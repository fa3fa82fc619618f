package zephyrridge.server.text;

import java.util.List;
import zephyrridge.core.finding.Finding;
import zephyrridge.core.finding.Severity;
import zephyrridge.core.finding.Subject;

/**
 * A finding in words.
 *
 * @param head six words at most, or ""
 * @param text the sentence with its figures; {@code advice} what to do, or ""
 * @param why what it rests on, a line each
 */
public record FindingView(
        String code,
        Severity severity,
        Subject.Kind about,
        String subject,
        String head,
        String text,
        String advice,
        List<String> why) {
    public static FindingView of(Finding f, Texts texts) {
        return new FindingView(
                f.code().name(),
                f.severity(),
                f.subject().kind(),
                f.subject().id(),
                texts.head(f),
                texts.of(f),
                texts.advice(f),
                texts.why(f));
    }

    public static List<FindingView> of(List<Finding> findings, Texts texts) {
        return findings.stream().map(f -> of(f, texts)).toList();
    }
}
