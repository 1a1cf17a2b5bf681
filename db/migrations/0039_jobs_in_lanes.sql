-- When somebody last asked for what a job makes: views that are looked at go before others. And what has to be at hand for it, as the file
-- of a shape: whoever has it goes on with it.
ALTER TABLE jobs
  ADD COLUMN IF NOT EXISTS asked_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3),
  ADD COLUMN IF NOT EXISTS needs VARCHAR(120) NULL;
