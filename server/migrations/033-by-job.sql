-- A machine presses one thing at a time in its own workshop; and what belongs to a job is found by it.
DROP INDEX pressing_on_machine;
CREATE UNIQUE INDEX pressing_on_machine ON pressing (workshop_id, machine_id) WHERE state IN ('running', 'paused');
CREATE INDEX pressing_job ON pressing (job_id, created_at);
CREATE INDEX quote_job ON quote (job_id, number);
