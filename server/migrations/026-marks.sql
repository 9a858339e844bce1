-- How the marks of printed pages lie for a machine that looks for them, in mm; null for as usual.
ALTER TABLE machine
  ADD COLUMN mark_inset_mm double precision CHECK (mark_inset_mm BETWEEN 3 AND 100),
  ADD COLUMN mark_leg_mm double precision CHECK (mark_leg_mm BETWEEN 3 AND 60);
