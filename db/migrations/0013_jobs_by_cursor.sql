-- A job of any kind goes on behind the last thing it has done, by that thing's id; one that comes again and again has a time to run.
-- What runs over all specimens came to is made again by running one: earlier runs said it in words.
DELETE FROM jobs;

ALTER TABLE jobs
  MODIFY COLUMN kind VARCHAR(40) NOT NULL,
  ADD COLUMN IF NOT EXISTS last_id VARCHAR(120) NULL AFTER state,
  ADD COLUMN IF NOT EXISTS pieces INT UNSIGNED NULL AFTER stop_asked,
  ADD COLUMN IF NOT EXISTS run_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  -- One job of a kind about one thing waits or runs at a time, whoever asks.
  ADD COLUMN IF NOT EXISTS going VARCHAR(140) AS (IF(state IN ('waiting', 'running'), CONCAT(kind, '/', subject), NULL)) PERSISTENT,
  DROP COLUMN IF EXISTS steps,
  DROP COLUMN IF EXISTS steps_done,
  ADD UNIQUE KEY IF NOT EXISTS jobs_going (going);

ALTER TABLE proof_verdicts CHANGE COLUMN IF EXISTS words verdict VARCHAR(60) NOT NULL;
