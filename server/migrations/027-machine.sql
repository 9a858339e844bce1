-- From where a machine counts, how late its beam is, at which power it only points, and how it is reached.
ALTER TABLE machine
  ADD COLUMN zero text NOT NULL DEFAULT 'machine' CHECK (zero IN ('machine', 'work')),
  ADD COLUMN lag_ms double precision CHECK (lag_ms BETWEEN -50 AND 50),
  ADD COLUMN point_power double precision CHECK (point_power BETWEEN 0 AND 0.1),
  ADD COLUMN driver text NOT NULL DEFAULT 'stand-in' CHECK (driver IN ('stand-in', 'cable', 'by-hand')),
  ADD COLUMN cable_flow text CHECK (cable_flow IN ('line by line', 'counted characters', 'XON/XOFF', 'paced')),
  ADD COLUMN baud integer CHECK (baud BETWEEN 300 AND 4000000),
  ADD COLUMN buffer_characters integer CHECK (buffer_characters BETWEEN 16 AND 65536);
-- How wide a cut is, by machine, from strips that were measured side by side.
ALTER TABLE material ADD COLUMN kerfs jsonb NOT NULL DEFAULT '[]';
-- How the lines of a step are cut: in which order, from how far in the waste, and where they are left standing.
ALTER TABLE job_step ADD COLUMN cut jsonb;
-- The place on the sheet from which a run's file counts; null for the machine's own zero.
ALTER TABLE run ADD COLUMN zero jsonb;
-- Files were written from the near left corner until now, whatever the machine was said to count from.
UPDATE run r SET zero = jsonb_build_object('x', 0, 'y', CASE WHEN m.kind LIKE '%-laser' THEN m.work_length_mm ELSE 0 END)
  FROM machine m WHERE m.workshop_id = r.workshop_id AND m.id = r.machine_id;
-- How a run is done; what was ticked before it; why it was broken off, and what its machine had confirmed by then; how far it was
-- nudged on its sheet; by which tool and revision it was planned; how its parts came out where they differ, and a photo.
ALTER TABLE run
  ADD COLUMN driver text NOT NULL DEFAULT 'stand-in' CHECK (driver IN ('stand-in', 'cable', 'by-hand')),
  ADD COLUMN ticked jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN interruption jsonb,
  ADD COLUMN confirmed_line integer NOT NULL DEFAULT 0,
  ADD COLUMN nudge jsonb,
  ADD COLUMN planned_tool_life integer,
  ADD COLUMN planned_revision integer,
  ADD COLUMN only_parts jsonb,
  ADD COLUMN part_outcomes jsonb NOT NULL DEFAULT '[]',
  -- What a second pass in its place would be dialled to, once it was judged not enough.
  ADD COLUMN stronger jsonb,
  ADD COLUMN symptom text,
  ADD COLUMN photo_id uuid;
UPDATE run SET driver = 'by-hand' WHERE by_hand;
-- Whether its makers are led from one start to the next: what has to be ready is ticked before each.
ALTER TABLE run_series ADD COLUMN is_led boolean NOT NULL DEFAULT false;
CREATE TABLE preparation_line (
  workshop_id uuid NOT NULL REFERENCES workshop,
  id uuid NOT NULL,
  text text NOT NULL CHECK (length(text) BETWEEN 1 AND 200),
  process text,
  machine_id uuid,
  archived_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (id),
  UNIQUE (workshop_id, id),
  FOREIGN KEY (workshop_id, machine_id) REFERENCES machine (workshop_id, id)
);
