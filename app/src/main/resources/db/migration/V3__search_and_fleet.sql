-- Search inside words; a trusted extension, so that the owner of the database may add it.
CREATE EXTENSION IF NOT EXISTS pg_trgm;

ALTER TABLE job ALTER COLUMN code TYPE VARCHAR(24);
ALTER TABLE job ADD COLUMN part VARCHAR(60) NOT NULL DEFAULT '';
ALTER TABLE job ADD COLUMN outcome VARCHAR(60) NOT NULL DEFAULT '';

CREATE INDEX job_search ON job USING gin (search_text gin_trgm_ops);
CREATE INDEX job_of_vehicle ON job (vin, updated_at DESC) WHERE vin <> '';
CREATE INDEX job_of_fleet_number ON job (lower(fleet_number), updated_at DESC) WHERE fleet_number <> '';

-- Vehicles that a shop knows.
CREATE TABLE fleet_vehicle (
  id           BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  fleet_number VARCHAR(40)  NOT NULL,
  vin          VARCHAR(17)  NOT NULL UNIQUE,
  card         VARCHAR(80)  NOT NULL,
  engine_card  VARCHAR(80)  NOT NULL DEFAULT '',
  built        VARCHAR(7)   NOT NULL DEFAULT '',
  customer     VARCHAR(120) NOT NULL DEFAULT '',
  notes        VARCHAR(2000) NOT NULL DEFAULT '',
  changed_by   VARCHAR(40)  NOT NULL,
  changed_at   TIMESTAMPTZ  NOT NULL,
  search_text  TEXT         NOT NULL DEFAULT ''
);
CREATE UNIQUE INDEX fleet_number_once ON fleet_vehicle (lower(fleet_number));
CREATE INDEX fleet_search ON fleet_vehicle USING gin (search_text gin_trgm_ops);
