-- The shop's own list of parts. What is looked up has columns; the whole part is its body.
CREATE TABLE part (
  id BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  part_key TEXT NOT NULL UNIQUE,
  number VARCHAR(80) NOT NULL,
  number_key TEXT NOT NULL,
  small_key TEXT NOT NULL,
  blurred TEXT NOT NULL,
  make VARCHAR(300) NOT NULL,
  grade VARCHAR(20) NOT NULL,
  family VARCHAR(300) NOT NULL,
  name VARCHAR(300) NOT NULL,
  successor_key TEXT NOT NULL,
  price DOUBLE PRECISION CHECK (price >= 0),
  stock INT CHECK (stock >= 0),
  shelf VARCHAR(300) NOT NULL,
  body TEXT NOT NULL,
  search_text TEXT NOT NULL,
  changed_by VARCHAR(40) NOT NULL,
  changed_at TIMESTAMPTZ NOT NULL
);
CREATE INDEX part_in_order ON part (number, id) INCLUDE (small_key, family);
CREATE INDEX part_by_number ON part (number_key);
CREATE INDEX part_by_blurred ON part (blurred);
CREATE INDEX part_by_successor ON part (successor_key) WHERE successor_key <> '';
CREATE INDEX part_words ON part USING gin (search_text gin_trgm_ops);
-- For which card or engine a part is made, and by which other numbers it goes.
CREATE TABLE part_use (
  part_id BIGINT NOT NULL REFERENCES part (id) ON DELETE CASCADE,
  family VARCHAR(300) NOT NULL,
  card VARCHAR(300) NOT NULL,
  engine VARCHAR(300) NOT NULL,
  PRIMARY KEY (part_id, card, engine)
);
CREATE INDEX part_use_by_card ON part_use (family, card) WHERE card <> '';
CREATE INDEX part_use_by_engine ON part_use (family, engine) WHERE engine <> '';
CREATE TABLE part_interchange (
  part_id BIGINT NOT NULL REFERENCES part (id) ON DELETE CASCADE,
  number_key TEXT NOT NULL,
  PRIMARY KEY (part_id, number_key)
);
CREATE INDEX part_interchange_by_number ON part_interchange (number_key);
-- One row: rises with every change of the list, so that every instance knows when to look anew.
CREATE TABLE part_list (revision BIGINT NOT NULL);
INSERT INTO part_list VALUES (0);
GRANT SELECT, INSERT, UPDATE, DELETE ON part TO ${app};
GRANT SELECT, INSERT, DELETE ON part_use TO ${app};
GRANT SELECT, INSERT, DELETE ON part_interchange TO ${app};
GRANT SELECT, UPDATE ON part_list TO ${app};

-- Tools and supplies by the names that sheets and cards give them: whether the shop has them and where, else from whom.
CREATE TABLE shop_item (
  id BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name VARCHAR(200) NOT NULL,
  small_name VARCHAR(200) NOT NULL UNIQUE,
  has VARCHAR(10) NOT NULL,
  place VARCHAR(200) NOT NULL,
  price DOUBLE PRECISION CHECK (price >= 0),
  deposit DOUBLE PRECISION CHECK (deposit >= 0),
  from_whom VARCHAR(200) NOT NULL,
  changed_by VARCHAR(40) NOT NULL,
  changed_at TIMESTAMPTZ NOT NULL,
  search_text TEXT NOT NULL
);
CREATE INDEX shop_item_in_order ON shop_item (small_name, id);
CREATE INDEX shop_item_words ON shop_item USING gin (search_text gin_trgm_ops);
GRANT SELECT, INSERT, UPDATE, DELETE ON shop_item TO ${app};

-- Cards told the parts of their sensors before; the application moves them onto the list at its next start.
CREATE TABLE card_with_parts AS
SELECT r.card_id, r.yaml FROM card_revision r JOIN card c ON c.id = r.card_id AND c.revision = r.revision
WHERE r.yaml ~ '(^|\n)parts:' AND r.yaml !~ '(^|\n)parts: *\[\]';
GRANT SELECT, UPDATE, DELETE ON card_with_parts TO ${app};

-- What was fitted: of which family and grade, on which vehicle, when, by whom, from which batch.
ALTER TABLE fitted_part
  ADD COLUMN family VARCHAR(80) NOT NULL DEFAULT '',
  ADD COLUMN grade VARCHAR(20) NOT NULL DEFAULT 'NOT_TOLD',
  ADD COLUMN batch VARCHAR(60) NOT NULL DEFAULT '',
  ADD COLUMN number_key TEXT NOT NULL DEFAULT '',
  ADD COLUMN fitted_by VARCHAR(40) NOT NULL DEFAULT '',
  ADD COLUMN fleet_number VARCHAR(40) NOT NULL DEFAULT '',
  ADD COLUMN fitted_at TIMESTAMPTZ,
  ADD COLUMN id BIGINT GENERATED ALWAYS AS IDENTITY UNIQUE,
  ADD COLUMN search_text TEXT NOT NULL DEFAULT '';
UPDATE fitted_part f SET
  number_key = translate(regexp_replace(upper(f.number), '[^A-Z0-9]', '', 'g'), 'O', '0'),
  search_text = lower(f.number || ' ' || f.make),
  fleet_number = COALESCE((SELECT j.fleet_number FROM job j WHERE j.id = f.job_id), ''),
  family = COALESCE((SELECT e.about::jsonb ->> 'family' FROM job_entry e
    WHERE e.job_id = f.job_id AND e.kind = 'part-chosen' AND e.about <> '' ORDER BY e.sequence DESC LIMIT 1), ''),
  fitted_at = (SELECT j.updated_at FROM job j WHERE j.id = f.job_id);
CREATE INDEX fitted_part_words ON fitted_part USING gin (search_text gin_trgm_ops);
