-- How a run is moved, turned and sized so that it meets what was printed: an affine map (a, b, c, d, e, f) of the sheet, from its marks.
ALTER TABLE run ADD COLUMN correction double precision[] CHECK (correction IS NULL OR cardinality(correction) = 6);
