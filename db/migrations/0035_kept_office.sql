-- What a drawing in work keeps of the office's sites and projects as it was, because a change was made for new drawings only.
ALTER TABLE drawings
  ADD COLUMN IF NOT EXISTS kept_office JSON NOT NULL DEFAULT '{}' AFTER site_id;
