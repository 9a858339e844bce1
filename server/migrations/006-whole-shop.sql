-- The whole shop: every kind of machine, tool and material, kept apart by workshop, archived rather than deleted.
-- Ids are made by clients and travel with the book, so a row is known by its workshop and its id together.
ALTER TABLE job_step DROP CONSTRAINT job_step_machine_id_fkey, DROP CONSTRAINT job_step_tool_id_fkey,
  DROP CONSTRAINT job_step_material_id_fkey, DROP CONSTRAINT job_step_stock_piece_id_fkey,
  DROP CONSTRAINT job_step_process_check;
ALTER TABLE run DROP CONSTRAINT run_recipe_id_fkey;
ALTER TABLE trial DROP CONSTRAINT trial_recipe_id_fkey, DROP CONSTRAINT trial_pkey;
ALTER TABLE recipe_revision DROP CONSTRAINT recipe_revision_recipe_id_fkey, DROP CONSTRAINT recipe_revision_pkey;
ALTER TABLE recipe DROP CONSTRAINT recipe_machine_id_fkey, DROP CONSTRAINT recipe_tool_id_fkey, DROP CONSTRAINT recipe_material_id_fkey,
  DROP CONSTRAINT recipe_process_check, DROP CONSTRAINT recipe_workshop_id_machine_id_tool_id_material_id_process_key, DROP CONSTRAINT recipe_pkey;
ALTER TABLE stock_piece DROP CONSTRAINT stock_piece_material_id_fkey, DROP CONSTRAINT stock_piece_pkey;
ALTER TABLE calibration_point DROP CONSTRAINT calibration_point_dial_id_fkey, DROP CONSTRAINT calibration_point_pkey;
ALTER TABLE machine_dial DROP CONSTRAINT machine_dial_machine_id_fkey, DROP CONSTRAINT machine_dial_machine_id_name_key, DROP CONSTRAINT machine_dial_pkey;
ALTER TABLE machine DROP CONSTRAINT machine_pkey, DROP CONSTRAINT machine_kind_check;
ALTER TABLE tool DROP CONSTRAINT tool_pkey, DROP CONSTRAINT tool_kind_check;
ALTER TABLE material DROP CONSTRAINT material_pkey, DROP CONSTRAINT material_default_process_check;

-- What kinds and processes there are stands in one table of the core; the service refuses others.
ALTER TABLE machine
  ADD PRIMARY KEY (workshop_id, id),
  ADD COLUMN carrier_side_mm double precision NOT NULL DEFAULT 0 CHECK (carrier_side_mm >= 0),
  ADD COLUMN carrier_lead_mm double precision NOT NULL DEFAULT 0 CHECK (carrier_lead_mm >= 0),
  ADD COLUMN carrier_tail_mm double precision NOT NULL DEFAULT 0 CHECK (carrier_tail_mm >= 0),
  ADD COLUMN rated_power_w double precision CHECK (rated_power_w > 0),
  ADD COLUMN spot_mm double precision CHECK (spot_mm > 0),
  ADD COLUMN origin text NOT NULL DEFAULT 'near left',
  ADD COLUMN homes boolean NOT NULL DEFAULT false,
  ADD COLUMN archived_at timestamptz;

-- A dial belongs to its machine by name; its readings are all kept, also several at one value.
ALTER TABLE machine_dial DROP COLUMN version, ADD COLUMN is_rated boolean NOT NULL DEFAULT false;
ALTER TABLE calibration_point ADD COLUMN machine_id uuid, ADD COLUMN dial_name text, ADD COLUMN position integer;
UPDATE calibration_point c SET machine_id = d.machine_id, dial_name = d.name,
  position = (SELECT count(*) FROM calibration_point b WHERE b.dial_id = c.dial_id AND b.dial_value < c.dial_value)
  FROM machine_dial d WHERE d.id = c.dial_id;
ALTER TABLE machine_dial DROP COLUMN id, ADD PRIMARY KEY (workshop_id, machine_id, name),
  ADD FOREIGN KEY (workshop_id, machine_id) REFERENCES machine (workshop_id, id);
