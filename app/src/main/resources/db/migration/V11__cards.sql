-- Vehicle cards: every revision that there ever was stays; which one is current is a row of its own, for lists and searches.
CREATE TABLE card_revision (
  card_id VARCHAR(80) NOT NULL,
  revision INT NOT NULL CHECK (revision > 0),
  yaml TEXT NOT NULL,
  why VARCHAR(500) NOT NULL,
  shipped BOOLEAN NOT NULL,
  made_by VARCHAR(40) NOT NULL,
  made_at TIMESTAMPTZ NOT NULL,
  PRIMARY KEY (card_id, revision)
);
CREATE TABLE card (
  id VARCHAR(80) PRIMARY KEY,
  revision INT NOT NULL,
  name VARCHAR(140) NOT NULL,
  search_text TEXT NOT NULL,
  shipped BOOLEAN NOT NULL,
  changed_by VARCHAR(40) NOT NULL,
  changed_at TIMESTAMPTZ NOT NULL,
  FOREIGN KEY (id, revision) REFERENCES card_revision (card_id, revision)
);
CREATE INDEX card_by_name ON card (name, id);
CREATE INDEX card_words ON card USING gin (search_text gin_trgm_ops);
GRANT SELECT, INSERT ON card_revision TO ${app};
GRANT SELECT, INSERT, UPDATE ON card TO ${app};

-- Whichever instance changes a card, all hear of it.
CREATE FUNCTION tell_of_card() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('hopmend_card', NEW.id);
  RETURN NULL;
END $$;
CREATE TRIGGER card_told AFTER INSERT OR UPDATE ON card FOR EACH ROW EXECUTE FUNCTION tell_of_card();

-- Which card a job's vehicle has, so that the next one like it finds its own: the first eight characters tell maker,
-- model and engine in most of the world (ISO 3779).
ALTER TABLE job ADD COLUMN card VARCHAR(80) NOT NULL DEFAULT '';
CREATE INDEX job_alike ON job (substr(vin, 1, 8)) WHERE card <> '';
CREATE INDEX fleet_alike ON fleet_vehicle (substr(vin, 1, 8)) WHERE engine_card = '';
