-- Sessions live in the database, so that several application instances serve one workshop and a restart signs nobody out. The
-- tables, and their names in capitals, are those of Spring Session JDBC.

CREATE TABLE SPRING_SESSION (
  primary_id            CHAR(36)     NOT NULL,
  session_id            CHAR(36)     NOT NULL,
  creation_time         BIGINT       NOT NULL,
  last_access_time      BIGINT       NOT NULL,
  max_inactive_interval INT          NOT NULL,
  expiry_time           BIGINT       NOT NULL,
  principal_name        VARCHAR(100) NULL,
  PRIMARY KEY (primary_id)
);

CREATE UNIQUE INDEX ix_spring_session_id ON SPRING_SESSION (session_id);
CREATE INDEX ix_spring_session_expiry ON SPRING_SESSION (expiry_time);
CREATE INDEX ix_spring_session_principal ON SPRING_SESSION (principal_name);

CREATE TABLE SPRING_SESSION_ATTRIBUTES (
  session_primary_id CHAR(36)     NOT NULL,
  attribute_name     VARCHAR(200) NOT NULL,
  attribute_bytes    BLOB         NOT NULL,
  PRIMARY KEY (session_primary_id, attribute_name),
  CONSTRAINT fk_spring_session_attributes FOREIGN KEY (session_primary_id) REFERENCES SPRING_SESSION (primary_id) ON DELETE CASCADE
);

-- Failed sign-ins, so that the wait after them holds on every instance.
CREATE TABLE sign_in_failure (
  login    VARCHAR(64) NOT NULL,
  failures INT         NOT NULL,
  last_at  DATETIME(3) NOT NULL,
  PRIMARY KEY (login)
);

-- An account can be shut without being forgotten.
ALTER TABLE account ADD COLUMN active BOOLEAN NOT NULL DEFAULT TRUE;