ALTER TABLE calibration_point DROP COLUMN dial_id, ADD PRIMARY KEY (workshop_id, machine_id, dial_name, position),
  ADD FOREIGN KEY (workshop_id, machine_id, dial_name) REFERENCES machine_dial (workshop_id, machine_id, name) ON DELETE CASCADE;

-- Wear is counted in metres or hours, as the kind of tool says. A replaced tool starts a new life.
ALTER TABLE tool RENAME COLUMN wear_m TO wear;
ALTER TABLE tool RENAME COLUMN life_m TO life;
ALTER TABLE tool
  ADD PRIMARY KEY (workshop_id, id),
  ADD COLUMN machine_id uuid,
  ADD COLUMN details jsonb NOT NULL DEFAULT '{}',
  ADD COLUMN life_number integer NOT NULL DEFAULT 1 CHECK (life_number >= 1),
  ADD COLUMN life_began_at timestamptz NOT NULL DEFAULT now(),
  ADD COLUMN archived_at timestamptz,
  ADD FOREIGN KEY (workshop_id, machine_id) REFERENCES machine (workshop_id, id);
CREATE TABLE tool_life (
  workshop_id uuid NOT NULL,
  tool_id uuid NOT NULL,
  number integer NOT NULL,
  wear double precision NOT NULL CHECK (wear >= 0),
  began_at timestamptz NOT NULL,
  ended_at timestamptz NOT NULL,
  note text NOT NULL,
  PRIMARY KEY (workshop_id, tool_id, number),
  FOREIGN KEY (workshop_id, tool_id) REFERENCES tool (workshop_id, id)
);

CREATE TABLE photo (
  workshop_id uuid NOT NULL REFERENCES workshop,
  id uuid NOT NULL,
  media_type text NOT NULL,
  bytes bytea NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (workshop_id, id)
);

ALTER TABLE material
  ADD PRIMARY KEY (workshop_id, id),
  ADD COLUMN details jsonb NOT NULL DEFAULT '{}',
  ADD COLUMN readings_mm double precision[] NOT NULL DEFAULT '{}',
  ADD COLUMN spread_mm double precision CHECK (spread_mm >= 0),
  ADD COLUMN heat_limit_c double precision,
  ADD COLUMN price_cents integer CHECK (price_cents >= 0),
  ADD COLUMN price_per text NOT NULL DEFAULT 'm2' CHECK (price_per IN ('m2', 'piece')),
  ADD COLUMN notes text NOT NULL DEFAULT '',
  ADD COLUMN typed jsonb NOT NULL DEFAULT '{}',
  ADD COLUMN photo_id uuid,
  ADD COLUMN archived_at timestamptz,
  ADD FOREIGN KEY (workshop_id, photo_id) REFERENCES photo (workshop_id, id);

-- Amounts go down with runs: rolls by their length, the rest by the piece. What is used up stays, with none left.
ALTER TABLE stock_piece DROP CONSTRAINT stock_piece_length_mm_check;
ALTER TABLE stock_piece
  ADD PRIMARY KEY (workshop_id, id),
  ADD COLUMN count integer NOT NULL DEFAULT 1 CHECK (count >= 0),
  ADD COLUMN outline jsonb,
  ADD COLUMN archived_at timestamptz,
  ADD CHECK (length_mm >= 0),
  ADD FOREIGN KEY (workshop_id, material_id) REFERENCES material (workshop_id, id);

-- The card of a recipe: what searching and sorting need, made anew from the records whenever one of them changes.
CREATE EXTENSION IF NOT EXISTS pg_trgm;
ALTER TABLE recipe
  ADD PRIMARY KEY (workshop_id, id),
  ADD COLUMN note text NOT NULL DEFAULT '',
  ADD COLUMN nail integer,
  ADD COLUMN archived_at timestamptz,
  ADD COLUMN temper text NOT NULL DEFAULT 'bare',
  ADD COLUMN temper_reasons jsonb NOT NULL DEFAULT '[]',
  ADD COLUMN last_used_at timestamptz,
  ADD COLUMN sort_name text NOT NULL DEFAULT '',
  ADD COLUMN words tsvector NOT NULL DEFAULT '',
  ADD FOREIGN KEY (workshop_id, machine_id) REFERENCES machine (workshop_id, id),
  ADD FOREIGN KEY (workshop_id, tool_id) REFERENCES tool (workshop_id, id),
  ADD FOREIGN KEY (workshop_id, material_id) REFERENCES material (workshop_id, id);
