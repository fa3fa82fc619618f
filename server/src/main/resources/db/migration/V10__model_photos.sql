-- Pictures that belong to a model: a screw pattern, where to start prying, how a plug comes off.
CREATE TABLE machine_photo (
  id         CHAR(36)     NOT NULL,
  machine_id VARCHAR(64)  NOT NULL,
  part       VARCHAR(64)  NOT NULL,
  caption    VARCHAR(200) NOT NULL,
  at         DATETIME(3)  NOT NULL,
  account    VARCHAR(64)  NOT NULL,
  width      INT          NOT NULL,
  height     INT          NOT NULL,
  image      LONGBLOB     NOT NULL,
  PRIMARY KEY (id)
);
CREATE INDEX ix_machine_photo_machine ON machine_photo (machine_id, at);
