package zephyrridge.core.rehearsal;

import java.time.LocalDateTime;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zephyrridge.core.change.Ports;
import zephyrridge.core.opening.Bench;
import zephyrridge.core.plan.Offer;
import zephyrridge.core.range.Secret;
import zephyrridge.core.reading.Recognised;
import zephyrridge.core.standing.AsFound;
import zephyrridge.core.survey.Survey;
import zephyrridge.core.unit.Unit;
import zephyrridge.core.unit.Work;

/** A bench with what lies ready for one machine of the range, and nothing else: no other job, no supplier, no clock that goes. */
final class RangeBench implements Ports {
    private static final LocalDateTime DAY = LocalDateTime.of(2031, 5, 14, 9, 30);

    private final Secret secret;
    private final Bench bench;
    private final Map<String, Recognised> sources = new HashMap<>();

    RangeBench(Secret secret, Bench bench) {
        this.secret = secret;
        this.bench = bench;
    }

    /** Keeps what was read, under its id. */
    String keep(Recognised read) {
        String id = "source-" + (sources.size() + 1);
        sources.put(id, read);
        return id;
    }

    @Override
    public Optional<Stock> stock(String tag) {
        return secret.onHand().stream()
                .filter(p -> p.id().equals(tag))
                .findFirst()
                .map(p -> new Stock(tag, p.label(), p.spec(), false, false, false, Optional.empty()));
    }

    @Override
    public String freshTag(Set<String> taken) {
        int n = 1;
        while (taken.contains("T-" + n) || stock("T-" + n).isPresent()) {
            n++;
        }
        return "T-" + n;
    }

    @Override
    public Optional<Offer> offer(String id) {
        return Optional.empty();
    }

    @Override
    public boolean hasPhoto(String id) {
        return false;
    }

    @Override
    public boolean hasSource(String id) {
        return sources.containsKey(id);
    }

    @Override
    public Survey survey(Unit unit) {
        return AsFound.survey(bench, unit, sources);
    }

    @Override
    public Optional<Work> beforeOwnLast() {
        return Optional.empty();
    }

    @Override
    public Optional<Work> afterOwnUndone() {
        return Optional.empty();
    }

    @Override
    public LocalDateTime now() {
        return DAY;
    }

    @Override
    public String by() {
        return "rehearsal";
    }
}
