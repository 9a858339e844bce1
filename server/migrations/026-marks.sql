-- What was used of a piece already (rings in mm), its photo at true size, and photos that lie under the sheets of jobs.
ALTER TABLE stock_piece
  ADD COLUMN holes jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN photo jsonb;
-- How wide what the photo of a material shows is, in mm; null where nobody has measured it.
ALTER TABLE material ADD COLUMN pattern_width_mm double precision CHECK (pattern_width_mm > 0);
ALTER TABLE job_sheet ADD COLUMN photo jsonb;
-- How the marks of printed pages lie for a machine that looks for them, in mm; null for as usual.
ALTER TABLE machine
  ADD COLUMN mark_inset_mm double precision CHECK (mark_inset_mm BETWEEN 3 AND 100),
  ADD COLUMN mark_leg_mm double precision CHECK (mark_leg_mm BETWEEN 3 AND 60);
