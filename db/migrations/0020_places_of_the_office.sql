-- One of the organisation's sites is the one that sheets print.
ALTER TABLE value_places ADD COLUMN IF NOT EXISTS is_default TINYINT(1) NOT NULL DEFAULT 0;
UPDATE value_places JOIN (SELECT id FROM value_places WHERE source = 'organisation' ORDER BY name LIMIT 1) AS first USING (id)
  SET is_default = 1
  WHERE NOT EXISTS (SELECT 1 FROM (SELECT id FROM value_places WHERE source = 'organisation' AND is_default = 1) AS chosen);

INSERT IGNORE INTO turns (name) VALUES ('places');
