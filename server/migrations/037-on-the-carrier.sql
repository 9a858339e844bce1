-- Where a piece lies on the carrier sheet that it is taped to: several lie there side by side.
ALTER TABLE job_sheet ADD COLUMN carrier_at jsonb;
