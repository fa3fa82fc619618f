-- The state each event left, so that undo and redo are a look-up. Events from before have none and cannot be undone.

ALTER TABLE job_event ADD COLUMN state LONGTEXT NULL;
