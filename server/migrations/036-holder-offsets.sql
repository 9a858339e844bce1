-- How far beside the first holder's tool those of the others mark.
ALTER TABLE machine ADD COLUMN holder_offsets jsonb NOT NULL DEFAULT '[]';
