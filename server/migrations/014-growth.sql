-- What a screen reads must not grow with the years of a workshop: an index for every order and every reference that is gone by.
CREATE INDEX run_series_job ON run_series (job_id, created_at DESC);
CREATE INDEX job_touched ON job (workshop_id, is_archived, updated_at DESC, id);
CREATE INDEX run_unscored ON run (workshop_id, state, created_at) WHERE state IN ('running', 'paused', 'holding') OR (state = 'finished' AND outcome IS NULL);
CREATE INDEX run_on_top ON run (on_top_of) WHERE on_top_of IS NOT NULL;
CREATE INDEX run_piece ON run (workshop_id, stock_piece_id) WHERE state IN ('queued', 'holding', 'running', 'paused');
CREATE INDEX job_step_piece ON job_step (workshop_id, stock_piece_id) WHERE stock_piece_id IS NOT NULL AND NOT is_gone;
CREATE INDEX job_part_offset ON job_part (offset_of) WHERE offset_of IS NOT NULL;
CREATE INDEX job_part_artwork ON job_part (artwork_id);
CREATE INDEX material_listed ON material (workshop_id, (archived_at IS NOT NULL), family DESC, name, id);
CREATE INDEX material_name ON material USING gin (name gin_trgm_ops);

-- The orders of the book, each forwards and backwards.
ALTER TABLE recipe ADD COLUMN sort_machine text NOT NULL DEFAULT '';
UPDATE recipe r SET sort_machine = a.name FROM machine a WHERE a.workshop_id = r.workshop_id AND a.id = r.machine_id;
CREATE INDEX recipe_by_machine ON recipe (workshop_id, sort_machine, sort_name, id) WHERE archived_at IS NULL;
CREATE INDEX recipe_by_process ON recipe (workshop_id, process, sort_name, id) WHERE archived_at IS NULL;
CREATE INDEX recipe_by_temper ON recipe (workshop_id, (array_position(ARRAY['bare', 'straw', 'bronze', 'violet', 'blue'], temper)), sort_name, id) WHERE archived_at IS NULL;
CREATE INDEX recipe_by_use ON recipe (workshop_id, last_used_at, sort_name, id) WHERE archived_at IS NULL;
CREATE INDEX recipe_by_last_use ON recipe (workshop_id, last_used_at DESC NULLS LAST, sort_name DESC, id DESC) WHERE archived_at IS NULL;
CREATE INDEX recipe_material ON recipe (workshop_id, material_id);

-- A moment as it is told outside: what is gathered as JSON has its times in the form that single ones have.
CREATE FUNCTION iso(moment timestamptz) RETURNS text LANGUAGE sql IMMUTABLE PARALLEL SAFE
  RETURN to_char(moment AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"');

-- Whether a recipe's present numbers can be dialled in on its machine; worked out when either changes, not when it is asked.
ALTER TABLE recipe ADD COLUMN fits boolean NOT NULL DEFAULT true;
ALTER TABLE machine ADD COLUMN are_fits_known boolean NOT NULL DEFAULT true;
UPDATE machine SET are_fits_known = false;
CREATE INDEX recipe_misfit ON recipe (workshop_id, machine_id) WHERE NOT fits;

-- Counting all of a book goes over as little as can be.
CREATE INDEX recipe_counted ON recipe (workshop_id) WHERE archived_at IS NULL;
