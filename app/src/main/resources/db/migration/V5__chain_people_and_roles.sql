-- What each entry is about, what a file claims of it, and the chain that ties the entries of a job together.
DROP TRIGGER job_entry_append_only ON job_entry;
DROP FUNCTION job_entry_is_append_only();

ALTER TABLE job_entry DROP COLUMN struck_by;
-- The chain is computed over the text as it was written; jsonb would rewrite it.
ALTER TABLE job_entry ALTER COLUMN body TYPE TEXT USING body::text;
ALTER TABLE job_entry ADD COLUMN about        TEXT NOT NULL DEFAULT '';
ALTER TABLE job_entry ADD COLUMN claimed_who  VARCHAR(80);
ALTER TABLE job_entry ADD COLUMN claimed_at   TIMESTAMPTZ;
ALTER TABLE job_entry ADD COLUMN claimed_from VARCHAR(64);
ALTER TABLE job_entry ADD COLUMN kept_sha256  VARCHAR(64) NOT NULL DEFAULT '';
ALTER TABLE job_entry ADD COLUMN hash         VARCHAR(64);
ALTER TABLE job_entry ADD CONSTRAINT claim_is_whole
  CHECK ((claimed_who IS NULL) = (claimed_at IS NULL) AND (claimed_who IS NULL) = (claimed_from IS NULL));

UPDATE job_entry e SET kept_sha256 = encode(sha256(a.content), 'hex')
  FROM attachment a WHERE a.job_id = e.job_id AND e.body::jsonb ->> 'attachment' = a.id::text;

-- The same text as hopmend.job.RecordChain: every field with its length in bytes before it.
CREATE FUNCTION pg_temp.field(value TEXT) RETURNS TEXT LANGUAGE sql AS
  $$ SELECT octet_length(value) || ':' || value || ',' $$;

DO $$
DECLARE
  e RECORD;
  at_job BIGINT := 0;
  link TEXT;
BEGIN
  FOR e IN SELECT j.creation_token, x.* FROM job_entry x JOIN job j ON j.id = x.job_id ORDER BY x.job_id, x.sequence LOOP
    IF e.job_id <> at_job THEN
      at_job := e.job_id;
      link := repeat('0', 64);
    END IF;
    link := encode(sha256(convert_to(
      pg_temp.field(link) || pg_temp.field(e.creation_token::text) || pg_temp.field(e.sequence::text)
      || pg_temp.field(e.kind) || pg_temp.field(e.who)
      || pg_temp.field(floor(extract(epoch FROM e.at) * 1000)::bigint::text)
      || pg_temp.field(e.about) || pg_temp.field('') || pg_temp.field('') || pg_temp.field('')
      || pg_temp.field(e.kept_sha256) || pg_temp.field(e.body), 'UTF8')), 'hex');
    UPDATE job_entry SET hash = link WHERE job_id = e.job_id AND sequence = e.sequence;
  END LOOP;
END
$$;
ALTER TABLE job_entry ALTER COLUMN hash SET NOT NULL;

CREATE FUNCTION nothing_changes() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'What was recorded is never changed and never deleted';
END
$$;
CREATE TRIGGER job_entry_append_only BEFORE UPDATE OR DELETE ON job_entry
  FOR EACH ROW EXECUTE FUNCTION nothing_changes();
CREATE TRIGGER job_entry_never_emptied BEFORE TRUNCATE ON job_entry
  FOR EACH STATEMENT EXECUTE FUNCTION nothing_changes();
CREATE TRIGGER attachment_append_only BEFORE UPDATE OR DELETE ON attachment
  FOR EACH ROW EXECUTE FUNCTION nothing_changes();
CREATE TRIGGER attachment_never_emptied BEFORE TRUNCATE ON attachment
  FOR EACH STATEMENT EXECUTE FUNCTION nothing_changes();
CREATE INDEX attachment_of_job ON attachment (job_id, created_at, id);

-- A job that was taken in from a file: its hash, and who opened the job elsewhere.
ALTER TABLE job ADD COLUMN taken_from VARCHAR(64);
ALTER TABLE job ADD COLUMN claimed_by VARCHAR(80);
ALTER TABLE job ADD COLUMN claimed_at TIMESTAMPTZ;

-- People: a password of their own, a one-time code until there is one, a second factor if they want it.
ALTER TABLE account ADD COLUMN reset_hash   VARCHAR(64) NOT NULL DEFAULT '';
ALTER TABLE account ADD COLUMN reset_until  TIMESTAMPTZ;
ALTER TABLE account ADD COLUMN totp_secret  VARCHAR(64) NOT NULL DEFAULT '';
ALTER TABLE account ADD COLUMN totp_used    BIGINT      NOT NULL DEFAULT 0;

CREATE TABLE recovery_code (
  account_id BIGINT   NOT NULL REFERENCES account (id),
  code_hash  VARCHAR(64) NOT NULL,
  PRIMARY KEY (account_id, code_hash)
);

-- Guesses of passwords and codes, a bucket for each asker. An asker is a hash: a name typed wrongly may be a password.
CREATE TABLE guess (
  asker VARCHAR(64)         PRIMARY KEY,
  used  DOUBLE PRECISION NOT NULL,
  at    TIMESTAMPTZ      NOT NULL
);
CREATE INDEX guess_age ON guess (at);

-- From where a person has signed in before: guesses from elsewhere do not lock them out here.
CREATE TABLE familiar_address (
  account_id BIGINT      NOT NULL REFERENCES account (id),
  address    VARCHAR(64) NOT NULL,
  last_at    TIMESTAMPTZ NOT NULL,
  PRIMARY KEY (account_id, address)
);

CREATE TABLE security_event (
  id      BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at      TIMESTAMPTZ  NOT NULL,
  kind    VARCHAR(40)  NOT NULL,
  who     VARCHAR(40)  NOT NULL,
  address VARCHAR(64)  NOT NULL,
  words   VARCHAR(300) NOT NULL,
  search_text TEXT GENERATED ALWAYS AS (lower(kind || ' ' || who || ' ' || address || ' ' || words)) STORED
);
CREATE INDEX security_event_search ON security_event USING gin (search_text gin_trgm_ops);
CREATE INDEX security_event_age ON security_event (at);

-- The application may forget old events, never young ones.
CREATE FUNCTION forget_security_events(days INT) RETURNS BIGINT
  LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog, public AS $$
  WITH gone AS (
    DELETE FROM public.security_event WHERE at < now() - make_interval(days => greatest(days, 30)) RETURNING 1)
  SELECT count(*) FROM gone
$$;
REVOKE ALL ON FUNCTION forget_security_events(INT) FROM PUBLIC;

-- The application's role owns nothing and may only what it needs.
GRANT USAGE ON SCHEMA public TO ${app};
GRANT SELECT ON flyway_schema_history TO ${app};
GRANT SELECT, INSERT ON job_entry, attachment, security_event TO ${app};
GRANT SELECT, INSERT, UPDATE ON job, account, fleet_vehicle TO ${app};
GRANT SELECT, INSERT, UPDATE, DELETE ON gateway, recovery_code, guess, familiar_address TO ${app};
GRANT SELECT, INSERT, UPDATE, DELETE ON spring_session, spring_session_attributes TO ${app};
GRANT EXECUTE ON FUNCTION forget_security_events(INT) TO ${app};
