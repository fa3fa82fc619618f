package zephyrridge.server.photo;

import static zephyrridge.server.db.Tables.JOB_PHOTO;

import java.time.LocalDateTime;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class PhotoStore {
    private final DSLContext sql;

    PhotoStore(DSLContext sql) {
        this.sql = sql;
    }

    int count(long jobId) {
        return sql.fetchCount(JOB_PHOTO, JOB_PHOTO.JOB_ID.eq(jobId));
    }

    void insert(String id, long jobId, Pictures.Picture picture, LocalDateTime at, String by) {
        sql.insertInto(JOB_PHOTO)
                .set(JOB_PHOTO.ID, id)
                .set(JOB_PHOTO.JOB_ID, jobId)
                .set(JOB_PHOTO.AT, at)
                .set(JOB_PHOTO.ACCOUNT, by)
                .set(JOB_PHOTO.WIDTH, picture.width())
                .set(JOB_PHOTO.HEIGHT, picture.height())
                .set(JOB_PHOTO.IMAGE, picture.jpeg())
                .execute();
    }

    boolean exists(long jobId, String id) {
        return sql.fetchExists(JOB_PHOTO, JOB_PHOTO.JOB_ID.eq(jobId).and(JOB_PHOTO.ID.eq(id)));
    }

    Optional<byte[]> image(long jobId, String id) {
        return sql.select(JOB_PHOTO.IMAGE)
                .from(JOB_PHOTO)
                .where(JOB_PHOTO.JOB_ID.eq(jobId))
                .and(JOB_PHOTO.ID.eq(id))
                .fetchOptional(JOB_PHOTO.IMAGE);
    }
}
