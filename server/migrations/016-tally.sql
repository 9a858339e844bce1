-- What a temper stands on is kept as counts; the sentences are made where it is shown. The cards are made anew at the start.
ALTER TABLE recipe DROP COLUMN temper_reasons;
ALTER TABLE recipe ADD COLUMN temper_tally jsonb NOT NULL
  DEFAULT '{"settledAfter": null, "rights": 0, "runRights": 0, "wrongs": 0, "rightsSince": 0, "isBorrowed": false}';
UPDATE recipe SET sort_name = '';
