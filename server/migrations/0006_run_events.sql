-- What happened at the torch, as tablets tell it: written once, never changed. What is taken back is taken back by
-- another event, so that two tablets that were offline agree whatever comes first.
CREATE TABLE run_events (
    id uuid PRIMARY KEY,
    job_id uuid NOT NULL REFERENCES jobs (id),
    happened_at timestamptz NOT NULL,
    person_id uuid REFERENCES people (id),
    kind text NOT NULL CHECK (kind IN ('step', 'skip', 'timer', 'cut', 'reading', 'note', 'undo')),
    body jsonb NOT NULL,
    made_from jsonb NOT NULL,
    made_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX run_events_of_job ON run_events (job_id, happened_at, id);
