-- How a step goes over an area, and how often at least all of it is gone over on the same marks; and whether it is done from the back whatever its material is like.
ALTER TABLE job_step
  ADD COLUMN fill text NOT NULL DEFAULT 'both-ways',
  ADD COLUMN rounds integer NOT NULL DEFAULT 1 CHECK (rounds BETWEEN 1 AND 20),
  ADD COLUMN is_from_back boolean NOT NULL DEFAULT false;
