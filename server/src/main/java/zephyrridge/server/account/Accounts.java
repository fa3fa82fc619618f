package zephyrridge.server.account;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import zephyrridge.server.web.Problem;

/** The people who sign in. Passwords are kept as bcrypt hashes only. */
@Service
public class Accounts implements UserDetailsService {
    /** @param login what is typed; {@code name} what is shown; {@code active} false: cannot sign in */
    public record Account(String login, String name, Role role, boolean active) {}

    /** @param seen when somebody signed in with it did something last; empty where nobody is */
    record Listed(Account account, long version, Optional<Instant> seen) {}

    private static final int LEAST_PASSWORD = 12;
    private static final int MOST_PASSWORD_BYTES = 72;
    private final AccountStore store;
    private final PasswordEncoder passwords;
    private final FindByIndexNameSessionRepository<?> sessions;
    private final Devices devices;
    private final AccessLog log;

    Accounts(
            AccountStore store,
            PasswordEncoder passwords,
            FindByIndexNameSessionRepository<?> sessions,
            Devices devices,
            AccessLog log) {
        this.store = store;
        this.passwords = passwords;
        this.sessions = sessions;
        this.devices = devices;
        this.log = log;
    }

    /** The person's name; the login itself where there is no such account any more. */
    public String nameOf(String login) {
        return find(login).map(Account::name).orElse(login);
    }

    @Override
    public UserDetails loadUserByUsername(String login) {
        AccountStore.Row row = store.find(login).orElseThrow(() -> new UsernameNotFoundException("no such account"));
        return User.withUsername(row.login())
                .password(row.passwordHash())
                .roles(row.role())
                .disabled(!row.active())
                .build();
    }

    public Optional<Account> find(String login) {
        return store.find(login).map(Accounts::account);
    }

    List<Listed> all() {
        return store.all().stream()
                .map(r -> new Listed(
                        account(r),
                        r.version(),
                        sessions.findByPrincipalName(r.login()).values().stream()
                                .filter(s -> !s.isExpired())
                                .map(Session::getLastAccessedTime)
                                .max(Comparator.naturalOrder())))
                .toList();
    }

    /**
     * @param by login of who makes it
     * @throws Problem LOGIN_TAKEN when there is such a login already
     */
    @Transactional
    public void add(Account account, String password, String by) {
        if (store.find(account.login()).isPresent()) {
            throw Problem.of(HttpStatus.CONFLICT, "LOGIN_TAKEN", Map.of("field", "login"), "login", account.login());
        }
        store.insert(new AccountStore.Row(
                account.login(), account.name(), account.role().name(), encoded(password), account.active(), 1));
        log.note(
                AccessLog.Kind.ACCOUNT_MADE, account.login(), by, account.role().name());
    }

    boolean none() {
        return store.count() == 0;
    }

    /** @throws Problem SET_UP_DONE when somebody has an account already */
    @Transactional
    public void addFirst(Account account, String password) {
        if (!store.lockAll().isEmpty()) {
            throw Problem.of(HttpStatus.CONFLICT, "SET_UP_DONE", Map.of());
        }
        add(account, password, account.login());
    }

    /**
     * Changes an account; who loses a role, the password or the account is signed out everywhere.
     *
     * @param expected the version that was looked at
     * @param by login of who changes it
     * @throws Problem CHANGED_MEANWHILE when there is a newer one
     */
    @Transactional
    public void change(Account next, long expected, Optional<String> password, String by) {
        List<AccountStore.Row> all = store.lockAll();
        AccountStore.Row now = all.stream()
                .filter(r -> r.login().equals(next.login()))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("account", next.login()));
        if (now.version() != expected) {
            throw Problem.of(
                    HttpStatus.CONFLICT,
                    "CHANGED_MEANWHILE.account",
                    Map.of("version", now.version()),
                    "name",
                    now.displayName());
        }
        boolean anotherLead = all.stream()
                .anyMatch(r -> !r.login().equals(next.login())
                        && r.active()
                        && r.role().equals(Role.LEAD.name()));
        if (!anotherLead && (next.role() != Role.LEAD || !next.active())) {
            throw Problem.of(HttpStatus.UNPROCESSABLE_CONTENT, "LAST_LEAD", Map.of("field", "role"));
        }
        boolean anotherRole = !now.role().equals(next.role().name());
        store.update(new AccountStore.Row(
                now.login(),
                next.name(),
                next.role().name(),
                password.map(this::encoded).orElse(now.passwordHash()),
                next.active(),
                expected));
        if (anotherRole) {
            log.note(AccessLog.Kind.ROLE_CHANGED, now.login(), by, next.role().name());
        }
        if (now.active() != next.active()) {
            log.note(next.active() ? AccessLog.Kind.ACCOUNT_OPENED : AccessLog.Kind.ACCOUNT_SHUT, now.login(), by, "");
        }
        if (password.isPresent()) {
            log.note(AccessLog.Kind.PASSWORD_CHANGED, now.login(), by, "");
            devices.forget(now.login());
        }
        if (password.isPresent() || !next.active() || anotherRole) {
            sessions.findByPrincipalName(now.login()).keySet().forEach(sessions::deleteById);
        }
    }

    /**
     * A new password by its owner; wherever else they are signed in, they are signed out.
     *
     * @param session the one that stays
     */
    @Transactional
    public void changeOwnPassword(String login, String password, String session) {
        AccountStore.Row now = store.lockAll().stream()
                .filter(r -> r.login().equals(login))
                .findFirst()
                .orElseThrow(() -> Problem.notFound("account", login));
        store.update(new AccountStore.Row(
                login, now.displayName(), now.role(), encoded(password), now.active(), now.version()));
        log.note(AccessLog.Kind.PASSWORD_CHANGED, login, login, "");
        devices.forget(login);
        sessions.findByPrincipalName(login).keySet().stream()
                .filter(s -> !s.equals(session))
                .forEach(sessions::deleteById);
    }

    /** The hash takes 72 bytes; what came after them would not count, so it is refused and not cut off. */
    private String encoded(String password) {
        if (password.getBytes(StandardCharsets.UTF_8).length > MOST_PASSWORD_BYTES) {
            throw Problem.invalid("password", "PASSWORD_LONG");
        }
        return passwords.encode(password);
    }

    /** Whether a password is long enough, and no longer than the hash takes. */
    public static boolean fits(String password) {
        return password.length() >= LEAST_PASSWORD
                && password.getBytes(StandardCharsets.UTF_8).length <= MOST_PASSWORD_BYTES;
    }

    /** A password as accounts keep it. */
    public static String hash(String password) {
        return new BCryptPasswordEncoder().encode(password);
    }

    private static Account account(AccountStore.Row r) {
        return new Account(r.login(), r.displayName(), Role.valueOf(r.role()), r.active());
    }
}
