-- At which cause the jobs ended that were signed off as proven: a projection, written with the entries it follows from.
CREATE TABLE proven_cause (
  job_id BIGINT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
  place INT NOT NULL,
  family VARCHAR(80) NOT NULL,
  card VARCHAR(80) NOT NULL,
  suspect VARCHAR(80) NOT NULL,
  PRIMARY KEY (job_id, place)
);
GRANT SELECT, INSERT, DELETE ON proven_cause TO ${app};
-- What was proven before: the last verdict of each job whose last sign-off, not undone and not come back, says so.
INSERT INTO proven_cause (job_id, place, family, card, suspect)
SELECT DISTINCT ON (e.job_id) e.job_id, 0, e.about::jsonb ->> 'family', COALESCE(e.about::jsonb ->> 'card', ''), e.body::jsonb ->> 'suspect'
FROM job_entry e
JOIN job j ON j.id = e.job_id AND j.signed_off
WHERE e.kind = 'verdict-taken'
  AND COALESCE(e.body::jsonb ->> 'suspect', '') <> ''
  AND e.about <> '' AND COALESCE(e.about::jsonb ->> 'family', '') <> ''
  AND (SELECT o.body::jsonb ->> 'proven' FROM job_entry o
    WHERE o.job_id = e.job_id AND o.kind = 'signed-off'
      AND NOT EXISTS (SELECT 1 FROM job_entry u WHERE u.job_id = o.job_id AND u.kind = 'struck'
        AND (u.body::jsonb ->> 'sequence')::bigint = o.sequence)
    ORDER BY o.sequence DESC LIMIT 1) = 'true'
  AND NOT EXISTS (SELECT 1 FROM job_entry s WHERE s.job_id = e.job_id AND s.kind = 'struck'
    AND (s.body::jsonb ->> 'sequence')::bigint = e.sequence)
ORDER BY e.job_id, e.sequence DESC;
