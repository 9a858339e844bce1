-- The settings book: a recipe, its revisions (only ever added to), and the trials made with it.
CREATE TABLE recipe (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  machine_id uuid NOT NULL REFERENCES machine,
  tool_id uuid NOT NULL REFERENCES tool,
  material_id uuid NOT NULL REFERENCES material,
  process text NOT NULL CHECK (process IN ('draw', 'score', 'kiss-cut', 'through-cut')),
  version integer NOT NULL DEFAULT 1,
  created_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (workshop_id, machine_id, tool_id, material_id, process)
);

CREATE TABLE recipe_revision (
  recipe_id uuid NOT NULL REFERENCES recipe,
  number integer NOT NULL CHECK (number >= 1),
  workshop_id uuid NOT NULL REFERENCES workshop,
  settings jsonb NOT NULL,
  source text NOT NULL CHECK (source IN ('guess', 'supplier-card', 'other-maker', 'carried-over', 'own-trial')),
  reason text NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (recipe_id, number)
);

CREATE TABLE trial (
  id uuid PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  recipe_id uuid NOT NULL REFERENCES recipe,
  settings jsonb NOT NULL,
  outcome text NOT NULL CHECK (outcome IN ('far-under', 'under', 'right', 'over', 'far-over')),
  tool_wear_m double precision,
  made_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX trial_recipe ON trial (recipe_id);
