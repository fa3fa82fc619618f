package zephyrridge.server.page;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import zephyrridge.core.log.Entry;
import zephyrridge.core.log.Place;
import zephyrridge.core.now.Now;
import zephyrridge.core.quantity.ByteSize;
import zephyrridge.core.quantity.Money;
import zephyrridge.core.unit.Alternative;
import zephyrridge.core.unit.JobModule;
import zephyrridge.core.unit.TypedLine;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Whence;
import zephyrridge.server.job.Jobs;
import zephyrridge.server.text.Texts;
import zephyrridge.server.view.JobView;
import zephyrridge.server.view.JobView.ModuleView;

/** Modules of a job and the layouts they are put together in, in words. */
@Component
class ModuleViews {
    private final Texts texts;

    ModuleViews(Texts texts) {
        this.texts = texts;
    }

    List<ModuleView> modules(Unit s, Map<String, String> planned) {
        Map<String, String> foundAt = inverted(s.asFound());
        Map<String, String> plannedAt = inverted(planned);
        Map<String, Place> places = Now.of(s).places();
        return s.modules().values().stream()
                .map(m -> new ModuleView(
                        m.key(),
                        m.origin(),
                        m.labelLine(),
                        texts.tag(m),
                        texts.show(m.spec().summary()),
                        m.spec().capacity().mebibytes(),
                        m.spec().organisation().packageRanks(),
                        Optional.ofNullable(foundAt.get(m.key())),
                        Optional.ofNullable(plannedAt.get(m.key())),
                        aside(s, places, m),
                        Optional.ofNullable(places.get(m.key())).map(Place::kind),
                        supplier(s, m),
                        s.log().happened().stream()
                                .anyMatch(e -> e instanceof Entry.Moved x
                                        && x.module().equals(m.key())
                                        && x.to().kind() == Place.Kind.SUPPLIER)))
                .toList();
    }

    /** Where a module is that hands have moved and that is in no position. */
    private Optional<String> aside(Unit s, Map<String, Place> places, JobModule m) {
        boolean moved = s.log().happened().stream()
                .anyMatch(e -> e instanceof Entry.Moved x && x.module().equals(m.key()));
        return Optional.ofNullable(places.get(m.key()))
                .filter(p -> moved && !p.isPosition())
                .map(p -> p.kind() == Place.Kind.SUPPLIER
                        ? texts.say("report.backTo", "supplier", p.id())
                        : texts.say("place." + p.kind(), "id", p.id()));
    }

    /** Whom it was bought from; one that was typed in goes back to whoever that was. */
    private Optional<String> supplier(Unit s, JobModule m) {
        return m.offer()
                .flatMap(offer -> s.alternatives().stream()
                        .flatMap(a -> a.buys().stream())
                        .filter(b -> b.offer().equals(offer))
                        .map(Alternative.Buy::supplier)
                        .findFirst())
                .or(() -> m.whence()
                        .filter(Whence::isBought)
                        .map(w -> w.supplier().isEmpty() ? texts.get("say.theSupplier") : w.supplier()));
    }

    JobView.TypedView typed(TypedLine t) {
        Whence w = t.whence();
        return new JobView.TypedView(
                t.keys(),
                t.module().labelLine(),
                said(t),
                w.way(),
                w.price().map(Money::toString).orElse(""),
                w.supplier(),
                w.day(),
                w.returnUntil());
    }

    /** The line as a shop would order it. */
    private String said(TypedLine t) {
        Whence w = t.whence();
        if (!w.isBought()) {
            return texts.say(
                    "say.typed." + w.way(), "n", t.pieces(), "what", t.module().labelLine());
        }
        return texts.say(
                "say.typed",
                "n",
                t.pieces(),
                "what",
                t.module().labelLine(),
                "from",
                w.supplier().isEmpty() ? "" : texts.say("say.typed.from", "supplier", w.supplier()),
                "price",
                t.whole().map(Money::toString).orElse(texts.get("say.priceOpen")),
                "day",
                w.day().map(d -> texts.say("say.typed.day", "day", d)).orElse(texts.get("say.dayOpen")));
    }

    private static Map<String, String> inverted(Map<String, String> keys) {
        return keys.entrySet().stream().collect(Collectors.toMap(Map.Entry::getValue, Map.Entry::getKey));
    }

    List<JobView.AlternativeView> alternatives(Jobs.Current c) {
        Unit u = c.unit();
        return u.alternatives().stream()
                .filter(a -> !a.planned().isEmpty())
                .map(a -> {
                    SortedMap<String, String> whole = u.plannedModules(a);
                    var layout = u.layout(c.machine().record(), whole);
                    long mib = 0;
                    for (int p = 0; p < layout.size(); p++) {
                        mib += layout.isThere(c.machine().record(), p)
                                ? layout.module(p)
                                        .map(m -> m.capacity().mebibytes())
                                        .orElse(0L)
                                : 0;
                    }
                    return new JobView.AlternativeView(
                            a.id(),
                            a.name(),
                            a.id().equals(u.onTheTable().id()),
                            u.chosen().filter(a.id()::equals).isPresent(),
                            texts.show(ByteSize.ofMebibytes(mib)),
                            a.planned().entrySet().stream()
                                    .filter(e -> c.machine().record().hasPosition(e.getKey()))
                                    .map(e -> c.machine()
                                                    .record()
                                                    .position(e.getKey())
                                                    .label() + ": "
                                            + (e.getValue().isEmpty()
                                                    ? texts.get("say.empty")
                                                    : name(u.modules().get(e.getValue()))))
                                    .toList(),
                            Stream.concat(
                                            a.buys().stream()
                                                    .map(b -> texts.say(
                                                            "say.buy",
                                                            "packs",
                                                            b.packs(),
                                                            "wording",
                                                            b.wording(),
                                                            "supplier",
                                                            b.supplier(),
                                                            "price",
                                                            b.whole(),
                                                            "days",
                                                            b.leadDays())),
                                            TypedLine.of(u, a).stream().map(this::said))
                                    .toList(),
                            TypedLine.of(u, a).stream()
                                    .map(TypedLine::whole)
                                    .reduce(Optional.of(a.purchases()), (x, y) -> x.flatMap(m -> y.map(m::plus)))
                                    .map(Money::toString)
                                    .orElse(""));
                })
                .toList();
    }

    String name(JobModule m) {
        return texts.show(m.spec().summary())
                + texts.tag(m).map(t -> " (" + t + ")").orElse("");
    }
}
