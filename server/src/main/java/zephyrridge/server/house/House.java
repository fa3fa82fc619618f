package zephyrridge.server.house;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import zephyrridge.core.house.HouseRules;
import zephyrridge.core.plan.Terms;
import zephyrridge.core.plan.WorkProfile;
import zephyrridge.server.document.Sealed;
import zephyrridge.server.web.Problem;

/** The shop's own rules, terms and kinds of work: what ships with the product until somebody changes it. */
@Service
public class House {
    /** What is kept, by name; each has a history of its own. */
    public enum Setting {
        RULES,
        TERMS,
        WORK,
        LETTERHEAD,
        KEEPING
    }

    /** A setting as it is, with the version that a change has to name; 0 as shipped. */
    public record Current<T>(long version, T value) {}

    /** @param reason why it was changed */
    public record Change(long version, String reason, LocalDateTime at, String by) {}

    private static final int MOST_HISTORY = 50;
    private final SettingStore store;
    private final Sealed sealed;
    private final Clock clock;

    House(SettingStore store, Sealed sealed, Clock clock) {
        this.store = store;
        this.sealed = sealed;
        this.clock = clock;
    }

    public Current<HouseRules> rules() {
        return read(Setting.RULES, new TypeReference<HouseRules>() {}, HouseRules.DEFAULT);
    }

    public Current<Terms> terms() {
        return read(Setting.TERMS, new TypeReference<Terms>() {}, Terms.USUAL);
    }

    public Current<List<WorkProfile>> work() {
        return read(Setting.WORK, new TypeReference<List<WorkProfile>>() {}, WorkProfile.shipped());
    }

    public Current<Letterhead> letterhead() {
        return read(Setting.LETTERHEAD, new TypeReference<Letterhead>() {}, Letterhead.NONE);
    }

    public Current<Keeping> keeping() {
        return read(Setting.KEEPING, new TypeReference<Keeping>() {}, Keeping.USUAL);
    }

    public List<Change> history(Setting setting) {
        return store.versions(setting.name(), MOST_HISTORY).stream()
                .map(r -> new Change(r.version(), r.reason(), r.at(), r.by()))
                .toList();
    }

    private <T> Current<T> read(Setting setting, TypeReference<T> type, T shipped) {
        return store.newest(setting.name())
                .map(r -> new Current<>(r.version(), sealed.read(Sealed.Kind.SETTING, r.document(), type)))
                .orElse(new Current<>(0, shipped));
    }

    /** @throws Problem CHANGED_MEANWHILE when it is at another version */
    @Transactional
    public void change(Setting setting, long expectedVersion, Object value, String reason, String by) {
        long now = store.newest(setting.name()).map(SettingStore.Row::version).orElse(0L);
        if (now != expectedVersion
                || !store.add(
                        setting.name(),
                        new SettingStore.Row(
                                now + 1,
                                sealed.write(Sealed.Kind.SETTING, value),
                                reason,
                                LocalDateTime.now(clock),
                                by))) {
            throw Problem.of(HttpStatus.CONFLICT, "CHANGED_MEANWHILE.house", Map.of("version", now));
        }
    }
}
