-- What goes on in the background is found from any application on these data, and after a start.
-- The last search that somebody was told the number of, one for a person and a job: another application begins it anew.
CREATE TABLE layout_search (
  account  VARCHAR(64) NOT NULL,
  job_id   BIGINT      NOT NULL,
  id       BIGINT      NOT NULL,
  begun_at DATETIME(3) NOT NULL,
  PRIMARY KEY (account, job_id),
  CONSTRAINT uq_layout_search UNIQUE (id)
);

-- A supplier's sheet on its way in: who handed it in, how far it is, and what it would change. Its number is the version of its lines.
CREATE TABLE sheet_run (
  id            BIGINT       NOT NULL,
  account       VARCHAR(64)  NOT NULL,
  supplier_id   BIGINT       NOT NULL,
  state         VARCHAR(16)  NOT NULL,
  lines_all     INT          NOT NULL,
  lines_done    INT          NOT NULL,
  landed        INT          NOT NULL,
  bad_lines     INT          NOT NULL,
  notes         LONGTEXT     NOT NULL,
  why           VARCHAR(500) NOT NULL,
  begun_at      DATETIME(3)  NOT NULL,
  told_at       DATETIME(3)  NOT NULL,
  PRIMARY KEY (id),
  CONSTRAINT fk_sheet_run_supplier FOREIGN KEY (supplier_id) REFERENCES supplier (id)
);
CREATE INDEX ix_sheet_run_begun ON sheet_run (begun_at);
