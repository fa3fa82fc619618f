package zephyrridge.server.job;

import static zephyrridge.server.db.Tables.ACCOUNT;
import static zephyrridge.server.db.Tables.JOB;
import static zephyrridge.server.db.Tables.JOB_EVENT;
import static zephyrridge.server.db.Tables.MACHINE;
import static zephyrridge.server.db.Tables.PRACTICE;
import static zephyrridge.server.db.Tables.WORK_ORDER;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record1;
import org.jooq.Record5;
import org.jooq.Records;
import org.jooq.Select;
import org.jooq.SelectConditionStep;
import org.jooq.SelectField;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;
import zephyrridge.core.standing.Waits;
import zephyrridge.core.unit.Order;

@Repository
class JobStore {
    /** What the list shows of a job, kept beside its state. */
    record Shown(
            String station,
            String status,
            Waits waits,
            boolean blocked,
            Optional<LocalDate> partsOn,
            Optional<LocalDate> returnUntil,
            String serial) {}

    private static final SelectField<Order> ORDER = DSL.row(
                    WORK_ORDER.OWNER,
                    WORK_ORDER.WISH,
                    WORK_ORDER.PROMISED.convertFrom(Optional::ofNullable),
                    WORK_ORDER.AWAY.convertFrom(Optional::ofNullable))
            .mapping(Order::new);

    /** Status of a job at a machine of the range: it stands in no list of the shop's. */
    static final String PRACTISED = "PRACTICE";

    private static final SelectField<Optional<OnRange>> ON_RANGE = DSL.row(
                    PRACTICE.LEARNER, PRACTICE.WHAT, PRACTICE.SEED)
            .mapping((learner, what, seed) ->
                    learner == null ? Optional.empty() : Optional.of(new OnRange(learner, what, seed)));

    private final DSLContext sql;

    JobStore(DSLContext sql) {
        this.sql = sql;
    }

    /** Numbers of the jobs on the bench, those changed last first. */
    List<Long> open(int most) {
        return byChange("OPEN", most).fetch(JOB.ID);
    }

    /** The same, with their versions. */
    Map<Long, Long> openVersions(int most) {
        List<Long> ids = open(most);
        Map<Long, Long> of =
                sql.select(JOB.ID, JOB.VERSION).from(JOB).where(JOB.ID.in(ids)).fetchMap(JOB.ID, JOB.VERSION);
        Map<Long, Long> inOrder = new LinkedHashMap<>();
        ids.stream().filter(of::containsKey).forEach(id -> inOrder.put(id, of.get(id)));
        return inOrder;
    }

    /** Another text whenever a machine or a person may be called otherwise. */
    String names() {
        var of = sql.select(
                        DSL.field(DSL.select(DSL.sum(MACHINE.VERSION)).from(MACHINE)),
                        DSL.field(DSL.select(DSL.sum(ACCOUNT.VERSION)).from(ACCOUNT)))
                .fetchSingle();
        return of.value1() + ":" + of.value2();
    }

    /** Numbers of the jobs that were handed back, those changed last first. */
    List<Long> closed(int most) {
        return byChange("CLOSED", most).fetch(JOB.ID);
    }

    Select<Record1<Long>> byChange(String status, int most) {
        return sql.select(JOB.ID)
                .from(JOB)
                .where(JOB.STATUS.eq(status))
                .orderBy(JOB.UPDATED_AT.desc(), JOB.ID.desc())
                .limit(most);
    }

    /** Numbers of the jobs that were handed back, below this one, the highest first. */
    List<Long> closedBefore(long before, int most) {
        return byNumber(JOB.STATUS.eq("CLOSED"), before, most);
    }

    /** Numbers of all jobs below this one, the highest first. */
    List<Long> before(long before, int most) {
        return byNumber(JOB.STATUS.ne(PRACTISED), before, most);
    }

    private List<Long> byNumber(Condition which, long before, int most) {
        return sql.select(JOB.ID)
                .from(JOB)
                .where(which)
                .and(JOB.ID.lt(before))
                .orderBy(JOB.ID.desc())
                .limit(most)
                .fetch(JOB.ID);
    }

    /** Numbers of the jobs with a model, those on the bench first, then those changed last. */
    List<Long> ofMachine(String machineId, int most) {
        return sql.select(JOB.ID)
                .from(JOB)
                .where(JOB.MACHINE_ID.eq(machineId))
                .and(JOB.STATUS.ne(PRACTISED))
                .orderBy(JOB.STATUS.desc(), JOB.UPDATED_AT.desc(), JOB.ID.desc())
                .limit(most)
                .fetch(JOB.ID);
    }

