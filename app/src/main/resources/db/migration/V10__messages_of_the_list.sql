-- The list keeps what is to be said of a job as kinds with their figures; the words are in a bundle.
ALTER TABLE job RENAME COLUMN next_words TO next_says;
ALTER TABLE job ALTER COLUMN next_says TYPE TEXT, ALTER COLUMN outcome TYPE TEXT;
UPDATE job
SET next_says = CASE WHEN next_says = '' THEN '' ELSE json_build_object('key', 'text', 'arguments', json_build_array(next_says))::text END,
    outcome = CASE WHEN outcome = '' THEN '' ELSE json_build_object('key', 'text', 'arguments', json_build_array(outcome))::text END;
