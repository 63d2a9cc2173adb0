-- The day: by when jobs are promised, the bays, who works when, who is away, and what a person settled by hand.
ALTER TABLE job ADD COLUMN promised_at TIMESTAMPTZ;
CREATE INDEX job_of_the_day ON job (promised_at, updated_at, id) WHERE is_open;
CREATE TABLE bay (
  name VARCHAR(60) PRIMARY KEY,
  kind VARCHAR(10) NOT NULL
);
CREATE TABLE person_hours (
  login VARCHAR(40) PRIMARY KEY REFERENCES account (login),
  days VARCHAR(40) NOT NULL,
  hours VARCHAR(120) NOT NULL
);
CREATE TABLE person_away (
  id BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  login VARCHAR(40) NOT NULL REFERENCES account (login),
  away_from TIMESTAMPTZ NOT NULL,
  away_until TIMESTAMPTZ NOT NULL,
  UNIQUE (login, away_from)
);
CREATE INDEX person_away_until ON person_away (away_until);
CREATE TABLE stage_settled (
  stage VARCHAR(60) PRIMARY KEY,
  login VARCHAR(40) NOT NULL REFERENCES account (login),
  settled_by VARCHAR(40) NOT NULL,
  settled_at TIMESTAMPTZ NOT NULL
);
GRANT SELECT, INSERT, UPDATE, DELETE ON bay, person_hours, person_away, stage_settled TO ${app};
