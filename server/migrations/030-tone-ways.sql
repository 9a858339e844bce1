-- A tone ladder holds for the way that its shades were made; those from before were by a dial, with no dots.
ALTER TABLE tone_ladder ADD COLUMN way text NOT NULL DEFAULT 'by power' CHECK (length(way) BETWEEN 1 AND 40);
ALTER TABLE tone_ladder DROP CONSTRAINT tone_ladder_pkey, ADD PRIMARY KEY (workshop_id, recipe_id, way);
