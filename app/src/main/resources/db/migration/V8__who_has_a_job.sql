-- Who made the last entry of a job, and the lists of what one person has, what waits and what is owed.
ALTER TABLE job ADD COLUMN last_by VARCHAR(40) NOT NULL DEFAULT '';
UPDATE job SET last_by = coalesce(
  (SELECT e.who FROM job_entry e WHERE e.job_id = job.id ORDER BY e.sequence DESC LIMIT 1), created_by);
CREATE INDEX job_of_person ON job (last_by, is_open, updated_at, id);
CREATE INDEX job_waiting ON job (is_open, updated_at, id) WHERE waiting_until IS NOT NULL;
CREATE INDEX job_owing ON job (is_open, updated_at, id) WHERE owed > 0;
