package zephyrridge.server.job;

import static zephyrridge.server.db.Tables.JOB;
import static zephyrridge.server.db.Tables.JOB_WORD;

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
import zephyrridge.server.db.tables.JobWord;

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

    /** @param row as it is now */
    void index(JobListRow row) {
        forget(row.id());
        var insert = sql.insertInto(JOB_WORD, JOB_WORD.WORD, JOB_WORD.JOB_ID);
        for (String word : of(row)) {
            insert = insert.values(word, row.id());
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
        List<String> wanted = words(text).toList();
        return wanted.isEmpty() ? List.of() : query(wanted, before, most).fetch(Record1::value1);
    }

    /** @param words one at least */
    Select<Record1<Long>> query(List<String> words, long before, int most) {
        // The longest word is likely the rarest: the others are asked of what has it.
        List<String> wanted = words.stream()
                .sorted(Comparator.comparingInt(String::length).reversed())
                .toList();
        JobWord first = JOB_WORD.as("w");
        Condition all = begins(first, wanted.get(0)).and(first.JOB_ID.lt(before));
        for (int i = 1; i < wanted.size(); i++) {
            JobWord other = JOB_WORD.as("w" + i);
            all = all.and(DSL.exists(DSL.selectOne()
                    .from(other)
                    .where(other.JOB_ID.eq(first.JOB_ID))
                    .and(begins(other, wanted.get(i)))));
        }
        return sql.selectDistinct(first.JOB_ID)
                .from(first)
                .where(all)
                .orderBy(first.JOB_ID.desc())
                .limit(most);
    }

    /** A number is one job's, not of all that begin with it. */
    private static Condition begins(JobWord in, String word) {
        return word.startsWith("#") ? in.WORD.eq(word) : in.WORD.startsWith(word);
    }

    private static Set<String> of(JobListRow row) {
        Stream<String> texts = Stream.of(
                "#" + row.id(),
                row.machine(),
                row.order().owner(),
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
