-- A line of a job may cut a shape in place of a plate.
ALTER TABLE job_lines DROP CONSTRAINT job_lines_kind_check;
ALTER TABLE job_lines ADD CONSTRAINT job_lines_kind_check CHECK (kind IN ('plate', 'section'));
