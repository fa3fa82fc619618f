package zephyrridge.server.account;

import java.util.Optional;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The people who sign in. */
@Service
public class Accounts implements UserDetailsService {
    /** @param login what is typed; {@code name} what is shown */
    public record Account(String login, String name, Role role) {
    }

    private final AccountStore store;
    private final PasswordEncoder passwords;

    Accounts(AccountStore store, PasswordEncoder passwords) {
        this.store = store;
        this.passwords = passwords;
    }

    @Override
    public UserDetails loadUserByUsername(String login) {
        AccountStore.Row row = store.find(login).orElseThrow(() -> new UsernameNotFoundException("no such account"));
        return User.withUsername(row.login()).password(row.passwordHash()).roles(row.role()).build();
    }

    public Optional<Account> find(String login) {
        return store.find(login).map(r -> new Account(r.login(), r.displayName(), Role.valueOf(r.role())));
    }

    @Transactional
    public void add(Account account, String password) {
        store.insert(new AccountStore.Row(account.login(), account.name(), account.role().name(), passwords.encode(password)));
    }
}
