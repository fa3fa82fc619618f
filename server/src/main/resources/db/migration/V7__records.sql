-- Records are edited, copied and retired; every version stays, with who made it and out of which few facts, where it was made of them.

ALTER TABLE machine ADD COLUMN retired BOOLEAN NOT NULL DEFAULT FALSE;
ALTER TABLE machine_version ADD COLUMN quick LONGTEXT NULL;
ALTER TABLE machine_version ADD COLUMN made_at DATETIME(3) NULL;
ALTER TABLE machine_version ADD COLUMN made_by VARCHAR(64) NULL;
