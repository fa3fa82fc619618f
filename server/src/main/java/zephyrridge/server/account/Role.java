package zephyrridge.server.account;

import java.security.Principal;
import org.springframework.security.core.Authentication;

/** What an account may do: the lead and technicians write, the desk takes machines in and reads. */
public enum Role {
    LEAD,
    TECHNICIAN,
    DESK;

    /** Whether whoever is signed in has this role. */
    public boolean is(Principal who) {
        return who instanceof Authentication a
                && a.getAuthorities().stream().anyMatch(g -> ("ROLE_" + name()).equals(g.getAuthority()));
    }
}
