-- When somebody last asked for what a job makes: views that are looked at go before others.
ALTER TABLE jobs ADD COLUMN IF NOT EXISTS asked_at TIMESTAMP(3) NOT NULL DEFAULT CURRENT_TIMESTAMP(3);
