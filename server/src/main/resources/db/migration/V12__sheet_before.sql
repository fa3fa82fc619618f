-- The sheet that counted before the one that counts, to be taken back; 0 where there was none.
ALTER TABLE supplier ADD COLUMN sheet_before BIGINT NOT NULL DEFAULT 0;
ALTER TABLE supplier ADD COLUMN loaded_before DATETIME(3) NULL;
