package zephyrridge.server.report;

import static zephyrridge.server.report.Paper.text;

import java.util.List;

/** The body of a page for {@link Paper}, put together from words: every text is escaped here, so that none has to be elsewhere. */
public final class Sheet {
    private static final int CODE_MILLIMETRES = 22;

    private final StringBuilder s = new StringBuilder();

    /**
     * Something to cut out and stick on.
     *
     * @param code what a scanner types of it, also written large
     * @param lines what else stands on it
     */
    public record Card(String code, List<String> lines) {}

    public Sheet title(String words) {
        s.append("<h1>").append(text(words)).append("</h1>");
        return this;
    }

    public Sheet heading(String words) {
        s.append("<h2>").append(text(words)).append("</h2>");
        return this;
    }

    /** Nothing where there are no words. */
    public Sheet says(String words) {
        return paragraph("<p>", words, "</p>");
    }

    public Sheet large(String words) {
        return paragraph("<p class=\"large\">", words, "</p>");
    }

    public Sheet strong(String words) {
        return paragraph("<p><b>", words, "</b></p>");
    }

    private Sheet paragraph(String before, String words, String after) {
        if (!words.isBlank()) {
            s.append(before).append(text(words)).append(after);
        }
        return this;
    }

    /** A heading and its lines, each once; nothing at all where there are no lines. */
    public Sheet list(String heading, List<String> lines) {
        if (!lines.isEmpty()) {
            heading(heading);
            s.append("<ul>");
            lines.stream()
                    .distinct()
                    .forEach(l -> s.append("<li>").append(text(l)).append("</li>"));
            s.append("</ul>");
        }
        return this;
    }

    /** @param columns empty: a table without a head */
    public Sheet table(List<String> columns, List<List<String>> rows) {
        s.append("<table>");
        if (!columns.isEmpty()) {
            row("th", columns);
        }
        rows.forEach(r -> row("td", r));
        s.append("</table>");
        return this;
    }

    private void row(String cell, List<String> words) {
        s.append("<tr>");
        words.forEach(w -> s.append('<')
                .append(cell)
                .append('>')
                .append(text(w))
                .append("</")
                .append(cell)
                .append('>'));
        s.append("</tr>");
    }

    /** Cards beside and below each other, none broken by the end of a page. */
    public Sheet cards(List<Card> cards, int beside) {
        s.append("<table class=\"cards\">");
        for (int from = 0; from < cards.size(); from += beside) {
            s.append("<tr class=\"together\">");
            for (int i = from; i < from + beside; i++) {
                s.append("<td class=\"card\">");
                if (i < cards.size()) {
                    card(cards.get(i));
                }
                s.append("</td>");
            }
            s.append("</tr>");
        }
        s.append("</table>");
        return this;
    }

    private void card(Card card) {
        s.append("<table><tr><td class=\"code\">")
                .append(QrCode.svg(card.code(), CODE_MILLIMETRES))
                .append("</td><td>");
        large(card.code());
        card.lines().forEach(this::says);
        s.append("</td></tr></table>");
    }

    /** Where to cut. */
    public Sheet cut() {
        s.append("<div class=\"cut\"></div>");
        return this;
    }

    /** Two lines to write on: a name, and a day. */
    public Sheet toSign(String name, String day) {
        s.append("<table class=\"sign\"><tr><td>")
                .append(text(name))
                .append("</td><td>")
                .append(text(day))
                .append("</td></tr></table>");
        return this;
    }

    /** @param svg a drawing whose texts are escaped already */
    public Sheet drawing(String svg) {
        s.append(svg);
        return this;
    }

    public String body() {
        return s.toString();
    }
}
