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
