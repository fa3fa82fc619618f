-- The bench shows what each job waits for and by when it is promised.
ALTER TABLE work_order ADD COLUMN promised DATE NULL;
ALTER TABLE work_order ADD COLUMN away VARCHAR(200) NULL;
ALTER TABLE job ADD COLUMN waits VARCHAR(16) DEFAULT 'US' NOT NULL;
UPDATE job SET waits = 'NOTHING' WHERE status = 'CLOSED';
UPDATE job SET waits = 'PARTS' WHERE status = 'OPEN' AND parts_on IS NOT NULL;
