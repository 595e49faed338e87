-- What a run was rigged with, and how much its hand is told.
ALTER TABLE job_runs
    ADD COLUMN lying boolean NOT NULL DEFAULT false,
    ADD COLUMN cylinders uuid[] NOT NULL DEFAULT '{}';
ALTER TABLE people
    ADD COLUMN depth text NOT NULL DEFAULT 'every_step'
        CHECK (depth IN ('every_step', 'phases', 'stops'));
