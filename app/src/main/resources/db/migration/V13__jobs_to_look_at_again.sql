-- The day on which somebody looks at a job again: signed off with one, or its sensor watched until then.
ALTER TABLE job ADD COLUMN look_again DATE;
UPDATE job SET look_again = (
  SELECT (e.body::jsonb ->> 'until')::date FROM job_entry e
  WHERE e.job_id = job.id AND e.kind = 'repair-noted'
    AND NOT EXISTS (SELECT 1 FROM job_entry s WHERE s.job_id = job.id AND s.kind = 'struck'
      AND (s.body::jsonb ->> 'sequence')::bigint = e.sequence)
  ORDER BY e.sequence DESC LIMIT 1)
WHERE is_open;
CREATE INDEX job_to_look_at ON job (is_open, updated_at, id, look_again) WHERE look_again IS NOT NULL;
