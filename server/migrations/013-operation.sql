-- A write that was done, under the name that its sender gave it: sent again, it answers as it did and is not done again.
CREATE TABLE operation (
  workshop_id uuid NOT NULL REFERENCES workshop,
  key text NOT NULL,
  -- What was asked: the same name for something else is a mistake.
  asked text NOT NULL,
  status integer,
  answer jsonb,
  -- A job's answer is the job as it is now.
  job_id uuid REFERENCES job ON DELETE CASCADE,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (workshop_id, key)
);
CREATE INDEX operation_age ON operation (created_at);
