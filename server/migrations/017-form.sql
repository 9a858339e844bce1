-- A job is a document: its parts say how they are made, lie on sheets, and every reading of a drawing is kept for ever.
-- What older rows hold is brought over by 017-form.ts, between the tables that are made here and the columns that go in 018.
ALTER TABLE artwork
  ADD COLUMN drawn_max_x double precision,
  ADD COLUMN drawn_max_y double precision,
  -- Taken back with what brought it in: its file stays, as that may be done again.
  ADD COLUMN is_gone boolean NOT NULL DEFAULT false;

CREATE TABLE job_sheet (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  job_id uuid NOT NULL REFERENCES job,
  number integer NOT NULL CHECK (number >= 1),
  stock_piece_id uuid,
  width_mm double precision CHECK (width_mm > 0),
  length_mm double precision CHECK (length_mm > 0),
  on_carrier boolean NOT NULL DEFAULT false,
  CHECK ((width_mm IS NULL) = (length_mm IS NULL)),
  FOREIGN KEY (workshop_id, stock_piece_id) REFERENCES stock_piece (workshop_id, id)
);
CREATE INDEX job_sheet_job ON job_sheet (job_id, number);
CREATE INDEX job_sheet_piece ON job_sheet (workshop_id, stock_piece_id) WHERE stock_piece_id IS NOT NULL;

ALTER TABLE job_part
  DROP CONSTRAINT job_part_role_check,
  ADD CONSTRAINT job_part_role_check CHECK (role IN ('process', 'guide', 'out', 'within')),
  ADD COLUMN position integer NOT NULL DEFAULT 0,
  -- {op: 'drawn', drawingId, contours: [[key, number], …]} of a reading, or {op, of: [part ids], …measures}.
  ADD COLUMN making jsonb;

ALTER TABLE placement
  ADD COLUMN id uuid,
  ADD COLUMN job_id uuid REFERENCES job,
  ADD COLUMN sheet_id uuid REFERENCES job_sheet DEFERRABLE INITIALLY DEFERRED,
  ADD COLUMN position integer NOT NULL DEFAULT 0,
  ADD COLUMN angle double precision NOT NULL DEFAULT 0,
  ADD COLUMN turned_over boolean NOT NULL DEFAULT false;

ALTER TABLE job_edit ADD COLUMN difference jsonb, ADD COLUMN made_by uuid;

-- Readings are kept apart from their drawings, the present one with those before it; each of their parts has a key.
ALTER TABLE artwork_reading
  DROP COLUMN file_name, DROP COLUMN choices, DROP COLUMN drawn_width_mm, DROP COLUMN drawn_height_mm, DROP COLUMN drawn_min_x, DROP COLUMN drawn_min_y,
  ADD COLUMN read_at timestamptz NOT NULL DEFAULT now();
INSERT INTO artwork_reading (workshop_id, artwork_id, number, reading)
  SELECT workshop_id, id, reading_number, reading FROM artwork ON CONFLICT DO NOTHING;
UPDATE artwork_reading SET reading = jsonb_set(reading, '{parts}', (
  SELECT coalesce(jsonb_agg(part || jsonb_build_object('key', CASE WHEN number = 1 THEN (n - 1)::text ELSE (n - 1) || '.' || number END) ORDER BY n), '[]')
  FROM jsonb_array_elements(reading->'parts') WITH ORDINALITY AS t (part, n)));
