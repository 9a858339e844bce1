-- Pressings that somebody should know of are found without looking at all that were ever done.
CREATE INDEX pressing_going ON pressing (workshop_id, created_at DESC) WHERE state IN ('waiting', 'running', 'paused');
CREATE INDEX pressing_unjudged ON pressing (workshop_id, created_at DESC) WHERE state = 'done' AND outcomes = '{}';
