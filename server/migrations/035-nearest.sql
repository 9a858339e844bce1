-- Materials of a family are found in the order of their thickness: a suggestion begins with the nearest.
CREATE INDEX material_family ON material (workshop_id, family, thickness_mm, id);
-- What is proven most comes first where words find so much that they say little: read in that order, up to the end of a page.
CREATE INDEX recipe_by_proof ON recipe (workshop_id, (array_position(ARRAY['bare', 'straw', 'bronze', 'violet', 'blue'], temper)) DESC, sort_name, id) WHERE archived_at IS NULL;
