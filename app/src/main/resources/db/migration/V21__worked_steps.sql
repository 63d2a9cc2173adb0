-- How long the steps of jobs took that were signed off: a projection, written with the entries it follows from. Nobody is named.
CREATE TABLE worked_step (
  job_id BIGINT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  place INT NOT NULL,
  family VARCHAR(80) NOT NULL,
  card VARCHAR(80) NOT NULL,
  step VARCHAR(80) NOT NULL,
  learner BOOLEAN NOT NULL,
  planned DOUBLE PRECISION NOT NULL,
  took DOUBLE PRECISION NOT NULL,
  PRIMARY KEY (job_id, place)
);
GRANT SELECT, INSERT, DELETE ON worked_step TO ${app};
