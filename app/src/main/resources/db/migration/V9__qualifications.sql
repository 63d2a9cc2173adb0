-- What persons are qualified for, from whom and until when. Kept by a lead; a changed one is removed and noted anew.
CREATE TABLE held_qualification (
  id BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  login VARCHAR(40) NOT NULL REFERENCES account (login),
  qualification VARCHAR(80) NOT NULL,
  issuer VARCHAR(120) NOT NULL,
  valid_until DATE NOT NULL,
  noted_by VARCHAR(40) NOT NULL,
  noted_at TIMESTAMPTZ NOT NULL,
  UNIQUE (login, qualification)
);
GRANT SELECT, INSERT, DELETE ON held_qualification TO ${app};
