-- A module that a job pulled is known by the job, whatever its note says by now.
ALTER TABLE drawer_module ADD COLUMN pulled_by BIGINT NULL;
-- [jooq ignore start]
UPDATE drawer_module
   SET pulled_by = CAST(REGEXP_SUBSTR(note, '[0-9]+') AS UNSIGNED)
 WHERE origin = 'PULLED' AND note REGEXP '^pulled in job [0-9]{1,18}(, the machine ran with it)?$';
-- [jooq ignore stop]
