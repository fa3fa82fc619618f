-- The serial number of a job's machine, as its sticker has it: found by it.
ALTER TABLE job ADD COLUMN serial VARCHAR(60) NOT NULL DEFAULT '';

-- How an owner is reached: apart from the job, so that it goes nowhere with it and can be erased by itself.
CREATE TABLE job_contact (
  job_id   BIGINT       NOT NULL,
  contact  VARCHAR(200) NOT NULL,
  version  BIGINT       NOT NULL,
  noted_at DATETIME(3)  NOT NULL,
  noted_by VARCHAR(64)  NOT NULL,
  PRIMARY KEY (job_id),
  CONSTRAINT fk_job_contact_job FOREIGN KEY (job_id) REFERENCES job (id)
);
