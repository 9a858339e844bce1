-- What was used of a piece already (rings in mm), its photo at true size, and photos that lie under the sheets of jobs.
ALTER TABLE stock_piece
  ADD COLUMN holes jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN photo jsonb;
-- How wide what the photo of a material shows is, in mm; null where nobody has measured it.
ALTER TABLE material ADD COLUMN pattern_width_mm double precision CHECK (pattern_width_mm > 0);
ALTER TABLE job_sheet ADD COLUMN photo jsonb;
