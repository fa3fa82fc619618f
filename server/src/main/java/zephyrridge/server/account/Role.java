package zephyrridge.server.account;

/** What an account may do: the lead and technicians write, the desk reads. */
public enum Role {
    LEAD,
    TECHNICIAN,
    DESK
}
