-- What a hold is for is kept as facts; the sentence is made where it is shown.
ALTER TABLE run RENAME COLUMN hold TO hold_said;
ALTER TABLE run ADD COLUMN hold jsonb;
UPDATE run r SET hold = jsonb_build_object(
    'machine', r.hold_said LIKE 'Go on at %',
    'sheet', r.hold_said LIKE 'Put in %',
    'cover', r.hold_said LIKE 'Lay %' OR r.hold_said LIKE 'Take the foil off%',
    'tool', r.hold_said LIKE 'Leave the sheet%' OR r.hold_said LIKE 'Put in % and ' || t.name OR r.hold_said LIKE '%. Put in %')
  FROM recipe c JOIN tool t ON t.workshop_id = c.workshop_id AND t.id = c.tool_id
  WHERE c.workshop_id = r.workshop_id AND c.id = r.recipe_id AND r.hold_said IS NOT NULL;
ALTER TABLE run DROP COLUMN hold_said;
