-- A run is written down: on which machine, since when it goes, what was done before, how fast, how much there is to do. Where it
-- is now follows from that, whoever asks.
ALTER TABLE run
  ADD COLUMN machine_id uuid,
  ADD COLUMN going_since timestamptz,
  ADD COLUMN total_seconds double precision CHECK (total_seconds >= 0),
  ADD COLUMN total_cut_mm double precision CHECK (total_cut_mm >= 0),
  -- When it will be done, while it goes by itself.
  ADD COLUMN due_at timestamptz;
UPDATE run r SET machine_id = c.machine_id FROM recipe c WHERE c.workshop_id = r.workshop_id AND c.id = r.recipe_id;
ALTER TABLE run ALTER COLUMN machine_id SET NOT NULL, ADD FOREIGN KEY (workshop_id, machine_id) REFERENCES machine (workshop_id, id);

-- The runs of a job's steps that were started together; a job has one that is open at most.
CREATE TABLE run_series (
  workshop_id uuid NOT NULL REFERENCES workshop,
  id uuid NOT NULL,
  job_id uuid NOT NULL REFERENCES job,
  is_open boolean NOT NULL DEFAULT true,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (id),
  UNIQUE (workshop_id, id)
);

-- What was left behind by starts that met each other: only the newest series of a job can still be gone on with.
WITH newest AS (SELECT DISTINCT ON (job_id) job_id, series_id FROM run ORDER BY job_id, created_at DESC, series_id)
UPDATE run r SET state = 'cancelled' FROM newest n
  WHERE n.job_id = r.job_id AND n.series_id <> r.series_id AND r.state IN ('queued', 'holding', 'running', 'paused');
-- A run that was under way in a server's memory stands where it was written down last.
UPDATE run SET state = 'paused' WHERE state = 'running' AND NOT by_hand;
-- Of several that stand on one machine the last one keeps it, unless one is paused in its work; the others wait for it.
WITH standing AS (
  SELECT id, row_number() OVER (PARTITION BY workshop_id, machine_id ORDER BY (state = 'running') DESC, (state = 'paused') DESC, created_at DESC, id) AS n
  FROM run WHERE state IN ('holding', 'running', 'paused') AND NOT by_hand)
UPDATE run r SET state = 'queued' FROM standing s WHERE s.id = r.id AND s.n > 1;

INSERT INTO run_series (workshop_id, id, job_id, is_open, created_at)
  SELECT workshop_id, series_id, job_id, bool_or(state IN ('queued', 'holding', 'running', 'paused')), min(created_at) FROM run GROUP BY workshop_id, series_id, job_id;
-- Behind a run that was cancelled nothing is begun.
UPDATE run r SET state = 'cancelled' WHERE r.state IN ('queued', 'holding', 'running', 'paused')
  AND EXISTS (SELECT 1 FROM run x WHERE x.series_id = r.series_id AND x.position < r.position AND x.state = 'cancelled');
UPDATE run_series s SET is_open = EXISTS (SELECT 1 FROM run r WHERE r.series_id = s.id AND r.state IN ('queued', 'holding', 'running', 'paused'));
ALTER TABLE run ADD FOREIGN KEY (workshop_id, series_id) REFERENCES run_series (workshop_id, id);

CREATE UNIQUE INDEX run_series_open ON run_series (job_id) WHERE is_open;
DROP INDEX run_step_active;
-- A run by hand is on the maker's own machine, which nobody here can see.
CREATE UNIQUE INDEX run_on_machine ON run (workshop_id, machine_id) WHERE state IN ('holding', 'running', 'paused') AND NOT by_hand;
CREATE INDEX run_due ON run (due_at) WHERE state = 'running' AND due_at IS NOT NULL;

-- A trial sheet on the stand-in is written down in the same way.
ALTER TABLE trial_sheet
  ADD COLUMN machine_id uuid,
  ADD COLUMN going_since timestamptz,
  ADD COLUMN speed_up double precision CHECK (speed_up >= 1),
  ADD COLUMN total_seconds double precision CHECK (total_seconds >= 0),
  ADD COLUMN total_cut_mm double precision CHECK (total_cut_mm >= 0),
  ADD COLUMN due_at timestamptz;
UPDATE trial_sheet SET state = 'planned' WHERE state = 'running';
UPDATE trial_sheet t SET machine_id = c.machine_id FROM tuning u, recipe c
  WHERE u.workshop_id = t.workshop_id AND u.id = t.tuning_id AND c.workshop_id = u.workshop_id AND c.id = u.recipe_id;
ALTER TABLE trial_sheet ALTER COLUMN machine_id SET NOT NULL, ADD FOREIGN KEY (workshop_id, machine_id) REFERENCES machine (workshop_id, id);
CREATE UNIQUE INDEX trial_sheet_on_machine ON trial_sheet (workshop_id, machine_id) WHERE state = 'running';
CREATE INDEX trial_sheet_due ON trial_sheet (due_at) WHERE state = 'running' AND due_at IS NOT NULL;
