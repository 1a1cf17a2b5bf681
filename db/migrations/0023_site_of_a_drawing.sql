-- The site of the office that a drawing prints; without one it is the default one.
ALTER TABLE drawings
  ADD COLUMN IF NOT EXISTS site_id VARCHAR(80) NULL AFTER project_id,
  -- Drawings whose scale is not chosen yet have none.
  MODIFY COLUMN scale VARCHAR(20) NOT NULL DEFAULT '',
  ADD CONSTRAINT FOREIGN KEY IF NOT EXISTS drawings_site (site_id) REFERENCES value_places (id);
