-- What was changed of a record on a device, so that it can be taken back and done again there, also after a reload.
CREATE TABLE record_edit (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  workshop_id uuid NOT NULL REFERENCES workshop,
  kind text NOT NULL CHECK (kind IN ('machine', 'tool', 'material', 'piece', 'note')),
  record_id uuid NOT NULL,
  -- The fields that were changed, as they were and as they were made.
  before jsonb NOT NULL,
  after jsonb NOT NULL,
  made_by uuid,
  is_undone boolean NOT NULL DEFAULT false,
  made_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX record_edit_record ON record_edit (workshop_id, kind, record_id, id);
