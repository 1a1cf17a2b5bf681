-- What was done in a sitting, step by step; `audit` has one row a person, subject and sitting.
CREATE TABLE IF NOT EXISTS audit_steps (
  id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT PRIMARY KEY,
  audit_id BIGINT UNSIGNED NOT NULL,
  words VARCHAR(500) NOT NULL,
  done_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  KEY audit_steps_audit (audit_id, id),
  CONSTRAINT audit_steps_audit FOREIGN KEY (audit_id) REFERENCES audit (id) ON DELETE CASCADE
) ENGINE = InnoDB;

INSERT INTO audit_steps (audit_id, words, done_at)
SELECT id, words, last_at FROM audit WHERE NOT EXISTS (SELECT 1 FROM audit_steps WHERE audit_steps.audit_id = audit.id);
