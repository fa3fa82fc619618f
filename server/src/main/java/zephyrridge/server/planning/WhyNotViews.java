package zephyrridge.server.planning;

import java.util.List;
import org.springframework.stereotype.Component;
import zephyrridge.core.plan.Criteria;
import zephyrridge.core.plan.WhyNot;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.text.FindingView;
import zephyrridge.server.text.Texts;

/** Why the layout on the table is not the one that is proposed, in words. */
@Component
class WhyNotViews {
    private final Texts texts;
    private final OptionViews options;

    WhyNotViews(Texts texts, OptionViews options) {
        this.texts = texts;
        this.options = options;
    }

    /** @param text why, with both sides' figures */
    record WhyNotView(String text, List<FindingView> findings) {}

    /** @param what modules whose price, or day, nobody has said */
    WhyNotView priceOpen(List<String> what) {
        return new WhyNotView(texts.say("whyNot.PRICE_OPEN", "what", String.join(", ", what)), List.of());
    }

    WhyNotView of(WhyNot why, Jobs.Current c) {
        if (why instanceof WhyNot.Stopped s) {
            return new WhyNotView(
                    texts.say("whyNot.STOPPED", "n", s.findings().size()), FindingView.of(s.findings(), texts));
        }
        String text;
        if (why instanceof WhyNot.Dominated d) {
            text = texts.say(
                    "whyNot.DOMINATED",
                    "by",
                    options.name(d.by()),
                    "own",
                    figures(d.own()),
                    "other",
                    figures(d.by().criteria()));
        } else if (why instanceof WhyNot.DearerThan d) {
            text = texts.say(
                    "whyNot.DEARER",
                    "by",
                    options.name(d.recommended()),
                    "own",
                    figures(d.own()),
                    "other",
                    figures(d.recommended().criteria()));
        } else if (why instanceof WhyNot.HousePrefers p) {
            text = texts.say(
                    "whyNot.PREFERS",
                    "by",
                    options.name(p.recommended()),
                    "own",
                    figures(p.own()),
                    "other",
                    figures(p.recommended().criteria()));
        } else if (why instanceof WhyNot.NoBetterThanNow n) {
            text = texts.say("whyNot.NO_BETTER", "own", figures(n.own()), "now", figures(n.now()));
        } else if (why instanceof WhyNot.NotToBeHad n) {
            text = texts.say(
                    "whyNot.NOT_TO_BE_HAD",
                    "what",
                    texts.show(n.kind().summary()),
                    "wanted",
                    n.wanted(),
                    "there",
                    n.there());
        } else if (why instanceof WhyNot.MissesTarget m) {
            text = texts.say("whyNot." + m.which(), "has", texts.show(m.has()), "asked", texts.show(m.asked()));
        } else if (why instanceof WhyNot.AgainstHouse h) {
            text = texts.say("whyNot.HOUSE", "reason", texts.get("houseRule." + h.reason()), "own", figures(h.own()));
        } else {
            text = texts.say("whyNot.AS_GOOD", "own", figures(((WhyNot.AsGood) why).own()));
        }
        return new WhyNotView(text, List.of());
    }

    private String figures(Criteria k) {
        return texts.say(
                "whyNot.figures",
                "usable",
                ByteSize.ofMebibytes(k.usableMib()),
                "mean",
                k.meanTenths() / 10 + "." + k.meanTenths() % 10,
                "cost",
                zephyrridge.core.quantity.Money.ofMinor(k.costMinor()),
                "chance",
                Math.round(k.chancePermille() / 10f),
                "minutes",
                k.minutes(),
                "days",
                k.readyDays());
    }
}
