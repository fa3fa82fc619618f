package zephyrridge.core.finding;

/** What a finding is about, by the id it has in its machine record or job. */
public record Subject(Kind kind, String id) {
    public enum Kind {
        MACHINE,
        PROCESSOR,
        CHANNEL,
        POSITION,
        LABEL,
        READING,
        JOB
    }

    private static final Subject WHOLE_MACHINE = new Subject(Kind.MACHINE, "");

    public static Subject machine() {
        return WHOLE_MACHINE;
    }

    public static Subject position(String id) {
        return new Subject(Kind.POSITION, id);
    }

    public static Subject channel(String id) {
        return new Subject(Kind.CHANNEL, id);
    }

    public static Subject processor(String id) {
        return new Subject(Kind.PROCESSOR, id);
    }
}
