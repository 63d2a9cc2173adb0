CREATE TABLE account (
  id            BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  login         VARCHAR(40)  NOT NULL UNIQUE,
  name          VARCHAR(80)  NOT NULL,
  password_hash VARCHAR(200) NOT NULL,
  role          VARCHAR(16)  NOT NULL CHECK (role IN ('LEAD', 'TECHNICIAN', 'LEARNER')),
  units         VARCHAR(10)  NOT NULL DEFAULT 'METRIC' CHECK (units IN ('METRIC', 'IMPERIAL')),
  reader        VARCHAR(10)  NOT NULL DEFAULT 'FULL' CHECK (reader IN ('BRIEF', 'FULL')),
  theme         VARCHAR(10)  NOT NULL DEFAULT 'LIGHT' CHECK (theme IN ('LIGHT', 'DARK')),
  active        BOOLEAN      NOT NULL DEFAULT TRUE,
  created_at    TIMESTAMPTZ  NOT NULL
);

-- One row a job. What stands below the line is a projection of the entries for the list of jobs,
-- written in the same transaction as the entry that changed it.
CREATE TABLE job (
  id            BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  title         VARCHAR(120) NOT NULL,
  fleet_number  VARCHAR(40)  NOT NULL DEFAULT '',
  customer      VARCHAR(120) NOT NULL DEFAULT '',
  created_by    VARCHAR(40)  NOT NULL,
  created_at    TIMESTAMPTZ  NOT NULL,
  creation_token UUID        NOT NULL UNIQUE,
  ------------
  last_sequence BIGINT       NOT NULL DEFAULT 0,
  code          VARCHAR(12)  NOT NULL DEFAULT '',
  vehicle       VARCHAR(120) NOT NULL DEFAULT '',
  vin           VARCHAR(17)  NOT NULL DEFAULT '',
  next_hop      VARCHAR(10)  NOT NULL DEFAULT 'READ',
  next_words    VARCHAR(160) NOT NULL DEFAULT '',
  standings     VARCHAR(160) NOT NULL DEFAULT '',
  owed          INT          NOT NULL DEFAULT 0,
  waiting_until TIMESTAMPTZ,
  signed_off    BOOLEAN      NOT NULL DEFAULT FALSE,
  updated_at    TIMESTAMPTZ  NOT NULL,
  search_text   TEXT         NOT NULL DEFAULT ''
);

CREATE INDEX job_open_first ON job (signed_off, updated_at DESC, id DESC);

CREATE TABLE job_entry (
  job_id    BIGINT       NOT NULL REFERENCES job (id),
  sequence  BIGINT       NOT NULL CHECK (sequence > 0),
  kind      VARCHAR(40)  NOT NULL,
  who       VARCHAR(40)  NOT NULL,
  at        TIMESTAMPTZ  NOT NULL,
  body      JSONB        NOT NULL,
  struck_by BIGINT,
  token     UUID,
  PRIMARY KEY (job_id, sequence),
  UNIQUE (job_id, token)
);

-- The record is append-only: nothing is deleted, and only the mark of a strike may change.
CREATE FUNCTION job_entry_is_append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' THEN
    RAISE EXCEPTION 'Entries of a job are never deleted';
  END IF;
  IF ROW(NEW.job_id, NEW.sequence, NEW.kind, NEW.who, NEW.at, NEW.body, NEW.token)
     IS DISTINCT FROM ROW(OLD.job_id, OLD.sequence, OLD.kind, OLD.who, OLD.at, OLD.body, OLD.token) THEN
    RAISE EXCEPTION 'Entries of a job are never changed';
  END IF;
  RETURN NEW;
END
$$;

CREATE TRIGGER job_entry_append_only BEFORE UPDATE OR DELETE ON job_entry
  FOR EACH ROW EXECUTE FUNCTION job_entry_is_append_only();

CREATE TABLE attachment (
  id         UUID PRIMARY KEY,
  job_id     BIGINT       NOT NULL REFERENCES job (id),
  name       VARCHAR(200) NOT NULL,
  media_type VARCHAR(80)  NOT NULL,
  content    BYTEA        NOT NULL,
  created_at TIMESTAMPTZ  NOT NULL
);

-- Addresses to which the application may connect; nothing else is ever connected to.
CREATE TABLE gateway (
  id       BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name     VARCHAR(80)  NOT NULL,
  host     VARCHAR(100) NOT NULL,
  port     INT          NOT NULL CHECK (port BETWEEN 1 AND 65535),
  added_by VARCHAR(40)  NOT NULL,
  added_at TIMESTAMPTZ  NOT NULL,
  UNIQUE (host, port)
);
