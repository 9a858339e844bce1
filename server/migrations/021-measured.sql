-- Which sources there are the table of sources says; a shape from measures is one more.
ALTER TABLE artwork DROP CONSTRAINT artwork_kind_check;
