-- Whether the plate tells its temperature itself, and what has to be ready before a pressing starts, ticked where it is.
ALTER TABLE pressing
  ADD COLUMN is_read boolean NOT NULL DEFAULT false,
  ADD COLUMN preparation jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN ticked jsonb NOT NULL DEFAULT '[]';
-- What takes its minutes before a run, such as a tip that warms up: since when, by the server's clock.
CREATE TABLE warm_clock (
  workshop_id uuid NOT NULL REFERENCES workshop,
  job_id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  text text NOT NULL CHECK (length(text) BETWEEN 1 AND 300),
  minutes double precision NOT NULL CHECK (minutes > 0 AND minutes <= 1440),
  began_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (workshop_id, name),
  FOREIGN KEY (job_id) REFERENCES job
);
-- Garments that the workshop measured itself.
CREATE TABLE garment (
  workshop_id uuid NOT NULL REFERENCES workshop,
  id uuid NOT NULL,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  measures jsonb NOT NULL,
  archived_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (id),
  UNIQUE (workshop_id, id)
);
-- How many of each size a job is for, and where its design goes on them.
CREATE TABLE size_set (
  workshop_id uuid NOT NULL REFERENCES workshop,
  job_id uuid NOT NULL,
  place text NOT NULL CHECK (length(place) BETWEEN 1 AND 40),
  counts jsonb NOT NULL,
  PRIMARY KEY (job_id),
  FOREIGN KEY (job_id) REFERENCES job
);
-- How a job looks on its blank, as it was kept last; a quote keeps what it was when it was offered.
ALTER TABLE job
  ADD COLUMN mockup_photo_id uuid,
  ADD FOREIGN KEY (workshop_id, mockup_photo_id) REFERENCES photo (workshop_id, id);
ALTER TABLE quote
  ADD COLUMN photo_id uuid,
  ADD FOREIGN KEY (workshop_id, photo_id) REFERENCES photo (workshop_id, id);
