-- The job as a log: orders of their own, versions of records, changes that can be taken back without keeping whole states, and
-- what was said of a job when it was closed. Documents from before stay as they are; the application lifts them when it reads them.

-- What was agreed with the owner; one or several like machines belong to it.
CREATE TABLE work_order (
  id    BIGINT        NOT NULL AUTO_INCREMENT,
  owner VARCHAR(200)  NOT NULL,
  wish  VARCHAR(2000) NOT NULL,
  PRIMARY KEY (id)
);

ALTER TABLE job ADD COLUMN order_id BIGINT NOT NULL DEFAULT 0;
-- [jooq ignore start]
INSERT INTO work_order (id, owner, wish) SELECT id, owner, wish FROM job;
UPDATE job SET order_id = id;
-- [jooq ignore stop]
ALTER TABLE job ADD CONSTRAINT fk_job_order FOREIGN KEY (order_id) REFERENCES work_order (id);
ALTER TABLE job DROP COLUMN owner;
ALTER TABLE job DROP COLUMN wish;

-- A job holds the version of the record that it works on; later ones are offered, not slipped in.
CREATE TABLE machine_version (
  machine_id VARCHAR(64) NOT NULL,
  version    BIGINT      NOT NULL,
  document   LONGTEXT    NOT NULL,
  PRIMARY KEY (machine_id, version),
  CONSTRAINT fk_machine_version FOREIGN KEY (machine_id) REFERENCES machine (id)
);

-- [jooq ignore start]
INSERT INTO machine_version (machine_id, version, document) SELECT id, version, document FROM machine;
-- [jooq ignore stop]
ALTER TABLE machine DROP COLUMN document;
ALTER TABLE job ADD COLUMN machine_version BIGINT NOT NULL DEFAULT 1;
-- [jooq ignore start]
UPDATE job j JOIN machine m ON m.id = j.machine_id SET j.machine_version = m.version;
-- [jooq ignore stop]

-- What takes a change back: only what it changed. Events from before keep the state they left and cannot be undone any more.
ALTER TABLE job_event ADD COLUMN takes_back LONGTEXT NULL;

-- What was said of a job when it was closed, in words; rules may change later, this does not.
ALTER TABLE job ADD COLUMN said LONGTEXT NULL;

-- A job that was taken in twice because an answer was lost is taken in once.
ALTER TABLE job ADD COLUMN take_in_id CHAR(36) NULL;
CREATE UNIQUE INDEX ix_job_take_in ON job (take_in_id);
