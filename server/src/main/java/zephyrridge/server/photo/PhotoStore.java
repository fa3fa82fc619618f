package zephyrridge.server.photo;

import static zephyrridge.server.db.Tables.JOB_PHOTO;
import static zephyrridge.server.db.Tables.MACHINE_PHOTO;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Records;
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

    int countOfModel(String machineId) {
        return sql.fetchCount(MACHINE_PHOTO, MACHINE_PHOTO.MACHINE_ID.eq(machineId));
    }

    void insertOfModel(String machineId, Photos.OfModel photo, Pictures.Picture picture) {
        sql.insertInto(MACHINE_PHOTO)
                .set(MACHINE_PHOTO.ID, photo.id())
                .set(MACHINE_PHOTO.MACHINE_ID, machineId)
                .set(MACHINE_PHOTO.PART, photo.part())
                .set(MACHINE_PHOTO.CAPTION, photo.caption())
                .set(MACHINE_PHOTO.AT, photo.at())
                .set(MACHINE_PHOTO.ACCOUNT, photo.by())
                .set(MACHINE_PHOTO.WIDTH, picture.width())
                .set(MACHINE_PHOTO.HEIGHT, picture.height())
                .set(MACHINE_PHOTO.IMAGE, picture.jpeg())
                .execute();
    }

    List<Photos.OfModel> ofModel(String machineId) {
        return sql.select(
                        MACHINE_PHOTO.ID,
                        MACHINE_PHOTO.PART,
                        MACHINE_PHOTO.CAPTION,
                        MACHINE_PHOTO.AT,
                        MACHINE_PHOTO.ACCOUNT)
                .from(MACHINE_PHOTO)
                .where(MACHINE_PHOTO.MACHINE_ID.eq(machineId))
                .orderBy(MACHINE_PHOTO.AT, MACHINE_PHOTO.ID)
                .fetch(Records.mapping(Photos.OfModel::new));
    }

    Optional<byte[]> imageOfModel(String machineId, String id) {
        return sql.select(MACHINE_PHOTO.IMAGE)
                .from(MACHINE_PHOTO)
                .where(MACHINE_PHOTO.MACHINE_ID.eq(machineId))
                .and(MACHINE_PHOTO.ID.eq(id))
                .fetchOptional(MACHINE_PHOTO.IMAGE);
    }

    boolean deleteOfModel(String machineId, String id) {
        return sql.deleteFrom(MACHINE_PHOTO)
                        .where(MACHINE_PHOTO.MACHINE_ID.eq(machineId))
                        .and(MACHINE_PHOTO.ID.eq(id))
                        .execute()
                > 0;
    }
}
