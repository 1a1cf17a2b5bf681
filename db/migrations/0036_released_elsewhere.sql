-- What was released in another office and came in with a package: whose office that was, and who took it in.
ALTER TABLE edition_releases
  ADD COLUMN IF NOT EXISTS origin VARCHAR(300) NULL,
  ADD COLUMN IF NOT EXISTS taken_in_by VARCHAR(120) NULL;
