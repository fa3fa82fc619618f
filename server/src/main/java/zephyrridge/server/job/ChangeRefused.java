package zephyrridge.server.job;

import zephyrridge.core.finding.Finding;

/** A change that the core refuses; answered with the finding's words. */
public class ChangeRefused extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient Finding why;

    public ChangeRefused(Finding why) {
        super(why.code().name());
        this.why = why;
    }

    public Finding why() {
        return why;
    }
}
