package zephyrridge.server.job;

import zephyrridge.core.finding.Finding;

/** A change that a gate forbids; answered with the finding's words. */
class GateShut extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient Finding finding;

    GateShut(Finding finding) {
        super(finding.code().name());
        this.finding = finding;
    }

    Finding finding() {
        return finding;
    }
}
