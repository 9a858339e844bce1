-- A run: one step carried out on a machine, as it was when it was started.
CREATE TABLE run (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  series_id uuid NOT NULL,
  job_id uuid NOT NULL REFERENCES job,
  step_id uuid NOT NULL REFERENCES job_step,
  recipe_id uuid NOT NULL REFERENCES recipe,
  position integer NOT NULL,
  state text NOT NULL CHECK (state IN ('queued', 'holding', 'running', 'paused', 'finished', 'cancelled')),
  hold text,
  settings jsonb NOT NULL,
  machine_file text NOT NULL,
  estimate_seconds double precision NOT NULL,
  speed_up double precision NOT NULL CHECK (speed_up >= 1),
  done_seconds double precision NOT NULL DEFAULT 0,
  measured_seconds double precision,
  cut_mm double precision NOT NULL DEFAULT 0,
  tool_wear_m double precision,
  seen_outcome text CHECK (seen_outcome IN ('far-under', 'under', 'right', 'over', 'far-over')),
  outcome text CHECK (outcome IN ('far-under', 'under', 'right', 'over', 'far-over')),
  created_at timestamptz NOT NULL DEFAULT now(),
  finished_at timestamptz,
  UNIQUE (series_id, position)
);
CREATE INDEX run_job ON run (job_id, created_at);
CREATE INDEX run_recipe ON run (recipe_id) WHERE outcome IS NOT NULL;
-- A machine does one thing at a time for a step.
CREATE UNIQUE INDEX run_step_active ON run (step_id) WHERE state IN ('running', 'paused');

CREATE TABLE run_event (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  run_id uuid NOT NULL REFERENCES run,
  kind text NOT NULL,
  done_seconds double precision NOT NULL,
  at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX run_event_run ON run_event (run_id, id);
