-- Which parts the jobs fitted, and whether the job came back: a projection, written with the entries it follows from.
CREATE TABLE fitted_part (
  job_id BIGINT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  place INT NOT NULL,
  number VARCHAR(80) NOT NULL,
  make VARCHAR(80) NOT NULL,
  came_back BOOLEAN NOT NULL,
  PRIMARY KEY (job_id, place)
);
GRANT SELECT, INSERT, DELETE ON fitted_part TO ${app};
-- What was fitted before: the last part that each job chose, where it was cleared. Nobody had said yet what came back.
INSERT INTO fitted_part (job_id, place, number, make, came_back)
SELECT DISTINCT ON (e.job_id) e.job_id, 0, e.body::jsonb ->> 'number', COALESCE(e.body::jsonb -> 'typed' ->> 'make', ''), FALSE
FROM job_entry e
WHERE e.kind = 'part-chosen'
  AND EXISTS (SELECT 1 FROM job_entry c WHERE c.job_id = e.job_id AND c.kind = 'codes-cleared')
  AND NOT EXISTS (SELECT 1 FROM job_entry s WHERE s.job_id = e.job_id AND s.kind = 'struck'
    AND (s.body::jsonb ->> 'sequence')::bigint = e.sequence)
ORDER BY e.job_id, e.sequence DESC;