    /** What lists show of these, in this order; found by number, so that it costs the same however many there are. */
    List<JobListRow> rows(List<Long> ids) {
        var by = DSL.coalesce(ACCOUNT.DISPLAY_NAME, JOB.UPDATED_BY);
        Map<Long, JobListRow> rows = sql
                .select(
                        JOB.ID,
                        JOB.MACHINE_ID,
                        MACHINE.NAME,
                        ORDER,
                        JOB.STATION,
                        JOB.STATUS,
                        JOB.WAITS.convertFrom(Waits::valueOf),
                        JOB.BLOCKED,
                        JOB.UPDATED_AT,
                        by,
                        JOB.PARTS_ON.convertFrom(Optional::ofNullable),
                        JOB.RETURN_UNTIL.convertFrom(Optional::ofNullable),
                        JOB.SERIAL)
                .from(JOB)
                .join(WORK_ORDER)
                .on(WORK_ORDER.ID.eq(JOB.ORDER_ID))
                .join(MACHINE)
                .on(MACHINE.ID.eq(JOB.MACHINE_ID))
                .leftJoin(ACCOUNT)
                .on(ACCOUNT.LOGIN.eq(JOB.UPDATED_BY))
                .where(JOB.ID.in(ids))
                .fetch(Records.mapping(JobListRow::new))
                .stream()
                .collect(Collectors.toMap(JobListRow::id, r -> r));
        return ids.stream().map(rows::get).filter(Objects::nonNull).toList();
    }

    /** @param state its work as a document */
    record PartsRow(long id, Order order, Waits waits, String state) {}

    /** Versions of the jobs on the bench that may wait for parts, and of these others. */
    Map<Long, Long> partsVersions(int most, Collection<Long> others) {
        return sql
                .select(JOB.ID, JOB.VERSION)
                .from(JOB)
                .where(JOB.STATUS.eq("OPEN").and(JOB.WAITS.in(Waits.PARTS.name(), Waits.OUTSIDE.name())))
                .orderBy(JOB.ID)
                .limit(most)
                .unionAll(sql.select(JOB.ID, JOB.VERSION)
                        .from(JOB)
                        .where(JOB.ID.in(others))
                        .orderBy(JOB.ID)
                        .limit(most))
                .fetch()
                .stream()
                .collect(Collectors.toMap(r -> r.value1(), r -> r.value2(), Math::max));
    }

    List<PartsRow> partsRows(Collection<Long> jobs) {
        return sql.select(JOB.ID, ORDER, JOB.WAITS.convertFrom(Waits::valueOf), JOB.STATE)
                .from(JOB)
                .join(WORK_ORDER)
                .on(WORK_ORDER.ID.eq(JOB.ORDER_ID))
                .where(JOB.ID.in(jobs))
                .orderBy(JOB.ID)
                .fetch(Records.mapping(PartsRow::new));
    }

    private static final int MOST_CLOSED = 100;

    /** Documents of the last jobs of a model that were handed back, the newest first. */
    List<String> closedOf(String machineId) {
        List<Long> ids = sql.select(JOB.ID)
                .from(JOB)
                .where(JOB.MACHINE_ID.eq(machineId))
                .and(JOB.STATUS.eq("CLOSED"))
                // What arrived closed was seen in another workshop: here nobody has changed anything of it.
                .and(JOB.VERSION.gt(1L))
                .orderBy(JOB.UPDATED_AT.desc(), JOB.ID.desc())
                .limit(MOST_CLOSED)
                .fetch(JOB.ID);
        Map<Long, String> states =
                sql.select(JOB.ID, JOB.STATE).from(JOB).where(JOB.ID.in(ids)).fetchMap(JOB.ID, JOB.STATE);
        return ids.stream().map(states::get).filter(Objects::nonNull).toList();
    }

