-- Pictures of sensors: what is kept was written anew by the application, so that it carries nothing but what one sees.
-- One that is taken twice is kept once. A job names its own in its record; a card has rows of its own.
CREATE TABLE picture (
  id UUID PRIMARY KEY,
  sha256 CHAR(64) NOT NULL,
  width INT NOT NULL CHECK (width > 0),
  height INT NOT NULL CHECK (height > 0),
  content BYTEA NOT NULL,
  small BYTEA NOT NULL,
  taken_by VARCHAR(40) NOT NULL,
  taken_at TIMESTAMPTZ NOT NULL
);
CREATE TABLE card_picture (
  card_id VARCHAR(80) NOT NULL,
  site VARCHAR(80) NOT NULL,
  picture_id UUID NOT NULL REFERENCES picture (id),
  words VARCHAR(200) NOT NULL,
  x INT CHECK (x BETWEEN 0 AND 1000),
  y INT CHECK (y BETWEEN 0 AND 1000),
  added_by VARCHAR(40) NOT NULL,
  added_at TIMESTAMPTZ NOT NULL,
  put_away_by VARCHAR(40),
  put_away_at TIMESTAMPTZ,
  PRIMARY KEY (card_id, site, picture_id)
);
GRANT SELECT, INSERT ON picture TO ${app};
GRANT SELECT, INSERT, UPDATE ON card_picture TO ${app};
