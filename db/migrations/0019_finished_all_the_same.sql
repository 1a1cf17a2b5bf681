-- Why a drawing was finished although something is missing.
ALTER TABLE drawings ADD COLUMN finish_reason VARCHAR(300) NULL AFTER finished_with;
