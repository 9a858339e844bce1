-- Nothing of the old form is left.
ALTER TABLE artwork
  DROP COLUMN reading, DROP COLUMN drawn_width_mm, DROP COLUMN drawn_height_mm, DROP COLUMN version,
  ALTER COLUMN drawn_min_x SET NOT NULL, ALTER COLUMN drawn_min_y SET NOT NULL, ALTER COLUMN drawn_max_x SET NOT NULL, ALTER COLUMN drawn_max_y SET NOT NULL;
DROP INDEX IF EXISTS job_step_piece;
ALTER TABLE job_step DROP COLUMN stock_piece_id, DROP COLUMN on_carrier, DROP COLUMN version;
DROP INDEX IF EXISTS job_part_job;
ALTER TABLE job_part
  DROP COLUMN artwork_id, DROP COLUMN part_index, DROP COLUMN pieces, DROP COLUMN offset_of, DROP COLUMN offset_mm, DROP COLUMN bridges,
  ALTER COLUMN making SET NOT NULL;
CREATE INDEX job_part_job ON job_part (job_id, position);
DELETE FROM placement WHERE id IS NULL;
ALTER TABLE placement
  DROP CONSTRAINT placement_pkey, DROP COLUMN version,
  ADD PRIMARY KEY (id),
  ALTER COLUMN job_id SET NOT NULL, ALTER COLUMN sheet_id SET NOT NULL;
CREATE INDEX placement_job ON placement (job_id, position);
CREATE INDEX placement_part ON placement (part_id);
CREATE INDEX placement_sheet ON placement (sheet_id);
DELETE FROM job_edit WHERE difference IS NULL;
ALTER TABLE job_edit DROP COLUMN before, ALTER COLUMN difference SET NOT NULL;
