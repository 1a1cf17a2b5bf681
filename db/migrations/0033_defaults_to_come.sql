-- A default that counts from a later day leaves the one before it until then; one that went to a successor comes back with its format.
ALTER TABLE format_defaults
  ADD COLUMN IF NOT EXISTS counts_from DATE NULL,
  ADD COLUMN IF NOT EXISTS former_id VARCHAR(80) NULL,
  ADD COLUMN IF NOT EXISTS passed_from VARCHAR(80) NULL;
