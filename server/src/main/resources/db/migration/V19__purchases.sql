-- What was ordered of suppliers: an order, and each pack of it with the job that gets it.
CREATE TABLE purchase (
  id         BIGINT       NOT NULL AUTO_INCREMENT,
  supplier   VARCHAR(200) NOT NULL,
  reference  VARCHAR(100) NOT NULL,
  ordered_on DATE         NOT NULL,
  ordered_at DATETIME(3)  NOT NULL,
  ordered_by VARCHAR(64)  NOT NULL,
  PRIMARY KEY (id)
);

CREATE TABLE purchase_pack (
  id           BIGINT       NOT NULL AUTO_INCREMENT,
  purchase_id  BIGINT       NOT NULL,
  wording      VARCHAR(300) NOT NULL,
  pieces       INT          NOT NULL,
  price_minor  BIGINT       NULL,
  due          DATE         NULL,
  return_until DATE         NULL,
  job_id       BIGINT       NULL,
  state        VARCHAR(16)  NOT NULL,
  -- Fitted in a job that was handed back, or gone from here for good: nobody looks for it any more.
  settled      BOOLEAN      DEFAULT FALSE NOT NULL,
  changed_at   DATETIME(3)  NOT NULL,
  changed_by   VARCHAR(64)  NOT NULL,
  PRIMARY KEY (id),
  CONSTRAINT fk_pack_purchase FOREIGN KEY (purchase_id) REFERENCES purchase (id),
  CONSTRAINT fk_pack_job FOREIGN KEY (job_id) REFERENCES job (id) ON DELETE SET NULL
);
CREATE INDEX ix_pack_settled ON purchase_pack (settled, job_id);

-- Who changes what was ordered holds this row, so that no pack is ordered or given twice.
CREATE TABLE purchase_count (
  id      INT    NOT NULL,
  version BIGINT NOT NULL,
  PRIMARY KEY (id)
);
INSERT INTO purchase_count (id, version) VALUES (1, 0);
