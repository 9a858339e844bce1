-- Whether a sheet is turned over before a step, so that its back is worked, and how.
ALTER TABLE job_step ADD COLUMN turned text CHECK (turned IN ('left-right', 'top-bottom'));
