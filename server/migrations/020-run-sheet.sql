-- A run is for a step and a sheet. Those of before had one sheet each; which one of the job's that was nobody needs to know any more.
ALTER TABLE run
  ADD COLUMN sheet_id uuid,
  ADD COLUMN sheet_turn integer NOT NULL DEFAULT 1 CHECK (sheet_turn >= 1),
  ADD COLUMN sheet_of integer NOT NULL DEFAULT 1 CHECK (sheet_of >= sheet_turn);
ALTER TABLE run ALTER COLUMN sheet_turn DROP DEFAULT, ALTER COLUMN sheet_of DROP DEFAULT;
