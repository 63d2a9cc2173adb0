-- Which column of a recording was which signal, by its layout of columns: proposed for the next one like it.
CREATE TABLE capture_column (
  heads CHAR(64) NOT NULL,
  instrument VARCHAR(40) NOT NULL,
  role VARCHAR(40) NOT NULL,
  name VARCHAR(200) NOT NULL,
  PRIMARY KEY (heads, instrument, role)
);
GRANT SELECT, INSERT, UPDATE ON capture_column TO ${app};
