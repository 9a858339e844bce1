-- Tunings, their trial sheets and what lies on them; tone ladders.
CREATE TABLE tuning (
  workshop_id uuid NOT NULL REFERENCES workshop,
  id uuid NOT NULL,
  recipe_id uuid NOT NULL,
  job_id uuid,
  start jsonb NOT NULL,
  start_spread double precision NOT NULL CHECK (start_spread > 0),
  fixed text[] NOT NULL DEFAULT '{}',
  stock_piece_id uuid,
  scrap_width_mm double precision NOT NULL CHECK (scrap_width_mm > 0),
  scrap_length_mm double precision NOT NULL CHECK (scrap_length_mm > 0),
  state text NOT NULL DEFAULT 'open' CHECK (state IN ('open', 'settled', 'ended')),
  version integer NOT NULL DEFAULT 1,
  created_at timestamptz NOT NULL DEFAULT now(),
  ended_at timestamptz,
  PRIMARY KEY (workshop_id, id),
  FOREIGN KEY (workshop_id, recipe_id) REFERENCES recipe (workshop_id, id),
  FOREIGN KEY (workshop_id, stock_piece_id) REFERENCES stock_piece (workshop_id, id)
);
CREATE UNIQUE INDEX tuning_open ON tuning (workshop_id, recipe_id) WHERE state = 'open';
CREATE INDEX tuning_piece ON tuning (workshop_id, stock_piece_id) WHERE stock_piece_id IS NOT NULL;

CREATE TABLE trial_sheet (
  workshop_id uuid NOT NULL,
  id uuid NOT NULL,
  tuning_id uuid NOT NULL,
  number integer NOT NULL CHECK (number >= 1),
  state text NOT NULL DEFAULT 'planned' CHECK (state IN ('planned', 'running', 'done')),
  by_hand boolean NOT NULL DEFAULT false,
  format text CHECK (format IN ('hpgl', 'gcode')),
  machine_file text NOT NULL,
  estimate_seconds double precision NOT NULL,
  measured_seconds double precision,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (workshop_id, id),
  UNIQUE (workshop_id, tuning_id, number),
  FOREIGN KEY (workshop_id, tuning_id) REFERENCES tuning (workshop_id, id)
);

CREATE TABLE trial_shape (
  workshop_id uuid NOT NULL,
  id uuid NOT NULL,
  sheet_id uuid NOT NULL,
  number integer NOT NULL CHECK (number >= 1),
  settings jsonb NOT NULL,
  on_top_of jsonb NOT NULL DEFAULT '[]',
  x_mm double precision NOT NULL,
  y_mm double precision NOT NULL,
  tool_wear double precision,
  tool_life integer,
  seen_outcome text CHECK (seen_outcome IN ('far-under', 'under', 'right', 'over', 'far-over')),
  seen_fault text CHECK (seen_fault IN ('depth', 'corners')),
  outcome text CHECK (outcome IN ('far-under', 'under', 'right', 'over', 'far-over')),
  scored_at timestamptz,
  photo_id uuid,
  PRIMARY KEY (workshop_id, id),
  FOREIGN KEY (workshop_id, sheet_id) REFERENCES trial_sheet (workshop_id, id) ON DELETE CASCADE,
  FOREIGN KEY (workshop_id, photo_id) REFERENCES photo (workshop_id, id)
);
CREATE INDEX trial_shape_sheet ON trial_shape (workshop_id, sheet_id);

-- A revision that a tuning wrote, and when that was settled.
ALTER TABLE recipe_revision ADD COLUMN tuning_id uuid, ADD COLUMN settled_trials integer CHECK (settled_trials >= 1);

CREATE TABLE tone_ladder (
  workshop_id uuid NOT NULL,
  recipe_id uuid NOT NULL,
  quantity text NOT NULL,
  patches jsonb NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (workshop_id, recipe_id),
  FOREIGN KEY (workshop_id, recipe_id) REFERENCES recipe (workshop_id, id)
);
