-- Long work, one row a job. A process claims one by writing itself as its owner for the time of a lease, which it renews.
CREATE TABLE jobs (
  id CHAR(36) NOT NULL PRIMARY KEY,
  kind ENUM('prove') NOT NULL,
  -- What it is about: the id of the format that is proved.
  subject VARCHAR(80) NOT NULL,
  input JSON NOT NULL,
  state ENUM('waiting', 'running', 'done', 'stopped', 'failed') NOT NULL DEFAULT 'waiting',
  stop_asked BOOLEAN NOT NULL DEFAULT FALSE,
  -- Steps in all and done, and how many pieces of work (proofs) those were.
  steps INT UNSIGNED NOT NULL,
  steps_done INT UNSIGNED NOT NULL DEFAULT 0,
  pieces_done INT UNSIGNED NOT NULL DEFAULT 0,
  owner VARCHAR(80) NULL,
  lease_until TIMESTAMP(3) NULL,
  attempts TINYINT UNSIGNED NOT NULL DEFAULT 0,
  -- Why it failed, in words.
  trouble VARCHAR(500) NULL,
  asked_by CHAR(36) NOT NULL,
  created_at TIMESTAMP(6) NOT NULL DEFAULT CURRENT_TIMESTAMP(6),
  started_at TIMESTAMP(3) NULL,
  ended_at TIMESTAMP(3) NULL,
  KEY jobs_state (state, lease_until),
  KEY jobs_subject (subject, created_at),
  CONSTRAINT jobs_account FOREIGN KEY (asked_by) REFERENCES accounts (id)
) ENGINE = InnoDB;

-- What a run over all specimens came to, one row a proof.
CREATE TABLE proof_verdicts (
  job_id CHAR(36) NOT NULL,
  specimen_id VARCHAR(80) NOT NULL,
  variant VARCHAR(80) NOT NULL DEFAULT '',
  size_id VARCHAR(60) NOT NULL,
  sign ENUM('●', '▲', '■') COLLATE utf8mb4_bin NOT NULL,
  -- The worst finding in a word, and the findings that are more than notes.
  words VARCHAR(120) NOT NULL,
  findings JSON NOT NULL,
  PRIMARY KEY (job_id, specimen_id, variant, size_id),
  KEY proof_verdicts_sign (job_id, sign),
  CONSTRAINT proof_verdicts_job FOREIGN KEY (job_id) REFERENCES jobs (id) ON DELETE CASCADE
) ENGINE = InnoDB;
