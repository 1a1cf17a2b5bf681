-- Variants are told apart letter by letter: “red”, “Red” and “réd” are three.
ALTER TABLE proof_verdicts MODIFY variant VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL DEFAULT '';
ALTER TABLE specimen_values MODIFY variant VARCHAR(80) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL;
