-- Tries to sign in are counted by what they come from: a device that signed in before, else login and place together, the login from
-- anywhere, the place. What was counted by login alone is forgotten, an hour old at most.
DROP TABLE sign_in_failure;

CREATE TABLE sign_in_try (
  counted VARCHAR(200) NOT NULL,
  tries   INT          NOT NULL,
  last_at DATETIME(3)  NOT NULL,
  PRIMARY KEY (counted)
);

-- Browsers that signed in before: kept as hashes, since whoever holds the word itself goes round other people's failures.
CREATE TABLE sign_in_device (
  word_hash CHAR(64)    NOT NULL,
  login     VARCHAR(64) NOT NULL,
  used_at   DATETIME(3) NOT NULL,
  PRIMARY KEY (word_hash, login)
);
CREATE INDEX ix_sign_in_device_login ON sign_in_device (login, used_at);

-- Who came in, who did not, and what became of accounts.
CREATE TABLE access_event (
  id      BIGINT       NOT NULL AUTO_INCREMENT,
  made_at DATETIME(3)  NOT NULL,
  kind    VARCHAR(32)  NOT NULL,
  login   VARCHAR(64)  NOT NULL,
  made_by VARCHAR(64)  NOT NULL,
  source  VARCHAR(64)  NOT NULL,
  became  VARCHAR(100) NOT NULL,
  PRIMARY KEY (id)
);
CREATE INDEX ix_access_event_made ON access_event (made_at);

ALTER TABLE account ADD COLUMN version BIGINT NOT NULL DEFAULT 1;
