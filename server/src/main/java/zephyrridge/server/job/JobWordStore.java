package zephyrridge.server.job;

import static zephyrridge.server.db.Tables.JOB;
import static zephyrridge.server.db.Tables.JOB_WORD;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Stream;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Record1;
import org.jooq.Select;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Repository;

/**
 * By which words each job that was handed back is found: its number, machine, owner, wish, who changed it last, and the days. A word is
 * found by how it begins, so that an index answers however many jobs there are.
 */
@Repository
class JobWordStore {
    /** Of a column. */
    private static final int LONGEST = 24;
    /** A wish may be a page; its first words say what it is. */
    private static final int MOST = 60;

    private final DSLContext sql;

    JobWordStore(DSLContext sql) {
        this.sql = sql;
    }

    /** @param rows as they are now; none of them has words */
    void index(List<JobListRow> rows) {
        var insert = sql.insertInto(JOB_WORD, JOB_WORD.WORD, JOB_WORD.JOB_ID);
        for (JobListRow row : rows) {
            for (String word : of(row)) {
                insert = insert.values(word, row.id());
            }
        }
        // Words that the database takes for the same are one.
        insert.onDuplicateKeyIgnore().execute();
    }

    void forget(long id) {
        sql.deleteFrom(JOB_WORD).where(JOB_WORD.JOB_ID.eq(id)).execute();
    }

    /** Jobs that were handed back before there were words, the newest first. */
    List<Long> unindexed(int most) {
        return sql.select(JOB.ID)
                .from(JOB)
                .where(JOB.STATUS.eq("CLOSED"))
                .and(DSL.notExists(DSL.selectOne().from(JOB_WORD).where(JOB_WORD.JOB_ID.eq(JOB.ID))))
                .orderBy(JOB.ID.desc())
                .limit(most)
                .fetch(JOB.ID);
    }

    /** Jobs with a number below this that have for each of these words one that begins so, the highest number first. */
    List<Long> find(String text, long before, int most) {
        // The rarest word says which jobs may be meant, and the others are asked of these alone: a join of two frequent
        // words would
        // look at all that have either.
        List<String> wanted =
                words(text).sorted(Comparator.comparingInt(this::frequency)).toList();
        List<Long> found = new ArrayList<>();
        if (wanted.isEmpty()) {
            return found;
        }
        List<String> others = wanted.subList(1, wanted.size());
        int atOnce = others.isEmpty() ? most : AT_ONCE;
        List<Long> some = having(wanted.get(0), before, atOnce).fetch(Record1::value1);
        while (!some.isEmpty()) {
            List<Long> all = some;
            for (String other : others) {
                all = among(all, other).fetch(Record1::value1);
            }
            found.addAll(all);
            some = found.size() >= most || some.size() < atOnce
                    ? List.of()
                    : having(wanted.get(0), some.get(some.size() - 1), atOnce).fetch(Record1::value1);
        }
        return found.subList(0, Math.min(most, found.size()));
    }

    private static final int AT_ONCE = 2000;

    /** As far as it matters which of two is rarer. */
    private int frequency(String word) {
        return sql.fetchCount(
                sql.select(JOB_WORD.JOB_ID).from(JOB_WORD).where(begins(word)).limit(AT_ONCE));
    }

    Select<Record1<Long>> having(String word, long before, int most) {
        return sql.selectDistinct(JOB_WORD.JOB_ID)
                .from(JOB_WORD)
                .where(begins(word))
                .and(JOB_WORD.JOB_ID.lt(before))
                .orderBy(JOB_WORD.JOB_ID.desc())
                .limit(most);
    }

    Select<Record1<Long>> among(List<Long> jobs, String word) {
        return sql.selectDistinct(JOB_WORD.JOB_ID)
                .from(JOB_WORD)
                .where(JOB_WORD.JOB_ID.in(jobs))
                .and(begins(word))
                .orderBy(JOB_WORD.JOB_ID.desc());
    }

    /** A number is one job's, not of all that begin with it. */
    private static Condition begins(String word) {
        return word.startsWith("#") ? JOB_WORD.WORD.eq(word) : JOB_WORD.WORD.startsWith(word);
    }

    private static Set<String> of(JobListRow row) {
        Stream<String> texts = Stream.of(
                "#" + row.id(),
                row.machine(),
                row.order().owner(),
                row.serial(),
                row.updatedBy(),
                row.updatedAt().toLocalDate().toString(),
                row.order().promised().map(Object::toString).orElse(""),
                "handed back",
                row.order().wish());
        Set<String> words = new LinkedHashSet<>();
        texts.flatMap(JobWordStore::words)
                .flatMap(w -> Stream.concat(Stream.of(w), Arrays.stream(w.split("[^\\p{L}\\p{N}#]+"))))
                .filter(w -> !w.isEmpty())
                .limit(MOST)
                .forEach(words::add);
        return words;
    }

    /** What stands between blanks, without the signs around it. */
    private static Stream<String> words(String text) {
        return Arrays.stream(text.toLowerCase(Locale.ROOT).split("\\s+"))
                .map(w -> w.replaceAll("^[^\\p{L}\\p{N}#]+|[^\\p{L}\\p{N}]+$", ""))
                .map(w -> w.substring(0, Math.min(LONGEST, w.length())))
                .filter(w -> !w.isEmpty())
                .distinct();
    }
}
