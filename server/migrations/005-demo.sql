-- Set once the demo workshop is complete, so that a first start that was broken off goes on where it was.
CREATE TABLE demo_done (
  only_row boolean PRIMARY KEY DEFAULT true CHECK (only_row),
  at timestamptz NOT NULL DEFAULT now()
);
