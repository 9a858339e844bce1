-- A reading is never changed: one that was read before stays under its number, for templates that were kept with it.
ALTER TABLE artwork ADD COLUMN reading_number integer NOT NULL DEFAULT 1;
CREATE TABLE artwork_reading (
  workshop_id uuid NOT NULL REFERENCES workshop,
  artwork_id uuid NOT NULL REFERENCES artwork ON DELETE CASCADE,
  number integer NOT NULL CHECK (number >= 1),
  file_name text NOT NULL,
  reading jsonb NOT NULL,
  choices jsonb NOT NULL,
  drawn_width_mm double precision NOT NULL,
  drawn_height_mm double precision NOT NULL,
  drawn_min_x double precision NOT NULL,
  drawn_min_y double precision NOT NULL,
  PRIMARY KEY (artwork_id, number)
);

-- Edits of one kind after each other are one; what was undone can be done again.
ALTER TABLE job_edit ADD COLUMN group_key text, ADD COLUMN is_undone boolean NOT NULL DEFAULT false;

-- A verdict may be corrected; each that was given before is kept.
CREATE TABLE verdict (
  workshop_id uuid NOT NULL REFERENCES workshop,
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('run', 'trial')),
  subject_id uuid NOT NULL,
  -- null: the verdict was taken back.
  outcome text CHECK (outcome IN ('far-under', 'under', 'right', 'over', 'far-over')),
  given_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX verdict_subject ON verdict (workshop_id, kind, subject_id, id);

-- What is put away is out of the lists, and can be brought back.
ALTER TABLE job ADD COLUMN is_archived boolean NOT NULL DEFAULT false;
ALTER TABLE job_note ADD COLUMN is_archived boolean NOT NULL DEFAULT false;
ALTER TABLE job_template ADD COLUMN is_archived boolean NOT NULL DEFAULT false;
ALTER TABLE workshop ADD COLUMN is_archived boolean NOT NULL DEFAULT false;

-- A step may be done by hand, on the maker's own machine.
ALTER TABLE run ADD COLUMN by_hand boolean NOT NULL DEFAULT false;
-- How far the tool goes by the file: what a run by hand wears it.
ALTER TABLE run ADD COLUMN planned_cut_mm double precision;
-- The run that this one goes over once more, in its place: its outcome says nothing of its own numbers alone.
ALTER TABLE run ADD COLUMN on_top_of uuid REFERENCES run;
-- What is done was taken from the material's family; where its shapes are filled, the maker is asked.
ALTER TABLE job_step ADD COLUMN is_process_guessed boolean NOT NULL DEFAULT false;
-- What kind of machine it is for is a word to find a recipe by: cards without a name are made anew at the start.
UPDATE recipe SET sort_name = '';