CREATE UNIQUE INDEX recipe_place ON recipe (workshop_id, material_id, process, machine_id, tool_id) WHERE archived_at IS NULL;
CREATE INDEX recipe_words ON recipe USING gin (words);
CREATE INDEX recipe_sort ON recipe (workshop_id, sort_name, id) WHERE archived_at IS NULL;
CREATE INDEX recipe_machine ON recipe (workshop_id, machine_id);
CREATE INDEX recipe_tool ON recipe (workshop_id, tool_id);
CREATE INDEX recipe_used ON recipe (workshop_id, last_used_at) WHERE last_used_at IS NOT NULL;
CREATE INDEX recipe_nail ON recipe (workshop_id, nail) WHERE nail IS NOT NULL;
-- Words that stand in the book, to find what a misspelt one was meant to be.
CREATE TABLE book_word (
  workshop_id uuid NOT NULL REFERENCES workshop,
  word text NOT NULL,
  PRIMARY KEY (workshop_id, word)
);
CREATE INDEX book_word_trigrams ON book_word USING gin (word gin_trgm_ops);

ALTER TABLE recipe_revision
  ADD PRIMARY KEY (workshop_id, recipe_id, number),
  ADD COLUMN typed jsonb NOT NULL DEFAULT '{}',
  ADD FOREIGN KEY (workshop_id, recipe_id) REFERENCES recipe (workshop_id, id);
-- A nudge beside the base value, for one tool or one piece of stock.
CREATE TABLE recipe_variant (
  workshop_id uuid NOT NULL,
  id uuid NOT NULL,
  recipe_id uuid NOT NULL,
  changes jsonb NOT NULL,
  reason text NOT NULL,
  tool_id uuid,
  stock_piece_id uuid,
  created_at timestamptz NOT NULL DEFAULT now(),
  ended_at timestamptz,
  PRIMARY KEY (workshop_id, id),
  CHECK ((tool_id IS NULL) <> (stock_piece_id IS NULL)),
  FOREIGN KEY (workshop_id, recipe_id) REFERENCES recipe (workshop_id, id),
  FOREIGN KEY (workshop_id, tool_id) REFERENCES tool (workshop_id, id),
  FOREIGN KEY (workshop_id, stock_piece_id) REFERENCES stock_piece (workshop_id, id)
);
CREATE INDEX recipe_variant_recipe ON recipe_variant (workshop_id, recipe_id);

-- Evidence that came with a book may be of runs whose jobs stayed where they were made.
ALTER TABLE trial RENAME COLUMN tool_wear_m TO tool_wear;
ALTER TABLE trial
  ADD PRIMARY KEY (workshop_id, id),
  ADD COLUMN kind text NOT NULL DEFAULT 'trial' CHECK (kind IN ('trial', 'run')),
  ADD COLUMN job_name text,
  ADD COLUMN tool_life integer,
  ADD FOREIGN KEY (workshop_id, recipe_id) REFERENCES recipe (workshop_id, id);
DROP INDEX trial_recipe;
CREATE INDEX trial_recipe ON trial (workshop_id, recipe_id);

ALTER TABLE run RENAME COLUMN tool_wear_m TO tool_wear;
ALTER TABLE run
  ADD COLUMN tool_life integer,
  ADD COLUMN stock_piece_id uuid,
  ADD COLUMN used_length_mm double precision,
  ADD FOREIGN KEY (workshop_id, recipe_id) REFERENCES recipe (workshop_id, id);
DROP INDEX run_recipe;
CREATE INDEX run_recipe ON run (workshop_id, recipe_id);
ALTER TABLE job_step
  ADD FOREIGN KEY (workshop_id, machine_id) REFERENCES machine (workshop_id, id),
  ADD FOREIGN KEY (workshop_id, tool_id) REFERENCES tool (workshop_id, id),
  ADD FOREIGN KEY (workshop_id, material_id) REFERENCES material (workshop_id, id),
  ADD FOREIGN KEY (workshop_id, stock_piece_id) REFERENCES stock_piece (workshop_id, id);
