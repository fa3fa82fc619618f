-- What makes the walk whole: changes that may arrive twice, pictures of the condition, timers, and what is printed on a module.

-- A change carries an id of its own, so that one whose answer was lost can be sent again without being made twice.
ALTER TABLE job_event ADD COLUMN change_id CHAR(36) NULL;
CREATE UNIQUE INDEX ix_job_event_change ON job_event (job_id, change_id);

-- A job's state names its photos; a photo that was taken out again stays, so that undo brings it back.
CREATE TABLE job_photo (
  id       CHAR(36)    NOT NULL,
  job_id   BIGINT      NOT NULL,
  at       DATETIME(3) NOT NULL,
  account  VARCHAR(64) NOT NULL,
  width    INT         NOT NULL,
  height   INT         NOT NULL,
  image    LONGBLOB    NOT NULL,
  PRIMARY KEY (id),
  CONSTRAINT fk_job_photo_job FOREIGN KEY (job_id) REFERENCES job (id)
);

-- Something to be waited out. Started by the wall clock, never by the demo's.
CREATE TABLE job_timer (
  id         CHAR(36)    NOT NULL,
  job_id     BIGINT      NOT NULL,
  kind       VARCHAR(16) NOT NULL,
  seconds    INT         NOT NULL,
  started_at DATETIME(3) NOT NULL,
  started_by VARCHAR(64) NOT NULL,
  PRIMARY KEY (id),
  CONSTRAINT fk_job_timer_job FOREIGN KEY (job_id) REFERENCES job (id)
);

CREATE INDEX ix_job_timer_job ON job_timer (job_id);

ALTER TABLE drawer_module ADD COLUMN part_number VARCHAR(64) NOT NULL DEFAULT '';
ALTER TABLE drawer_module ADD COLUMN serial VARCHAR(64) NOT NULL DEFAULT '';

-- States from before get the questions that are new, unanswered.
-- [jooq ignore start]
UPDATE job SET state = JSON_SET(state, '$.intake.encryption', 'NOT_ASKED', '$.intake.firmwareSettings', 'NOT_ASKED', '$.intake.wayIn', 'NOT_ASKED',
  '$.intake.firmwareVersion', '', '$.intake.faultsBefore', '', '$.photos', JSON_ARRAY());
UPDATE job_event SET state = JSON_SET(state, '$.intake.encryption', 'NOT_ASKED', '$.intake.firmwareSettings', 'NOT_ASKED', '$.intake.wayIn', 'NOT_ASKED',
  '$.intake.firmwareVersion', '', '$.intake.faultsBefore', '', '$.photos', JSON_ARRAY()) WHERE state IS NOT NULL;
-- [jooq ignore stop]
