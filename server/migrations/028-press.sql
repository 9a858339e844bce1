-- What a step is pressed onto: a cloth or a blank, as a material of its own.
ALTER TABLE job_step
  ADD COLUMN on_material_id uuid,
  ADD FOREIGN KEY (workshop_id, on_material_id) REFERENCES material (workshop_id, id);
-- A press plan as it is carried out: its phases as they were planned, and where it stands by the server's clock.
CREATE TABLE pressing (
  workshop_id uuid NOT NULL REFERENCES workshop,
  id uuid NOT NULL,
  job_id uuid,
  machine_id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 200),
  layers jsonb NOT NULL,
  phases jsonb NOT NULL CHECK (jsonb_array_length(phases) BETWEEN 1 AND 400),
  state text NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'running', 'paused', 'done', 'cancelled')),
  at_phase integer NOT NULL DEFAULT 0 CHECK (at_phase >= 0),
  phase_since timestamptz,
  done_before_ms double precision NOT NULL DEFAULT 0,
  took jsonb NOT NULL DEFAULT '[]',
  outcomes jsonb NOT NULL DEFAULT '{}',
  created_at timestamptz NOT NULL DEFAULT now(),
  ended_at timestamptz,
  PRIMARY KEY (id),
  UNIQUE (workshop_id, id),
  FOREIGN KEY (job_id) REFERENCES job,
  FOREIGN KEY (workshop_id, machine_id) REFERENCES machine (workshop_id, id)
);
CREATE INDEX pressing_open ON pressing (workshop_id, created_at) WHERE state IN ('waiting', 'running', 'paused') OR outcomes = '{}';
-- A press does one thing at a time.
CREATE UNIQUE INDEX pressing_on_machine ON pressing (machine_id) WHERE state IN ('running', 'paused');
-- What is done after the machines: how many pieces of a line are done, and since when one waits.
CREATE TABLE finishing_tick (
  workshop_id uuid NOT NULL,
  job_id uuid NOT NULL,
  line_id text NOT NULL CHECK (length(line_id) BETWEEN 1 AND 120),
  done integer NOT NULL CHECK (done BETWEEN 0 AND 100000),
  since timestamptz,
  PRIMARY KEY (job_id, line_id),
  FOREIGN KEY (job_id) REFERENCES job
);
-- A workshop's own lines, for all jobs or for one process.
CREATE TABLE finishing_line (
  workshop_id uuid NOT NULL REFERENCES workshop,
  id uuid NOT NULL,
  text text NOT NULL CHECK (length(text) BETWEEN 1 AND 200),
  process text,
  minutes double precision CHECK (minutes BETWEEN 0 AND 10080),
  archived_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (id),
  UNIQUE (workshop_id, id)
);
-- What things cost in a workshop, as they were said last.
CREATE TABLE rates (
  workshop_id uuid PRIMARY KEY REFERENCES workshop,
  rates jsonb NOT NULL,
  version integer NOT NULL DEFAULT 1
);
-- How long hands really took, with what there was to do.
CREATE TABLE hand_time (
  workshop_id uuid NOT NULL REFERENCES workshop,
  id uuid NOT NULL,
  job_id uuid,
  kind text NOT NULL CHECK (kind IN ('weed', 'press', 'finish')),
  seconds double precision NOT NULL CHECK (seconds > 0 AND seconds <= 1000000),
  contour_mm double precision NOT NULL CHECK (contour_mm >= 0),
  small_pieces integer NOT NULL CHECK (small_pieces >= 0),
  pieces integer NOT NULL CHECK (pieces > 0),
  at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (id),
  UNIQUE (workshop_id, id),
  FOREIGN KEY (job_id) REFERENCES job
);
CREATE TABLE quote (
  workshop_id uuid NOT NULL REFERENCES workshop,
  id uuid NOT NULL,
  job_id uuid NOT NULL,
  number integer NOT NULL CHECK (number > 0),
  customer text NOT NULL CHECK (length(customer) <= 200),
  pieces integer NOT NULL CHECK (pieces BETWEEN 1 AND 100000),
  total_cents bigint NOT NULL CHECK (total_cents >= 0),
  currency text NOT NULL,
  tax_text text NOT NULL CHECK (length(tax_text) <= 200),
  valid_until date NOT NULL,
  told jsonb NOT NULL,
  state text NOT NULL DEFAULT 'offered' CHECK (state IN ('offered', 'accepted', 'declined')),
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (id),
  UNIQUE (workshop_id, id),
  UNIQUE (workshop_id, number),
  FOREIGN KEY (job_id) REFERENCES job
);
