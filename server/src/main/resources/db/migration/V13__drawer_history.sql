-- What was said of a module and by whom; one that is gone for good keeps its row, since jobs name it.
ALTER TABLE drawer_module
  ADD COLUMN version BIGINT NOT NULL DEFAULT 1,
  ADD COLUMN gone BOOLEAN NOT NULL DEFAULT FALSE;

CREATE TABLE drawer_change (
  id      BIGINT       NOT NULL AUTO_INCREMENT,
  tag     VARCHAR(32)  NOT NULL,
  made_at DATETIME(3)  NOT NULL,
  made_by VARCHAR(64)  NOT NULL,
  field   VARCHAR(16)  NOT NULL,
  was     VARCHAR(500) NOT NULL,
  became  VARCHAR(500) NOT NULL,
  PRIMARY KEY (id)
);
CREATE INDEX ix_drawer_change_tag ON drawer_change (tag);
