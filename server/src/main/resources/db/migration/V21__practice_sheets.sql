-- How often hands did not look first, once a practice is over; and who lets the lead see what they practised.
ALTER TABLE practice ADD COLUMN mishaps INT NULL;

CREATE TABLE practice_shown (
  learner VARCHAR(64) NOT NULL,
  since   DATETIME(3) NOT NULL,
  PRIMARY KEY (learner)
);
