package zephyrridge.server.limit;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.core.limit.LimitKnowledge;
import zephyrridge.core.limit.Trial;
import zephyrridge.core.machine.LimitClaim;
import zephyrridge.server.document.Sealed;
import zephyrridge.server.web.Problem;

/** What the shop knows of a model's limits beside its record. Nothing is taken out; what was wrong is retracted. */
@Service
public class Limits {
    /** A claim with where it is kept. */
    public record KeptClaim(long id, LimitClaim claim, boolean retracted) {}

    public record KeptTrial(long id, Trial trial, boolean retracted) {}

    private static final int MOST = 500;
    /** Read once and used at every look at a job of the model: a document that is kept is never another one. */
    private static final int MOST_AT_HAND = 4_000;

    private final Cache<String, LimitClaim> claims =
            Caffeine.newBuilder().maximumSize(MOST_AT_HAND).build();
    private final Cache<String, Trial> trials =
            Caffeine.newBuilder().maximumSize(MOST_AT_HAND).build();
    private final LimitStore store;
    private final Sealed sealed;
    private final Clock clock;

    Limits(LimitStore store, Sealed sealed, Clock clock) {
        this.store = store;
        this.sealed = sealed;
        this.clock = clock;
    }

    public LimitKnowledge of(String machineId) {
        LimitStore.Counting counting = store.counting(machineId);
        return new LimitKnowledge(
                counting.claims().stream().map(this::claim).toList(),
                counting.trials().stream().map(this::trial).toList());
    }

    /** Another text whenever what is known of the model is another. */
    public String stamp(String machineId) {
        return store.stamp(machineId);
    }

    public List<KeptClaim> claims(String machineId) {
        return store.claims(machineId).stream()
                .map(r -> new KeptClaim(r.id(), claim(r.document()), r.retracted()))
                .toList();
    }

    public List<KeptTrial> trials(String machineId) {
        return store.trials(machineId).stream()
                .map(r -> new KeptTrial(r.id(), trial(r.document()), r.retracted()))
                .toList();
    }

    private LimitClaim claim(String document) {
        return claims.get(document, d -> sealed.read(Sealed.Kind.CLAIM, d, LimitClaim.class));
    }

    private Trial trial(String document) {
        return trials.get(document, d -> sealed.read(Sealed.Kind.TRIAL, d, Trial.class));
    }

    /** What ran on this bench on these models, by model. */
    public Map<String, List<Trial>> ranHere(Collection<String> machineIds) {
        Map<String, List<Trial>> ran = new TreeMap<>();
        store.trials(machineIds)
                .forEach((machine, documents) -> ran.put(
                        machine,
                        documents.stream()
                                .map(this::trial)
                                .filter(t -> t.succeeded() && t.relation() == Trial.Relation.THIS_MODEL)
                                .toList()));
        return ran;
    }

    @Transactional
    public void add(String machineId, LimitClaim claim, String by) {
        if (!claim.isWhole()) {
            throw Problem.invalid("value", "CLAIM_FIGURE");
        }
        refuseTooMany(store.claims(machineId).size());
        store.addClaim(machineId, sealed.write(Sealed.Kind.CLAIM, claim), LocalDateTime.now(clock), by);
    }

    @Transactional
    public void add(String machineId, Trial trial, String by) {
        refuseTooMany(store.trials(machineId).size());
        store.addTrial(machineId, sealed.write(Sealed.Kind.TRIAL, trial), LocalDateTime.now(clock), by);
    }

    /** Trials that a job added, once it is not handed back any more. */
    @Transactional
    public void forget(String machineId, String idPrefix) {
        trials(machineId).stream()
                .filter(t -> !t.retracted() && t.trial().id().startsWith(idPrefix))
                .forEach(t -> store.retractTrial(machineId, t.id()));
    }

    private static void refuseTooMany(int there) {
        if (there >= MOST) {
            throw Problem.invalid("value", "LIMITS_FULL", "most", MOST);
        }
    }

    @Transactional
    public void retractClaim(String machineId, long id) {
        if (!store.retractClaim(machineId, id)) {
            throw Problem.notFound("claim", String.valueOf(id));
        }
    }

    @Transactional
    public void retractTrial(String machineId, long id) {
        if (!store.retractTrial(machineId, id)) {
            throw Problem.notFound("trial", String.valueOf(id));
        }
    }
}
