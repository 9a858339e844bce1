-- A tuning may go on from one that ended without a result: its trials count in.
ALTER TABLE tuning
  ADD COLUMN goes_on_from uuid,
  ADD CONSTRAINT tuning_goes_on_from_fkey FOREIGN KEY (workshop_id, goes_on_from) REFERENCES tuning (workshop_id, id);
