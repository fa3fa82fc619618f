package zephyrridge.server.account;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.Period;
import java.time.ZoneOffset;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;

/** Who came in, who did not, and what became of accounts: for the lead, kept for 400 days. Uses the real time, not the demo's. */
@Service
public class AccessLog {
    /** What happened. */
    public enum Kind {
        SIGNED_IN,
        SIGN_IN_FAILED,
        SIGNED_OUT,
        ACCOUNT_MADE,
        ROLE_CHANGED,
        PASSWORD_CHANGED,
        ACCOUNT_SHUT,
        ACCOUNT_OPENED,
        OWNER_ERASED,
        CONTACTS_ERASED
    }

    /**
     * @param login whose account it is about; empty where there is no such account: what was typed may have been a password
     * @param by who did it; empty where nobody was let in
     * @param source address it came from; empty where it did not come over the network
     * @param became what it came to, where that is not said by its kind
     */
    record Entry(long id, Instant at, Kind kind, String login, String by, String source, String became) {}

    private static final Period KEPT = Period.ofDays(400);
    private final AccessEventStore store;
    private final AccountStore accounts;

    AccessLog(AccessEventStore store, AccountStore accounts) {
        this.store = store;
        this.accounts = accounts;
    }

    /** Keeps it, in the transaction of what it tells of where there is one. */
    public void note(Kind kind, String login, String by, String became) {
        LocalDateTime now = LocalDateTime.now(ZoneOffset.UTC);
        String whose = accounts.find(login).map(AccountStore.Row::login).orElse("");
        store.forgetBefore(now.minus(KEPT));
        store.insert(new AccessEventStore.Row(0, now, kind.name(), whose, by, source(), became));
    }

    /** The latest of those before this one. */
    List<Entry> before(long id, int most) {
        return store.before(id, most).stream()
                .map(r -> new Entry(
                        r.id(),
                        r.madeAt().toInstant(ZoneOffset.UTC),
                        Kind.valueOf(r.kind()),
                        r.login(),
                        r.madeBy(),
                        r.source(),
                        r.became()))
                .toList();
    }

    private static String source() {
        return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes a
                ? a.getRequest().getRemoteAddr()
                : "";
    }
}
