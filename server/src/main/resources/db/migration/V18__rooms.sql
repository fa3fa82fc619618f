-- Several machines that came together. Whose they are stands with each of their jobs, and nowhere else.
CREATE TABLE room (
  id         BIGINT       NOT NULL AUTO_INCREMENT,
  name       VARCHAR(100) NOT NULL,
  take_in_id CHAR(36)     NULL,
  created_at DATETIME(3)  NOT NULL,
  created_by VARCHAR(64)  NOT NULL,
  PRIMARY KEY (id),
  UNIQUE KEY uq_room_take_in (take_in_id)
);

ALTER TABLE job
  ADD COLUMN room_id    BIGINT NULL,
  ADD COLUMN room_place INT    NULL,
  ADD UNIQUE KEY uq_job_room (room_id, room_place),
  ADD CONSTRAINT fk_job_room FOREIGN KEY (room_id) REFERENCES room (id);
