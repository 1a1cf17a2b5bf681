-- Views are projected more truly: only what is cut is hatched, centre lines are of what is seen, the bodies of assemblies are told apart.
-- What was projected before is made anew when it is asked for; finished drawings print what they printed.
DELETE FROM projections;
