-- A job holds several drawings, each at a size of its own; parts are made of contours of a drawing and may be processed, a
-- guide, or left out; steps may be split, merged, nudged and put in an order by hand; edits can be undone.
ALTER TABLE artwork DROP CONSTRAINT artwork_job_id_key;
CREATE INDEX artwork_job ON artwork (job_id);
ALTER TABLE artwork
  ADD COLUMN kind text NOT NULL DEFAULT 'svg' CHECK (kind IN ('svg', 'dxf', 'picture', 'hpgl', 'gcode', 'text')),
  ADD COLUMN choices jsonb NOT NULL DEFAULT '{}',
  -- What the drawing takes up as it was read; null in rows from before, until the server fills it in.
  ADD COLUMN drawn_min_x double precision,
  ADD COLUMN drawn_min_y double precision,
  ADD COLUMN scale_x double precision NOT NULL DEFAULT 1 CHECK (scale_x > 0),
  ADD COLUMN scale_y double precision NOT NULL DEFAULT 1 CHECK (scale_y > 0),
  ADD COLUMN x_mm double precision NOT NULL DEFAULT 0,
  ADD COLUMN y_mm double precision NOT NULL DEFAULT 0,
  ADD COLUMN is_size_locked boolean NOT NULL DEFAULT false,
  ADD COLUMN reads_reversed boolean,
  ADD COLUMN position integer NOT NULL DEFAULT 0,
  ADD COLUMN version integer NOT NULL DEFAULT 1;
UPDATE artwork SET kind = 'dxf' WHERE file_name ILIKE '%.dxf';
UPDATE artwork a SET scale_x = j.width_mm / a.drawn_width_mm, scale_y = j.width_mm / a.drawn_width_mm
  FROM job j WHERE j.id = a.job_id AND j.width_mm IS NOT NULL AND a.drawn_width_mm > 0;
ALTER TABLE job DROP COLUMN width_mm;
ALTER TABLE job ADD COLUMN is_order_by_hand boolean NOT NULL DEFAULT false;

ALTER TABLE job_step DROP CONSTRAINT IF EXISTS job_step_process_check;
ALTER TABLE job_step
  ADD COLUMN nudge jsonb,
  -- Runs point at their step: one that was merged into another stays, out of sight.
  ADD COLUMN is_gone boolean NOT NULL DEFAULT false;

ALTER TABLE job_part
  DROP CONSTRAINT job_part_artwork_id_part_index_key,
  ADD COLUMN job_id uuid REFERENCES job,
  ADD COLUMN role text NOT NULL DEFAULT 'process' CHECK (role IN ('process', 'guide', 'out')),
  ADD COLUMN name text,
  -- [[part, contour], …] of the reading.
  ADD COLUMN pieces jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN offset_of uuid REFERENCES job_part DEFERRABLE INITIALLY DEFERRED,
  ADD COLUMN offset_mm double precision,
  ADD COLUMN bridges jsonb NOT NULL DEFAULT '[]',
  ALTER COLUMN step_id DROP NOT NULL;
UPDATE job_part p SET job_id = a.job_id, name = a.reading->'parts'->p.part_index->>'name',
  pieces = (SELECT jsonb_agg(jsonb_build_array(p.part_index, n)) FROM generate_series(0, jsonb_array_length(a.reading->'parts'->p.part_index->'contours') - 1) AS n)
  FROM artwork a WHERE a.id = p.artwork_id;
ALTER TABLE job_part ALTER COLUMN job_id SET NOT NULL, ALTER COLUMN name SET NOT NULL;
CREATE INDEX job_part_job ON job_part (job_id, part_index);
ALTER TABLE placement DROP CONSTRAINT placement_part_id_fkey, ADD CONSTRAINT placement_part_id_fkey FOREIGN KEY (part_id) REFERENCES job_part ON DELETE CASCADE;

CREATE TABLE job_edit (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  job_id uuid NOT NULL REFERENCES job,
  label text NOT NULL,
  before jsonb NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX job_edit_job ON job_edit (job_id, id);

CREATE TABLE job_note (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  job_id uuid NOT NULL REFERENCES job,
  kind text NOT NULL CHECK (kind IN ('words', 'measure', 'font', 'colour')),
  label text NOT NULL CHECK (length(label) BETWEEN 1 AND 80),
  value text NOT NULL CHECK (length(value) BETWEEN 1 AND 2000),
  version integer NOT NULL DEFAULT 1,
  made_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX job_note_job ON job_note (job_id, made_at);

-- A job as it was, to be made again: the snapshot holds its steps, parts and the recipes as they were then.
CREATE TABLE job_template (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  job_id uuid NOT NULL REFERENCES job,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  snapshot jsonb NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX job_template_workshop ON job_template (workshop_id, made_at);

CREATE TABLE font (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  file_bytes bytea NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now()
);