    Optional<JobRow> find(long id, boolean forUpdate) {
        var by = DSL.coalesce(ACCOUNT.DISPLAY_NAME, JOB.UPDATED_BY);
        if (forUpdate) {
            sql.select(JOB.ID).from(JOB).where(JOB.ID.eq(id)).forUpdate().fetch();
        }
        return sql.select(
                        JOB.ID,
                        JOB.ORDER_ID,
                        ORDER,
                        JOB.MACHINE_ID,
                        JOB.MACHINE_VERSION,
                        JOB.STATE,
                        JOB.VERSION,
                        JOB.UPDATED_AT,
                        by,
                        JOB.SAID.convertFrom(Optional::ofNullable),
                        JOB.PARTS_ON.convertFrom(Optional::ofNullable),
                        JOB.RETURN_UNTIL.convertFrom(Optional::ofNullable),
                        ON_RANGE)
                .from(JOB)
                .join(WORK_ORDER)
                .on(WORK_ORDER.ID.eq(JOB.ORDER_ID))
                .leftJoin(ACCOUNT)
                .on(ACCOUNT.LOGIN.eq(JOB.UPDATED_BY))
                .leftJoin(PRACTICE)
                .on(PRACTICE.JOB_ID.eq(JOB.ID))
                .where(JOB.ID.eq(id))
                .fetchOptional(Records.mapping(JobRow::new));
    }

    Optional<Long> version(long id) {
        return sql.select(JOB.VERSION).from(JOB).where(JOB.ID.eq(id)).fetchOptional(JOB.VERSION);
    }

    /** Whether there is such a job, and it is not somebody else's practice. */
    boolean isThereFor(long id, String login) {
        return sql.fetchExists(sql.selectOne()
                .from(JOB)
                .leftJoin(PRACTICE)
                .on(PRACTICE.JOB_ID.eq(JOB.ID))
                .where(JOB.ID.eq(id))
                .and(PRACTICE.LEARNER.isNull().or(PRACTICE.LEARNER.eq(login))));
    }

    /** Documents of all jobs of the room that this one is in, by number; none where it is in no room. */
    Map<Long, String> statesOfRoom(long id) {
        var other = JOB.as("other");
        return sql.select(other.ID, other.STATE)
                .from(JOB)
                .join(other)
                .on(other.ROOM_ID.eq(JOB.ROOM_ID))
                .where(JOB.ID.eq(id))
                .fetchMap(other.ID, other.STATE);
    }

    Optional<Long> byTakeIn(String takeInId) {
        return sql.select(JOB.ID).from(JOB).where(JOB.TAKE_IN_ID.eq(takeInId)).fetchOptional(JOB.ID);
    }

    long insert(
            Order order,
            String machineId,
            long machineVersion,
            Shown shown,
            String state,
            Optional<String> takeInId,
            LocalDateTime at,
            String by) {
        long orderId = sql.insertInto(WORK_ORDER)
                .set(WORK_ORDER.OWNER, order.owner())
                .set(WORK_ORDER.WISH, order.wish())
                .set(WORK_ORDER.PROMISED, order.promised().orElse(null))
                .set(WORK_ORDER.AWAY, order.away().orElse(null))
                .returningResult(WORK_ORDER.ID)
                .fetchOne(WORK_ORDER.ID);
        return sql.insertInto(JOB)
                .set(JOB.ORDER_ID, orderId)
                .set(JOB.MACHINE_ID, machineId)
                .set(JOB.MACHINE_VERSION, machineVersion)
                .set(JOB.STATION, shown.station)
                .set(JOB.STATUS, shown.status)
                .set(JOB.WAITS, shown.waits.name())
                .set(JOB.BLOCKED, shown.blocked)
                .set(JOB.SERIAL, shown.serial)
                .set(JOB.STATE, state)
                .set(JOB.VERSION, 1L)
                .set(JOB.TAKE_IN_ID, takeInId.orElse(null))
                .set(JOB.UPDATED_AT, at)
                .set(JOB.UPDATED_BY, by)
                .returningResult(JOB.ID)
                .fetchOne(JOB.ID);
    }

    /** @return false when the job is no longer at {@code expected} */
    boolean update(
            JobRow row,
            long expected,
            Order order,
            Shown shown,
            String state,
            String said,
            LocalDateTime at,
            String by) {
        boolean updated = sql.update(JOB)
                        .set(JOB.STATION, shown.station)
                        .set(JOB.STATUS, shown.status)
                        .set(JOB.WAITS, shown.waits.name())
                        .set(JOB.BLOCKED, shown.blocked)
                        .set(JOB.SERIAL, shown.serial)
                        .set(JOB.PARTS_ON, shown.partsOn.orElse(null))
                        .set(JOB.RETURN_UNTIL, shown.returnUntil.orElse(null))
                        .set(JOB.STATE, state)
                        .set(JOB.SAID, said)
                        .set(JOB.VERSION, expected + 1)
                        .set(JOB.UPDATED_AT, at)
                        .set(JOB.UPDATED_BY, by)
                        .where(JOB.ID.eq(row.id()))
                        .and(JOB.VERSION.eq(expected))
                        .execute()
                == 1;
        if (updated && !order.equals(row.order())) {
            sql.update(WORK_ORDER)
                    .set(WORK_ORDER.OWNER, order.owner())
                    .set(WORK_ORDER.WISH, order.wish())
                    .set(WORK_ORDER.PROMISED, order.promised().orElse(null))
                    .set(WORK_ORDER.AWAY, order.away().orElse(null))
                    .where(WORK_ORDER.ID.eq(row.orderId()))
                    .execute();
        }
        return updated;
    }

