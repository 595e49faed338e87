-- A line of a job may be other work of the torch. Lines of before that gouge, wash, or take off a head or a nut are such work.
ALTER TABLE job_lines DROP CONSTRAINT job_lines_kind_check;
ALTER TABLE job_lines ADD CONSTRAINT job_lines_kind_check CHECK (kind IN ('plate', 'section', 'layout', 'work'));
UPDATE job_lines SET kind = 'work' WHERE kind = 'plate' AND input->'cut'->>'stroke' IN ('gouge', 'wash', 'head', 'nut');
