-- Documents that were kept before a fact of steps and sheets was known get what has held for them since: templates, and what edits
-- changed. Rows got it by the columns that came with each fact.
CREATE FUNCTION pg_temp.whole_steps(steps jsonb) RETURNS jsonb LANGUAGE sql AS $$
  SELECT coalesce(jsonb_agg(
    '{"isProcessGuessed": false, "nudge": null, "fill": "both-ways", "rounds": 1, "isFromBack": false, "turned": null, "cut": null, "onMaterialId": null}'::jsonb
    || step ORDER BY n), '[]')
  FROM jsonb_array_elements(steps) WITH ORDINALITY AS t(step, n)
$$;
CREATE FUNCTION pg_temp.whole_sheets(sheets jsonb) RETURNS jsonb LANGUAGE sql AS $$
  SELECT coalesce(jsonb_agg('{"size": null, "photo": null}'::jsonb || sheet ORDER BY n), '[]')
  FROM jsonb_array_elements(sheets) WITH ORDINALITY AS t(sheet, n)
$$;
UPDATE job_template SET snapshot = jsonb_set(jsonb_set(snapshot,
  '{document,steps}', pg_temp.whole_steps(snapshot->'document'->'steps')),
  '{document,sheets}', pg_temp.whole_sheets(snapshot->'document'->'sheets'));
-- What an edit changed: each member as it was and as it became; null where it was not, or is not any more.
CREATE FUNCTION pg_temp.whole(member jsonb, list text) RETURNS jsonb LANGUAGE sql AS $$
  SELECT CASE WHEN member IS NULL OR jsonb_typeof(member) = 'null' THEN 'null'::jsonb
    WHEN list = 'steps' THEN pg_temp.whole_steps(jsonb_build_array(member))->0
    ELSE pg_temp.whole_sheets(jsonb_build_array(member))->0 END
$$;
CREATE FUNCTION pg_temp.whole_changes(changes jsonb, list text) RETURNS jsonb LANGUAGE sql AS $$
  SELECT coalesce(jsonb_agg(changed || jsonb_build_object(
    'before', pg_temp.whole(changed->'before', list), 'after', pg_temp.whole(changed->'after', list)) ORDER BY n), '[]')
  FROM jsonb_array_elements(changes) WITH ORDINALITY AS t(changed, n)
$$;
UPDATE job_edit SET difference = difference || jsonb_build_object(
  'steps', pg_temp.whole_changes(difference->'steps', 'steps'),
  'sheets', pg_temp.whole_changes(difference->'sheets', 'sheets'))
WHERE difference->'steps' <> '[]' OR difference->'sheets' <> '[]';
DROP FUNCTION pg_temp.whole_changes, pg_temp.whole, pg_temp.whole_sheets, pg_temp.whole_steps;
