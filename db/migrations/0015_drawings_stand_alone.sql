-- A drawing has its own profile, project, scale and decimal mark; it had those that its format is proved with.
ALTER TABLE drawings
  ADD COLUMN IF NOT EXISTS data_version TINYINT UNSIGNED NOT NULL DEFAULT 1,
  ADD COLUMN IF NOT EXISTS profile_id VARCHAR(80) NULL AFTER size_id,
  ADD COLUMN IF NOT EXISTS project_id VARCHAR(80) NULL AFTER profile_id,
  ADD COLUMN IF NOT EXISTS scale VARCHAR(20) NOT NULL DEFAULT '1:1' AFTER project_id,
  ADD COLUMN IF NOT EXISTS decimal_mark ENUM(',', '.') NOT NULL DEFAULT ',' AFTER scale,
  -- What the register shows and searches.
  ADD COLUMN IF NOT EXISTS title VARCHAR(500) NOT NULL DEFAULT '',
  ADD COLUMN IF NOT EXISTS model_name VARCHAR(120) NOT NULL DEFAULT '',
  ADD COLUMN IF NOT EXISTS open_names JSON NOT NULL DEFAULT '[]',
  ADD COLUMN IF NOT EXISTS open_count INT UNSIGNED NOT NULL DEFAULT 0,
  -- Finished, and its models give something else now; `looked_at`: whether that is known of the models as they are.
  ADD COLUMN IF NOT EXISTS model_changed BOOLEAN NOT NULL DEFAULT FALSE,
  ADD COLUMN IF NOT EXISTS looked_at BOOLEAN NOT NULL DEFAULT FALSE,
  ADD KEY IF NOT EXISTS drawings_created (created_at, id),
  ADD KEY IF NOT EXISTS drawings_state (state, created_at, id),
  ADD KEY IF NOT EXISTS drawings_changed (model_changed, created_at, id),
  ADD KEY IF NOT EXISTS drawings_looked (looked_at, id),
  ADD KEY IF NOT EXISTS drawings_open (open_count);

UPDATE drawings
JOIN editions ON editions.id = drawings.edition_id
JOIN formats ON formats.id = editions.format_id
SET drawings.profile_id = formats.profile_id,
    drawings.project_id = formats.project_id,
    drawings.scale = COALESCE(JSON_VALUE(formats.proof_settings, '$.scale'), '1:1'),
    drawings.decimal_mark = COALESCE(JSON_VALUE(formats.proof_settings, '$.decimalMark'), ',')
WHERE drawings.profile_id IS NULL;

ALTER TABLE drawings
  MODIFY COLUMN profile_id VARCHAR(80) NOT NULL,
  MODIFY COLUMN project_id VARCHAR(80) NOT NULL,
  ADD CONSTRAINT drawings_profile FOREIGN KEY IF NOT EXISTS (profile_id) REFERENCES value_places (id),
  ADD CONSTRAINT drawings_project FOREIGN KEY IF NOT EXISTS (project_id) REFERENCES value_places (id);

-- The models that a drawing shows, their components however deep among them.
CREATE TABLE IF NOT EXISTS drawing_models (
  drawing_id CHAR(36) NOT NULL,
  specimen_id VARCHAR(80) NOT NULL,
  PRIMARY KEY (drawing_id, specimen_id),
  KEY drawing_models_specimen (specimen_id),
  CONSTRAINT drawing_models_drawing FOREIGN KEY (drawing_id) REFERENCES drawings (id) ON DELETE CASCADE
) ENGINE = InnoDB;
