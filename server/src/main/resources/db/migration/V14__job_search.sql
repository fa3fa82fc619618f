-- Jobs that were handed back are many, and are found by words of theirs; those on the bench are listed whole.
CREATE TABLE job_word (
  word   VARCHAR(24) NOT NULL,
  job_id BIGINT      NOT NULL,
  PRIMARY KEY (word, job_id),
  CONSTRAINT fk_job_word_job FOREIGN KEY (job_id) REFERENCES job (id)
);
CREATE INDEX ix_job_word_job ON job_word (job_id, word);

CREATE INDEX ix_job_list ON job (status, updated_at, id);
CREATE INDEX ix_job_number ON job (status, id);
CREATE INDEX ix_job_machine ON job (machine_id, status, updated_at, id);

-- Both sides are lower case already: compared as they are, a search takes a third of the time.
-- [jooq ignore start]
ALTER TABLE drawer_module MODIFY search_text VARCHAR(700) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL DEFAULT '';
-- [jooq ignore stop]
-- Modules are found by what their label says and how they are, too; the application writes the words anew.
UPDATE drawer_module SET search_text = '';
