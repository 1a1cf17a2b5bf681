-- Who has signed a drawing, when, and what it printed then. Names that were typed before stay where they are: typed, not signed.
ALTER TABLE drawings
  ADD COLUMN IF NOT EXISTS signatures JSON NOT NULL DEFAULT '[]' AFTER revisions;
