-- A job: its drawing (kept as it came), its parts, its steps, and where the parts lie.
CREATE TABLE job (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  width_mm double precision CHECK (width_mm > 0),
  version integer NOT NULL DEFAULT 1,
  created_at timestamptz NOT NULL DEFAULT now(),
  updated_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE artwork (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  job_id uuid NOT NULL UNIQUE REFERENCES job,
  file_name text NOT NULL,
  file_bytes bytea NOT NULL,
  reading jsonb NOT NULL,
  drawn_width_mm double precision NOT NULL,
  drawn_height_mm double precision NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE job_step (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  job_id uuid NOT NULL REFERENCES job,
  position integer NOT NULL,
  colour text NOT NULL,
  process text NOT NULL CHECK (process IN ('draw', 'score', 'kiss-cut', 'through-cut')),
  material_id uuid REFERENCES material,
  stock_piece_id uuid REFERENCES stock_piece,
  machine_id uuid NOT NULL REFERENCES machine,
  tool_id uuid NOT NULL REFERENCES tool,
  holder integer NOT NULL DEFAULT 1 CHECK (holder >= 1),
  mirrored boolean NOT NULL DEFAULT false,
  on_carrier boolean NOT NULL DEFAULT false,
  is_skipped boolean NOT NULL DEFAULT false,
  version integer NOT NULL DEFAULT 1
);
CREATE INDEX job_step_job ON job_step (job_id, position);

CREATE TABLE job_part (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  step_id uuid NOT NULL REFERENCES job_step,
  artwork_id uuid NOT NULL REFERENCES artwork,
  part_index integer NOT NULL CHECK (part_index >= 0),
  UNIQUE (artwork_id, part_index)
);
CREATE INDEX job_part_step ON job_part (step_id);

CREATE TABLE placement (
  part_id uuid PRIMARY KEY REFERENCES job_part,
  workshop_id uuid NOT NULL REFERENCES workshop,
  x_mm double precision NOT NULL,
  y_mm double precision NOT NULL,
  version integer NOT NULL DEFAULT 1
);
