package zephyrridge.server.planning;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import zephyrridge.core.log.Extra;
import zephyrridge.core.opening.OtherWork;
import zephyrridge.core.plan.Terms;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.room.RoomGifts;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.standing.Assessment;
import zephyrridge.core.standing.PlanConditions;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.Counter;
import zephyrridge.core.unit.Delivery;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.TypedLine;
import zephyrridge.core.unit.Unit;
import zephyrridge.server.account.Accounts;
import zephyrridge.server.drawer.Drawer;
import zephyrridge.server.house.House;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.JobView;
import zephyrridge.server.web.Times;

/** The slip for the counter: what is in the machine, what is proposed, what it costs, when it is ready, and the owner's yes. */
@Component
public class Slip {
    /** @param amount in the shop's currency */
    public record LineView(String what, String amount) {}

    /** @param holds whether the owner said so */
    public record BanView(Counter.Ban ban, String name, boolean holds) {}

    /** @param price "" where it is told after a look */
    public record ExtraView(Extra extra, String name, String price, Optional<Integer> minutes, Counter.Answer answer) {}

    /**
     * @param inIt what was found; {@code proposed} what the plan on the table makes of it, "" while nothing is planned
     * @param lines net, then tax; {@code total} with it, empty while a price is open; {@code open} says of what, "" for nothing
     * @param ready day it can be ready, empty while nobody said when all is here; {@code returnUntil} day until which what is bought can go back
     * @param beside the other layouts that were put together
     * @param comesOut modules that come out and belong to the owner
     * @param conditions that are still open
     * @param extras what could be done while it is open; {@code forbids} what the owner does not want
     * @param worth the price beside what the machine and other ways cost, "" where nobody said; {@code figures} as typed
     */
    public record SlipView(
            long job,
            String machine,
            String owner,
            String wish,
            String inIt,
            String proposed,
            List<LineView> lines,
            String currency,
            Optional<String> total,
            String open,
            int minutes,
            Optional<LocalDate> ready,
            Optional<LocalDate> returnUntil,
            List<String> beside,
            List<String> comesOut,
            List<String> conditions,
            List<ExtraView> extras,
            String forbids,
            List<BanView> bans,
            String worth,
            Counter.Worth figures,
            Optional<JobView.ConsentView> consent,
            LocalDate printed) {}

    private final Jobs jobs;
    private final Drawer drawer;
    private final House house;
    private final Texts texts;
    private final Clock clock;
    private final Accounts accounts;

    Slip(Jobs jobs, Drawer drawer, House house, Texts texts, Clock clock, Accounts accounts) {
        this.jobs = jobs;
        this.accounts = accounts;
        this.drawer = drawer;
        this.house = house;
        this.texts = texts;
        this.clock = clock;
    }

