-- What the shop knows of limits, how it works, what its suppliers have, and what its drawer is worth. Settings, claims and trials are
-- only added to: the newest version of a setting counts, and what was retracted stays readable.

CREATE TABLE setting (
  name     VARCHAR(40)  NOT NULL,
  version  BIGINT       NOT NULL,
  document LONGTEXT     NOT NULL,
  reason   VARCHAR(500) NOT NULL,
  made_at  DATETIME(3)  NOT NULL,
  made_by  VARCHAR(64)  NOT NULL,
  PRIMARY KEY (name, version)
);

CREATE TABLE limit_claim (
  id         BIGINT      NOT NULL AUTO_INCREMENT,
  machine_id VARCHAR(64) NOT NULL,
  document   LONGTEXT    NOT NULL,
  retracted  BOOLEAN     NOT NULL DEFAULT FALSE,
  made_at    DATETIME(3) NOT NULL,
  made_by    VARCHAR(64) NOT NULL,
  PRIMARY KEY (id),
  CONSTRAINT fk_limit_claim_machine FOREIGN KEY (machine_id) REFERENCES machine (id)
);

CREATE TABLE trial (
  id         BIGINT      NOT NULL AUTO_INCREMENT,
  machine_id VARCHAR(64) NOT NULL,
  document   LONGTEXT    NOT NULL,
  retracted  BOOLEAN     NOT NULL DEFAULT FALSE,
  made_at    DATETIME(3) NOT NULL,
  made_by    VARCHAR(64) NOT NULL,
  PRIMARY KEY (id),
  CONSTRAINT fk_trial_machine FOREIGN KEY (machine_id) REFERENCES machine (id)
);

CREATE TABLE supplier (
  id                  BIGINT       NOT NULL AUTO_INCREMENT,
  name                VARCHAR(100) NOT NULL,
  return_days         INT          NULL,
  lead_days           INT          NOT NULL,
  restocking_permille INT          NOT NULL,
  mapping             LONGTEXT     NOT NULL,
  sheet_version       BIGINT       NOT NULL,
  loaded_at           DATETIME(3)  NULL,
  PRIMARY KEY (id),
  CONSTRAINT uq_supplier_name UNIQUE (name)
);

CREATE TABLE offer (
  id               BIGINT       NOT NULL AUTO_INCREMENT,
  supplier_id      BIGINT       NOT NULL,
  sheet_version    BIGINT       NOT NULL,
  line_no          INT          NOT NULL,
  wording          VARCHAR(300) NOT NULL,
  generation       VARCHAR(16)  NOT NULL,
  form_factor      VARCHAR(16)  NOT NULL,
  mebibytes        BIGINT       NOT NULL,
  spec             LONGTEXT     NOT NULL,
  pieces           INT          NOT NULL,
  price_minor      BIGINT       NOT NULL,
  stock            INT          NOT NULL,
  lead_days        INT          NOT NULL,
  return_days      INT          NULL,
  restocking_minor BIGINT       NOT NULL,
  PRIMARY KEY (id),
  CONSTRAINT fk_offer_supplier FOREIGN KEY (supplier_id) REFERENCES supplier (id)
);

CREATE INDEX ix_offer_supplier ON offer (supplier_id, sheet_version, line_no);
CREATE INDEX ix_offer_kind ON offer (generation, form_factor);

ALTER TABLE drawer_module ADD COLUMN origin VARCHAR(16) NOT NULL DEFAULT 'PULLED';
ALTER TABLE drawer_module ADD COLUMN bin VARCHAR(40) NOT NULL DEFAULT '';
ALTER TABLE drawer_module ADD COLUMN book_minor BIGINT NOT NULL DEFAULT 0;
ALTER TABLE drawer_module ADD COLUMN generation VARCHAR(16) NOT NULL DEFAULT '';
ALTER TABLE drawer_module ADD COLUMN search_text VARCHAR(700) NOT NULL DEFAULT '';
CREATE INDEX ix_drawer_generation ON drawer_module (generation, tag);
CREATE INDEX ix_drawer_label ON drawer_module (label_line);

-- The day on which what was bought for the chosen layout is expected, and the one until which it can go back.
ALTER TABLE job ADD COLUMN parts_on DATE NULL;
ALTER TABLE job ADD COLUMN return_until DATE NULL;
