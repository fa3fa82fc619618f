-- A job at a machine that is not there. Its row in job says PRACTICE where others say OPEN or CLOSED, so that no list of the shop's has it;
-- the record of its machine is marked likewise.
ALTER TABLE machine ADD COLUMN practice BOOLEAN NOT NULL DEFAULT FALSE;

CREATE TABLE practice (
  job_id   BIGINT      NOT NULL,
  learner  VARCHAR(64) NOT NULL,
  what     VARCHAR(32) NOT NULL,
  seed     BIGINT      NOT NULL,
  asked    LONGTEXT    NOT NULL,
  begun_at DATETIME(3) NOT NULL,
  ended_at DATETIME(3) NULL,
  minutes  INT         NULL,
  solved   BOOLEAN     NULL,
  PRIMARY KEY (job_id),
  CONSTRAINT fk_practice_job FOREIGN KEY (job_id) REFERENCES job (id)
);
CREATE INDEX ix_practice_learner ON practice (learner, begun_at);