    public SlipView of(Jobs.Current c) {
        Unit u = c.unit();
        Assessment a = c.assessment();
        Alternative plan = u.onTheTable();
        Terms terms = house.terms().value();
        boolean planned = !a.plan().changed().isEmpty();
        Map<String, Long> given =
                RoomGifts.taken(c.row().id(), jobs.roomOf(c.row().id()));
        int memory = a.plan().effort().minutes();
        Counter counter = OtherWork.charged(u);
        int charged = memory + counter.agreedMinutes(false);
        int minutes = memory + counter.agreedMinutes(true);
        List<LineView> lines = new ArrayList<>();
        Money net = Money.ZERO;
        for (Alternative.Buy b : plan.buys()) {
            lines.add(new LineView(b.packs() + " × " + b.wording(), b.whole().toString()));
            net = net.plus(b.whole());
        }
        List<String> open = new ArrayList<>();
        for (TypedLine t : TypedLine.of(u)) {
            String what = t.module().labelLine();
            if (t.whence().isPriceOpen()) {
                open.add(what);
            }
            lines.add(new LineView(
                    t.pieces() + " × " + what
                            + (t.whence().isBought()
                                    ? ""
                                    : ", " + texts.get("whence." + t.whence().way())),
                    t.whole().map(Money::toString).orElse(texts.get("say.priceOpen"))));
            net = net.plus(t.whole().orElse(Money.ZERO));
        }
        for (Alternative.SmallPart p : plan.parts()) {
            lines.add(new LineView(p.pieces() + " × " + p.what(), p.whole().toString()));
            net = net.plus(p.whole());
        }
        for (String key : plan.planned().values()) {
            Optional<Drawer.StockModule> piece = Optional.ofNullable(u.modules().get(key))
                    .flatMap(JobModule::tag)
                    .flatMap(drawer::find);
            if (piece.isPresent()) {
                lines.add(new LineView(
                        texts.show(piece.get().spec().summary()) + " ("
                                + piece.get().tag() + ")",
                        piece.get().bookValue().toString()));
                net = net.plus(piece.get().bookValue());
            }
        }
        if (planned && charged > 0) {
            Money labour = terms.labourQuoted(charged);
            lines.add(new LineView(
                    texts.say("slip.labour", "minutes", charged, "step", terms.labourStepMinutes()),
                    labour.toString()));
            net = net.plus(labour);
        }
        for (Extra e : Extra.values()) {
            Counter.Offered o = counter.extras().get(e);
            if (o != null && counter.isAgreed(e) && o.price().isPresent()) {
                lines.add(new LineView(texts.get("extra." + e), o.price().get().toString()));
            }
        }
        net = net.plus(counter.agreed());
        Money tax = net.share(terms.taxPermille(), 1000);
        if (open.isEmpty()) {
            lines.add(new LineView(texts.say("slip.tax", "percent", terms.taxPermille() / 10.0), tax.toString()));
        }
        LocalDate today = LocalDate.now(clock);
        Delivery delivery = Delivery.of(u, today);
        Optional<Money> total = open.isEmpty() ? Optional.of(net.plus(tax)) : Optional.empty();
        return new SlipView(
                c.row().id(),
                c.machine().record().name(),
                c.work().order().owner(),
                c.work().order().wish(),
                AsFound.isRead(c.machine().bench(), u)
                        ? texts.show(a.found().installed())
                        : u.before().total().map(texts::show).orElse(texts.get("slip.notRead")),
                planned ? texts.show(a.plan().installed()) : "",
                lines,
                terms.currency(),
                total.map(Money::toString),
                open.isEmpty() ? "" : texts.say("slip.openPrice", "what", String.join(", ", open)),
                minutes,
                delivery.here(),
                delivery.returnUntil(),
                u.alternatives().stream()
                        .filter(x -> !x.id().equals(plan.id()) && !x.planned().isEmpty())
                        .map(Alternative::name)
                        .toList(),
                plan.planned().keySet().stream()
                        .map(u.asFound()::get)
                        .filter(k -> k != null && !u.plannedModules().containsValue(k))
                        .map(k -> comesOut(u.modules().get(k), Optional.ofNullable(given.get(k)), terms))
                        .toList(),
                PlanConditions.of(u, a.limits()).stream()
                        .filter(s -> !s.met())
                        .map(s -> texts.say("condition." + s.condition().kind(), "figure", s.figure()))
                        .toList(),
                extras(u.counter()),
                u.counter().forbids(),
                Arrays.stream(Counter.Ban.values())
                        .map(b -> new BanView(
                                b, texts.get("ban." + b), u.counter().bans().contains(b)))
                        .toList(),
                total.map(t -> worth(u.counter().worth(), t, terms)).orElse(""),
                u.counter().worth(),
                u.consent()
                        .map(x -> new JobView.ConsentView(
                                x.who(),
                                x.to(),
                                x.how(),
                                Times.utc(x.at()),
                                accounts.nameOf(x.by()),
                                x.alternative().equals(plan.id()))),
                today);
    }

    /**
     * What comes out belongs to the owner; where the shop takes such modules over it says for how much.
     *
     * @param into job of another machine of the room that gets it
     */
    private String comesOut(JobModule m, Optional<Long> into, Terms terms) {
        String what = texts.show(m.spec().summary());
        if (into.isPresent()) {
            return texts.say("slip.intoAnother", "what", what, "job", into.get());
        }
        return Optional.of(m.spec())
                .filter(s -> terms.takesPulled())
                .flatMap(drawer::bookValueOfLike)
                .map(v -> texts.say("slip.takenOver", "what", what, "price", terms.currency() + " " + v))
                .orElse(what);
    }

    private List<ExtraView> extras(Counter counter) {
        // What the owner forbids is not offered either.
        return Arrays.stream(Extra.values())
                .filter(e -> counter.bans().stream().noneMatch(b -> b.forbids(e)))
                .map(e -> {
                    Optional<Counter.Offered> o =
                            Optional.ofNullable(counter.extras().get(e));
                    return new ExtraView(
                            e,
                            texts.get("extra." + e),
                            o.flatMap(Counter.Offered::price)
                                    .map(Money::toString)
                                    .orElse(""),
                            o.flatMap(Counter.Offered::minutes),
                            o.map(Counter.Offered::answer).orElse(Counter.Answer.NOT_ASKED));
                })
                .toList();
    }

    /** What it costs beside what the machine is worth, the maker's price and a drive: said only of figures that somebody typed. */
    private String worth(Counter.Worth w, Money total, Terms terms) {
        List<String> said = new ArrayList<>();
        w.percentOfMachine(total)
                .ifPresent(p -> said.add(texts.say(
                        "worth.machine",
                        "percent",
                        p,
                        "worth",
                        terms.currency() + " " + w.machine().get())));
        w.factory().ifPresent(f -> said.add(texts.say("worth.factory", "price", terms.currency() + " " + f)));
        w.drive().ifPresent(d -> said.add(texts.say("worth.drive", "price", terms.currency() + " " + d)));
        if (said.isEmpty()) {
            return "";
        }
        return String.join(" ", said) + (w.source().isBlank() ? "" : " (" + w.source() + ")");
    }
}
