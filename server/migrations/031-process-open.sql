-- Whether nobody has said yet what a step does, so that its first material brings what is usual for it.
ALTER TABLE job_step ADD COLUMN is_process_open boolean NOT NULL DEFAULT false;
UPDATE job_step SET is_process_open = true WHERE material_id IS NULL AND process = 'kiss-cut' AND NOT is_from_back;
