-- A place in a list is found by an index in which all columns go one way.
ALTER TABLE job ADD COLUMN is_open BOOLEAN NOT NULL GENERATED ALWAYS AS (NOT signed_off) STORED;
DROP INDEX job_open_first;
CREATE INDEX job_listed ON job (is_open, updated_at, id);
CREATE INDEX fleet_listed ON fleet_vehicle (fleet_number, id);
DROP INDEX security_event_age;
CREATE INDEX security_event_listed ON security_event (at, id);