    /** The job goes on with another version of its record. */
    void goOnWith(long id, long machineVersion) {
        sql.update(JOB)
                .set(JOB.MACHINE_VERSION, machineVersion)
                .where(JOB.ID.eq(id))
                .execute();
    }

    /** The version that a change under this id left, when it has landed. */
    Optional<Long> landed(long id, String changeId) {
        return sql.select(JOB_EVENT.VERSION)
                .from(JOB_EVENT)
                .where(JOB_EVENT.JOB_ID.eq(id))
                .and(JOB_EVENT.CHANGE_ID.eq(changeId))
                .fetchOptional(JOB_EVENT.VERSION);
    }

    /** @param payload the change itself as JSON; {@code undo} what takes it back, null for none */
    void append(
            long id,
            long version,
            LocalDateTime at,
            String login,
            String type,
            Optional<String> changeId,
            String payload,
            String undo) {
        sql.insertInto(JOB_EVENT)
                .set(JOB_EVENT.JOB_ID, id)
                .set(JOB_EVENT.VERSION, version)
                .set(JOB_EVENT.AT, at)
                .set(JOB_EVENT.ACCOUNT, login)
                .set(JOB_EVENT.TYPE, type)
                .set(JOB_EVENT.CHANGE_ID, changeId.orElse(null))
                .set(JOB_EVENT.PAYLOAD, payload)
                .set(JOB_EVENT.TAKES_BACK, undo)
                .execute();
    }

    /** What takes the change of an event back; empty for events from before. */
    Optional<String> undo(long id, long version) {
        return sql.select(JOB_EVENT.TAKES_BACK)
                .from(JOB_EVENT)
                .where(JOB_EVENT.JOB_ID.eq(id))
                .and(JOB_EVENT.VERSION.eq(version))
                .fetchOptional(JOB_EVENT.TAKES_BACK);
    }

    /** What takes each of the last events back, by version; events from before have none. */
    Map<Long, String> undos(long id, long after) {
        return sql.select(JOB_EVENT.VERSION, JOB_EVENT.TAKES_BACK)
                .from(JOB_EVENT)
                .where(JOB_EVENT.JOB_ID.eq(id))
                .and(JOB_EVENT.VERSION.gt(after))
                .and(JOB_EVENT.TAKES_BACK.isNotNull())
                .fetchMap(JOB_EVENT.VERSION, JOB_EVENT.TAKES_BACK);
    }

    /** Events after a version, oldest first, with the names of the people. */
    List<EventRow> events(long id, long after) {
        return events(id)
                .and(JOB_EVENT.VERSION.gt(after))
                .orderBy(JOB_EVENT.VERSION)
                .fetch(Records.mapping(EventRow::new));
    }

    /** The last of those before a version, latest first. */
    List<EventRow> eventsBefore(long id, long before, int most) {
        return events(id)
                .and(JOB_EVENT.VERSION.lt(before))
                .orderBy(JOB_EVENT.VERSION.desc())
                .limit(most)
                .fetch(Records.mapping(EventRow::new));
    }

    private SelectConditionStep<Record5<Long, LocalDateTime, String, String, String>> events(long id) {
        var by = DSL.coalesce(ACCOUNT.DISPLAY_NAME, JOB_EVENT.ACCOUNT);
        return sql.select(JOB_EVENT.VERSION, JOB_EVENT.AT, JOB_EVENT.ACCOUNT, by, JOB_EVENT.TYPE)
                .from(JOB_EVENT)
                .leftJoin(ACCOUNT)
                .on(ACCOUNT.LOGIN.eq(JOB_EVENT.ACCOUNT))
                .where(JOB_EVENT.JOB_ID.eq(id));
    }
}
