-- Accounts, machine records, the drawer, jobs and their events. Documents are JSON, checked by the application on the way in
-- and out; what is searched or reserved has a column of its own.

CREATE TABLE account (
  id            BIGINT       NOT NULL AUTO_INCREMENT,
  login         VARCHAR(64)  NOT NULL,
  display_name  VARCHAR(100) NOT NULL,
  role          VARCHAR(16)  NOT NULL,
  password_hash VARCHAR(100) NOT NULL,
  PRIMARY KEY (id),
  CONSTRAINT uq_account_login UNIQUE (login)
);

CREATE TABLE machine (
  id       VARCHAR(64)  NOT NULL,
  name     VARCHAR(200) NOT NULL,
  document LONGTEXT     NOT NULL,
  version  BIGINT       NOT NULL,
  PRIMARY KEY (id)
);

CREATE TABLE job (
  id         BIGINT       NOT NULL AUTO_INCREMENT,
  machine_id VARCHAR(64)  NOT NULL,
  owner      VARCHAR(200) NOT NULL,
  wish       VARCHAR(2000) NOT NULL,
  station    VARCHAR(16)  NOT NULL,
  status     VARCHAR(16)  NOT NULL,
  blocked    BOOLEAN      NOT NULL,
  state      LONGTEXT     NOT NULL,
  version    BIGINT       NOT NULL,
  updated_at DATETIME(3)  NOT NULL,
  updated_by VARCHAR(64)  NOT NULL,
  PRIMARY KEY (id),
  CONSTRAINT fk_job_machine FOREIGN KEY (machine_id) REFERENCES machine (id)
);

CREATE INDEX ix_job_updated ON job (updated_at);

CREATE TABLE job_event (
  job_id  BIGINT      NOT NULL,
  version BIGINT      NOT NULL,
  at      DATETIME(3) NOT NULL,
  account VARCHAR(64) NOT NULL,
  type    VARCHAR(32) NOT NULL,
  payload LONGTEXT    NOT NULL,
  PRIMARY KEY (job_id, version),
  CONSTRAINT fk_job_event_job FOREIGN KEY (job_id) REFERENCES job (id)
);

CREATE TABLE drawer_module (
  tag        VARCHAR(32)  NOT NULL,
  label_line VARCHAR(200) NOT NULL,
  maker      VARCHAR(100) NOT NULL,
  tested     VARCHAR(16)  NOT NULL,
  note       VARCHAR(500) NOT NULL,
  job_id     BIGINT       NULL,
  PRIMARY KEY (tag),
  CONSTRAINT fk_drawer_module_job FOREIGN KEY (job_id) REFERENCES job (id)
);
