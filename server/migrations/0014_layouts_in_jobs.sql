-- A line of a job can be a part that is laid out.
ALTER TABLE job_lines DROP CONSTRAINT job_lines_kind_check;
ALTER TABLE job_lines ADD CONSTRAINT job_lines_kind_check CHECK (kind IN ('plate', 'section', 'layout'));
