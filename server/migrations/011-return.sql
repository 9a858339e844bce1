-- Which revision this one brought back: what can be undone and done again is read from it.
ALTER TABLE recipe_revision ADD COLUMN returned_to integer;
