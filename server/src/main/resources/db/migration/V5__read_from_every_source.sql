-- Files and texts that were read for a job, as they came; and the shop's own names for JEP106 ids.

-- A job's state names its sources; one that was taken out again stays, so that undo brings it back.
CREATE TABLE job_source (
  id      CHAR(36)     NOT NULL,
  job_id  BIGINT       NOT NULL,
  at      DATETIME(3)  NOT NULL,
  account VARCHAR(64)  NOT NULL,
  name    VARCHAR(200) NOT NULL,
  content MEDIUMBLOB   NOT NULL,
  PRIMARY KEY (id),
  CONSTRAINT fk_job_source_job FOREIGN KEY (job_id) REFERENCES job (id)
);

CREATE INDEX ix_job_source_job ON job_source (job_id);

CREATE TABLE maker_name (
  bank INT         NOT NULL,
  code INT         NOT NULL,
  name VARCHAR(64) NOT NULL,
  PRIMARY KEY (bank, code)
);

-- States from before have read nothing.
-- [jooq ignore start]
UPDATE job SET state = JSON_SET(state, '$.readings', JSON_OBJECT('sources', JSON_ARRAY(), 'seen', JSON_OBJECT(), 'byHand', JSON_OBJECT()));
UPDATE job_event SET state = JSON_SET(state, '$.readings', JSON_OBJECT('sources', JSON_ARRAY(), 'seen', JSON_OBJECT(), 'byHand', JSON_OBJECT())) WHERE state IS NOT NULL;
-- [jooq ignore stop]
